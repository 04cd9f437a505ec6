import { drawOrder, parentPiece, partOf } from '../document/family.js';
import type { CharacterDoc, PieceRow, ViewId } from '../document/rows.js';
import { plannedPart } from '../plan/plan.js';

/** May a piece turn, by the plan? What it says nothing of may. */
export function mayTurn(doc: CharacterDoc, piece: PieceRow): boolean {
  const planned = plannedPart(doc, partOf(doc, piece));
  return !planned || (planned.joint !== null && planned.joint !== 'slide');
}

/** The pieces of a view that may turn and have no joint with what they hang from, in draw order. */
export function jointless(doc: CharacterDoc, viewId: ViewId): PieceRow[] {
  return drawOrder(doc, viewId).filter(
    (piece) =>
      parentPiece(doc, piece) && mayTurn(doc, piece) && !doc.joints.some((joint) => joint.childId === piece.id),
  );
}
