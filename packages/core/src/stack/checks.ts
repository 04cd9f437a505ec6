import { counted } from '../counted.js';
import { drawOrder, jointLabel, movedBy, parentPiece, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { deriveKey, drawnKey } from '../document/keys.js';
import { labelFor } from '../document/naming.js';
import { missingParts } from '../plan/missing-parts.js';
import type { CharacterDoc, OrderChangeRow, SheetsOf, ViewId } from '../document/rows.js';
import { measureUnder, viewCheck, type Finding, type Measure, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import { jointById } from '../joints/joint-edits.js';
import { bordersAtRest, bordersKey, findLeftBehind, type Border } from './left-behind.js';
import { JUMP, jumpsOf, type OrderJump } from './order-by-pose.js';

/** How long a border each two pieces of a view share at rest. */
export function borderMeasure(doc: CharacterDoc, viewId: ViewId): Measure<Border[]> {
  return { key: bordersKey(doc, viewId), what: 'Family', measure: (art) => bordersAtRest(doc, viewId, art) };
}

const family: ViewCheck<Border[]> = {
  id: 'family',
  measures: (doc, viewId) => [borderMeasure(doc, viewId)],
  report(doc, viewId, [borders]) {
    const order = drawOrder(doc, viewId);
    const roots = order.filter((p) => parentPiece(doc, p) === null);
    const [root, ...loose] = [...roots].sort((a, b) => b.face.area - a.face.area);
    const apart = loose.map((p): Finding => ({
      sentence: `${pieceName(doc, p)} moves with nothing, and neither does ${pieceName(doc, root)}. Give it a parent in Stack.`,
      pieceId: p.id,
    }));
    const left = findLeftBehind(doc, viewId, borders).map(({ pieceId, likelyId }): Finding => {
      const [name, likely] = [pieceId, likelyId].map((id) => pieceName(doc, pieceById(doc, id)));
      return {
        sentence: `${name} stays behind when ${likely} moves. Hang it from ${likely} in Stack, or say there that it is fine so.`,
        pieceId,
      };
    });
    // Nobody has asked for the parts of a plan that was never set.
    const missing = (doc.character.plan ? missingParts(doc, viewId) : []).map((part): Finding => ({
      sentence: `Planned and not there: ${labelFor(part)}. Cut it, or take it out of the plan.`,
      lacks: true,
    }));
    const wrong = new Set([...apart, ...left].map(({ pieceId }) => pieceId)).size;
    const of = order.length + missing.length;
    return { figure: order.length - wrong, of, unit: 'pieces', findings: [...apart, ...left, ...missing] };
  },
};

/** What of a view's changes by pose is looked at: those whose joint is there. */
function changesByPose(doc: CharacterDoc, viewId: ViewId): OrderChangeRow[] {
  return doc.orderChanges.filter(
    (change) => change.viewId === viewId && doc.joints.some(({ id }) => id === change.jointId),
  );
}

/** Changes of the draw order by pose that are seen to jump. */
const orderByPose: ViewCheck<OrderJump[]> = {
  id: 'family',
  measures: (doc, viewId, sheets) =>
    changesByPose(doc, viewId).map((change) =>
      measureUnder(() => jumpKey(doc, change, sheets), {
        what: 'Order by pose',
        measure: (art) => jumpsOf(doc, art, change),
      }),
    ),
  report(doc, viewId, measured, found) {
    const findings = changesByPose(doc, viewId).flatMap((change, at): Finding[] => {
      const worst = [...measured[at]].sort((a, b) => b.area - a.area)[0];
      if (worst.area <= JUMP) return [];
      const { movedIds, atId, jointId, place } = change;
      const [moved, other] = [movedIds[0], atId].map((id) => pieceName(doc, pieceById(doc, id)));
      const joint = jointLabel(doc, jointById(doc, jointId));
      return [
        {
          sentence: `${moved} is seen to jump ${place === 'behind' ? 'behind' : 'in front of'} ${other} at ${worst.angle}° of ${joint}: ${counted(worst.area, 'px', 'px')} change at once. Let it change elsewhere, in Stack.`,
          pieceId: movedIds[0],
          bends: { [jointId]: worst.angle },
        },
      ];
    });
    const wrong = new Set(findings.map(({ pieceId }) => pieceId));
    for (const { pieceId } of found) wrong.delete(pieceId);
    return { figure: 0 - wrong.size, unit: 'pieces', findings };
  },
};

/** The key of how much a change of the order is seen to jump: everything that is drawn, and what its joint turns. */
function jumpKey(doc: CharacterDoc, change: OrderChangeRow, sheets: SheetsOf): string {
  const order = drawOrder(doc, change.viewId);
  const at = new Map(order.map(({ id }, i) => [id, i]));
  const joint = jointById(doc, change.jointId);
  const turns = [
    joint.x,
    joint.y,
    joint.kind,
    joint.rangeLow,
    joint.rangeHigh,
    [...movedBy(doc, joint)].map((id) => at.get(id)),
  ];
  const changes = changesByPose(doc, change.viewId).map(({ id, jointId, low, high, movedIds, place, atId, rank }) => [
    ...[id === change.id, jointId === joint.id, low, high, place, rank],
    [...movedIds, atId].map((moved) => at.get(moved)),
  ]);
  const { width, height } = viewById(doc, change.viewId);
  return deriveKey('order jumps 2', [order.map((piece) => drawnKey(piece, sheets)), turns, changes, width, height]);
}

/** What Stack checks. */
export const STACK_CHECKS = [viewCheck(family), viewCheck(orderByPose)];
