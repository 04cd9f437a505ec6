import { drawOrder, drawSteps, jointLabel, movedBy, pieceName } from '../document/family.js';
import { deriveKey, drawnAs } from '../document/keys.js';
import type { CharacterDoc, JointRow, SheetsOf, ViewId } from '../document/rows.js';
import { viewCheck, type Finding, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import type { Place } from '../errors.js';
import { sweptRange } from '../joints/prove-joint.js';
import { findBare } from './find-bare.js';
import { viewUnder } from './propose-under.js';

/** A bare place as it was measured: pieces and joints by their places in the order and in the list. */
interface MeasuredBare {
  piece: number;
  area: number;
  turns: [joint: number, angle: number][];
  place: Place;
}

/** The key of what comes into view: everything drawn, how it turns, and what hangs from what. */
export function underKey(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): string {
  const order = drawOrder(doc, viewId);
  const at = new Map(order.map(({ id }, i) => [id, i]));
  return deriveKey('under 1', [
    viewById(doc, viewId).designBlob,
    drawSteps(doc, viewId).map(({ piece, sheet }) => [drawnAs(piece, sheets), sheet, piece.endsHere]),
    jointsOf(doc, viewId).map((joint) => {
      const { x, y, radius, kind, rounded, discOn, outlineOn, lineWidth, childId, parentId } = joint;
      return [
        [x, y, radius, kind, rounded, discOn, outlineOn, lineWidth],
        [at.get(childId), at.get(parentId), sweptRange(joint)],
        [...movedBy(doc, joint)].map((id) => at.get(id)),
      ];
    }),
  ]);
}

function jointsOf(doc: CharacterDoc, viewId: ViewId): JointRow[] {
  return doc.joints.filter((joint) => joint.viewId === viewId);
}

const hiddenPaint: ViewCheck<MeasuredBare[]> = {
  id: 'hidden-paint',
  measures: (doc, viewId, sheets) => [
    {
      key: underKey(doc, viewId, sheets),
      what: 'What comes into view',
      measure(art) {
        const order = drawOrder(doc, viewId).map(({ id }) => id);
        const joints = jointsOf(doc, viewId).map(({ id }) => id);
        const { intoView } = viewUnder(doc, viewId, art);
        return findBare(doc, viewId, art, intoView).map(({ pieceId, area, turns, place }) => ({
          piece: order.indexOf(pieceId),
          area,
          turns: turns.map(({ jointId, angle }): [number, number] => [joints.indexOf(jointId), angle]),
          place,
        }));
      },
    },
  ],
  report(doc, viewId, [bare]) {
    const order = drawOrder(doc, viewId);
    const joints = jointsOf(doc, viewId);
    const findings = bare.map(({ piece, area, turns, place }): Finding => {
      const at = turns.map(([joint, angle]) => `${jointLabel(doc, joints[joint])} at ${angle}°`).join(' and ');
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
