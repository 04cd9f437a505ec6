import { DiffBuilder } from '../document/diff.js';
import { drawOrder, makesRing } from '../document/family.js';
import { DEPTH_STEP, depthBetween, pieceById } from '../document/find.js';
import { labelFor } from '../document/naming.js';
import type { CharacterDoc, Diff, PartId, PieceId } from '../document/rows.js';
import { LimberError } from '../errors.js';

/** Moves a piece in the draw order: directly in front of `behindId`, or to the very back for null. */
export function moveInOrder(doc: CharacterDoc, pieceId: PieceId, behindId: PieceId | null): Diff {
  const piece = pieceById(doc, pieceId);
  const diff = new DiffBuilder();
  if (behindId === pieceId) return diff.build();
  const others = drawOrder(doc, piece.viewId).filter((p) => p.id !== pieceId);
  const at = behindId === null ? -1 : others.findIndex((p) => p.id === behindId);
  if (behindId !== null && at < 0)
    throw new LimberError('not-found', 'The piece to go in front of is no longer there.');
  const depth = depthBetween(others[at]?.depth ?? null, others[at + 1]?.depth ?? null);
  const below = others[at]?.depth ?? -Infinity;
  const above = others[at + 1]?.depth ?? Infinity;
  if (depth > below && depth < above) {
    diff.update(piece, { depth });
    return diff.build();
  }
  // The gap has been halved away: lay the whole order out afresh.
  const order = [...others.slice(0, at + 1), piece, ...others.slice(at + 1)];
  order.forEach((p, i) => diff.update(p, { depth: i * DEPTH_STEP }));
  return diff.build();
}

/** Hangs a part from another, or from nothing. @throws LimberError `ring` */
export function setParent(doc: CharacterDoc, partId: PartId, parentId: PartId | null): Diff {
  const part = doc.parts.find((p) => p.id === partId);
  if (!part) throw new LimberError('not-found', 'That part is no longer there.');
  if (parentId !== null && !doc.parts.some((p) => p.id === parentId))
    throw new LimberError('not-found', 'The parent is no longer there.');
  if (makesRing(doc, part, parentId)) {
    throw new LimberError(
      'ring',
      `That way ${labelFor(part)} would hang from itself.`,
      'Choose a part that does not move with it.',
    );
  }
  const diff = new DiffBuilder();
  diff.update(part, { parentId });
  return diff.build();
}
