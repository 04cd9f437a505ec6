import { drawOrder, inFrontOf, jointLabel, movedBy, pieceName } from '../document/family.js';
import { deriveKey, drawnAs } from '../document/keys.js';
import type { CharacterDoc, JointId, SheetsOf, ViewId } from '../document/rows.js';
import { viewCheck, type Finding, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import type { Place } from '../errors.js';
import { sweptRange } from '../joints/prove-joint.js';
import { uncovering } from './coming-into-view.js';
import { findBare } from './find-bare.js';
import { viewUnder } from './propose-under.js';

/** A bare place as it was measured: pieces by their places in the order, joints by those of what they turn. */
interface MeasuredBare {
  piece: number;
  area: number;
  turns: [turning: number, angle: number][];
  place: Place;
}

/** The key of what comes into view of a whole view. */
export function underKey(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): string {
  return deriveKey(
    'under 2',
    drawOrder(doc, viewId).map((_, index) => pieceUnderKey(doc, viewId, sheets, index)),
  );
}

/**
 * The key of what comes into view of a piece: it and all that is drawn after it, the discs in which it ends, and what of
 * all these turns apart. What lies behind it, and joints that move all of it alike, make no difference.
 * @param index the piece's place in the draw order
 */
export function pieceUnderKey(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf, index: number): string {
  const order = drawOrder(doc, viewId);
  const { id, endsHere, carried } = order[index];
  const at = new Map(order.map((piece, i) => [piece.id, i - index]));
  // Where the order changes by pose, what lies behind at rest may come to lie over it.
  const changes = doc.orderChanges
    .filter((change) => change.viewId === viewId)
    .map(({ jointId, low, high, movedIds, place, atId, rank }) => {
      const joint = doc.joints.find((one) => one.id === jointId);
      const turns = joint && [joint.x, joint.y, [...movedBy(doc, joint)].map((one) => at.get(one))];
      return [turns, low, high, movedIds.map((one) => at.get(one)), place, at.get(atId), rank];
    });
  const ends = doc.joints.filter(({ childId, parentId }) => childId === id || parentId === id);
  return deriveKey('piece under 1', [
    viewById(doc, viewId).designBlob,
    endsHere,
    carried,
    order.slice(index).map((piece) => drawnAs(piece, sheets)),
    changes.length === 0 ? [] : [changes, order.slice(0, index).map((piece) => drawnAs(piece, sheets))],
    ends.map((joint) => {
      const { x, y, radius, kind, rounded, discOn, outlineOn, lineWidth, childId, parentId } = joint;
      return [
        [x, y, radius, kind, rounded, discOn, outlineOn, lineWidth],
        [childId === id, inFrontOf(doc, joint), at.get(childId), at.get(parentId)],
      ];
    }),
    uncovering(doc, viewId, index).map(({ joint, moves }) => [
      [joint.x, joint.y, sweptRange(joint)],
      [at.get(joint.childId), at.get(joint.parentId), moves.slice(index)],
    ]),
  ]);
}

const hiddenPaint: ViewCheck<MeasuredBare[]> = {
  id: 'hidden-paint',
  measures: (doc, viewId, sheets) => [
    {
      key: underKey(doc, viewId, sheets),
      what: 'What comes into view',
      measure(art) {
        const order = drawOrder(doc, viewId).map(({ id }) => id);
        const { intoView } = viewUnder(doc, viewId, art);
        return findBare(doc, viewId, art, intoView).map(({ pieceId, area, turns, place }) => {
          const piece = order.indexOf(pieceId);
          const turning = (id: JointId) => order.indexOf(doc.joints.find((joint) => joint.id === id)?.childId ?? '');
          return { piece, area, turns: turns.map(({ jointId, angle }) => [turning(jointId), angle]), place };
        });
      },
    },
  ],
  report(doc, viewId, [bare]) {
    const order = drawOrder(doc, viewId);
    const labelAt = (turning: number) => {
      const joint = doc.joints.find(({ childId }) => childId === order[turning]?.id);
      return joint ? jointLabel(doc, joint) : 'a joint';
    };
    const findings = bare.map(({ piece, area, turns, place }): Finding => {
      const at = turns.map(([turning, angle]) => `${labelAt(turning)} at ${angle}°`).join(' and ');
      return {
        sentence: `${pieceName(doc, order[piece])} comes into view without paint: ${area} px, ${at}. Paint it in Under.`,
        pieceId: order[piece].id,
        place,
      };
    });
    return { figure: bare.reduce((sum, { area }) => sum + area, 0), unit: 'px', findings };
  },
};

/** What Under checks. */
export const UNDER_CHECKS = [viewCheck(hiddenPaint)];
