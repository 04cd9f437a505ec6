import { DiffBuilder, NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import { drawOrder, makesRing, withHeld } from '../document/family.js';
import { DEPTH_STEP, depthBetween, pieceById } from '../document/find.js';
import { labelFor } from '../document/naming.js';
import type { CharacterDoc, Diff, PartId, PieceId } from '../document/rows.js';
import { LimberError } from '../errors.js';

/**
 * Moves pieces of one view in the draw order: directly in front of `behindId`, or to the very back for null. Among
 * themselves they stay as they are; what they hold goes along.
 * @throws LimberError `not-found`
 */
export function moveInOrder(doc: CharacterDoc, wanted: readonly PieceId[], behindId: PieceId | null): Diff {
  const diff = new DiffBuilder();
  const pieceIds = withHeld(doc, wanted);
  const [{ viewId }] = pieceIds.map((id) => pieceById(doc, id));
  const order = drawOrder(doc, viewId);
  const moved = order.filter(({ id }) => pieceIds.includes(id));
  if (behindId !== null && pieceIds.includes(behindId)) return diff.build();
  const others = order.filter(({ id }) => !pieceIds.includes(id));
  const at = behindId === null ? -1 : others.findIndex(({ id }) => id === behindId);
  if (behindId !== null && at < 0)
    throw new LimberError('not-found', 'The piece to go in front of is no longer there.');
  const above = others[at + 1]?.depth ?? null;
  let below = others[at]?.depth ?? null;
  for (const piece of moved) {
    const depth = depthBetween(below, above);
    if (!(depth > (below ?? -Infinity) && depth < (above ?? Infinity))) {
      // The gap has been halved away: lay the whole order out afresh.
      const afresh = new DiffBuilder();
      const whole = [...others.slice(0, at + 1), ...moved, ...others.slice(at + 1)];
      whole.forEach((one, i) => afresh.update(one, { depth: i * DEPTH_STEP }));
      return afresh.build();
    }
    diff.update(piece, { depth });
    below = depth;
  }
  return diff.build();
}

/** Hangs parts from another, or from nothing; all of them or none. @throws LimberError `ring`, `not-found` */
export function setParent(doc: CharacterDoc, partIds: readonly PartId[], parentId: PartId | null): Diff {
  return partIds.reduce((diff, id) => joinDiffs(diff, hang(applyDiff(doc, diff), id, parentId)), NO_CHANGE);
}

function hang(doc: CharacterDoc, partId: PartId, parentId: PartId | null): Diff {
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

/** Says that a part is meant to stay while what lies about it moves, or takes that back. @throws LimberError `not-found` */
export function setAlone(doc: CharacterDoc, partId: PartId, alone: boolean): Diff {
  const part = doc.parts.find((p) => p.id === partId);
  if (!part) throw new LimberError('not-found', 'That part is no longer there.');
  const diff = new DiffBuilder();
  diff.update(part, { alone });
  return diff.build();
}
