import { LimberError } from '../errors.js';
import { labelFor, type NameTokens } from '../naming/scheme.js';
import { usualParent } from '../plan/known-parts.js';
import { DiffBuilder } from './diff.js';
import { drawOrder, makesRing } from './family.js';
import type { CharacterDoc, Diff, PartId, PartRow, PieceId, PieceRow, ViewId } from './rows.js';

/** Depth between two neighbours in a fresh draw order. */
export const DEPTH_STEP = 1024;

/** Finds a row or says in a sentence that it is gone. @throws LimberError `not-found` */
export function pieceById(doc: CharacterDoc, id: PieceId): PieceRow {
  const piece = doc.pieces.find((p) => p.id === id);
  if (!piece)
    throw new LimberError(
      'not-found',
      'That piece is no longer there.',
      'Somebody may have deleted it; undo brings it back.',
    );
  return piece;
}

/** The part with these tokens, or null. */
export function findPart(doc: CharacterDoc, tokens: NameTokens): PartRow | null {
  return (
    doc.parts.find(
      (p) => p.group === tokens.group && p.part === tokens.part && p.side === tokens.side && p.index === tokens.index,
    ) ?? null
  );
}

/** The piece of a part in a view, or null. */
export function findPiece(doc: CharacterDoc, viewId: ViewId, partId: PartId): PieceRow | null {
  return doc.pieces.find((p) => p.viewId === viewId && p.partId === partId) ?? null;
}

/** A depth between two neighbours; `null` stands for "nothing beyond". */
export function depthBetween(below: number | null, above: number | null): number {
  if (below === null && above === null) return 0;
  if (below === null) return (above as number) - DEPTH_STEP;
  if (above === null) return below + DEPTH_STEP;
  return (below + above) / 2;
}

/** Names a part anew. @throws LimberError `name-taken` where another part has these tokens */
export function renamePart(doc: CharacterDoc, partId: PartId, tokens: NameTokens): Diff {
  const part = doc.parts.find((p) => p.id === partId);
  if (!part) throw new LimberError('not-found', 'That part is no longer there.');
  const twin = findPart(doc, tokens);
  if (twin && twin.id !== partId) {
    throw new LimberError(
      'name-taken',
      `There is a ${labelFor(tokens)} already.`,
      'Choose another name, or add a number.',
    );
  }
  const diff = new DiffBuilder();
  diff.update(part, { group: tokens.group, side: tokens.side, part: tokens.part, index: tokens.index });
  if (part.parentId === null) {
    const others = doc.parts.filter((p) => p.id !== partId);
    const parent = usualParent(tokens, others);
    if (parent !== null && !makesRing(doc, part, others[parent].id)) diff.update(part, { parentId: others[parent].id });
  }
  return diff.build();
}

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

/** @throws LimberError `not-two-pieces` */
export function refuseOnePiece(a: PieceRow, b: PieceRow): void {
  if (a.id !== b.id && a.viewId === b.viewId) return;
  throw new LimberError('not-two-pieces', 'A joint needs two pieces of the same view.');
}

/** The sheets that follow from the rest, as they came out; null clears a sheet. */
export function setSheets(
  doc: CharacterDoc,
  sheets: Map<PieceId, Partial<Pick<PieceRow, 'overlap' | 'under' | 'clean' | 'line'>>>,
): Diff {
  const diff = new DiffBuilder();
  for (const [id, change] of sheets) diff.update(pieceById(doc, id), change);
  return diff.build();
}

/** Two diffs made one after the other, as one. */
export function joinDiffs(first: Diff, second: Diff): Diff {
  const diff = new DiffBuilder();
  for (const row of first.added) diff.add(row);
  for (const row of first.removed) diff.remove(row);
  for (const [before, after] of first.updated) diff.update(before, after);
  for (const row of second.removed) diff.remove(row);
  for (const row of second.added) diff.add(row);
  for (const [before, after] of second.updated) {
    const { version: _, ...content } = after;
    diff.update(before, content);
  }
  return diff.build();
}
