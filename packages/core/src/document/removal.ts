import type { DiffBuilder } from './diff.js';
import type { CharacterDoc, HandleId, JointRow, PartId, PartRow, PieceId, PieceRow } from './rows.js';

/** Takes a joint away, with what holds at its angles. */
export function removeJoint(doc: CharacterDoc, joint: JointRow, diff: DiffBuilder): void {
  for (const change of doc.orderChanges) if (change.jointId === joint.id) diff.remove(change);
  diff.remove(joint);
}

/** Takes a piece out of every change of the draw order; a change that would move nothing goes. The piece itself stays. */
export function leaveOrderChanges(doc: CharacterDoc, piece: PieceRow, diff: DiffBuilder): void {
  for (const change of doc.orderChanges) {
    const movedIds = change.movedIds.filter((id) => id !== piece.id);
    if (change.atId === piece.id || movedIds.length === 0) diff.remove(change);
    else if (movedIds.length < change.movedIds.length) diff.update(change, { movedIds });
  }
}

/** Is a part still there for something when one of its pieces or handles is gone? */
export function isNeeded(doc: CharacterDoc, part: PartRow, goneId: PieceId | HandleId): boolean {
  return [...doc.pieces, ...doc.handles].some(({ id, partId }) => id !== goneId && partId === part.id);
}

/** Takes a part away; what hung from it hangs from another, or from nothing. */
export function removePart(doc: CharacterDoc, part: PartRow, heirId: PartId | null, diff: DiffBuilder): void {
  for (const child of doc.parts)
    if (child.parentId === part.id) diff.update(child, { parentId: child.id === heirId ? part.parentId : heirId });
  diff.remove(part);
}
