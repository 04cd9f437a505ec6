import { DiffBuilder, applyDiff, joinDiffs } from '../document/diff.js';
import { makesRing, partsAbove } from '../document/family.js';
import { findPart, knownBy } from '../document/find.js';
import { isNeeded, removePart } from '../document/removal.js';
import { labelFor, type NameTokens } from '../document/naming.js';
import type { CharacterDoc, Diff, HandleId, HandleRow, PartId, PieceId, PieceRow, ViewId } from '../document/rows.js';
import { LimberError } from '../errors.js';
import { viewById } from '../document/view-edits.js';
import { setParent } from './stack-edits.js';

/** A handle to be begun: its name, its place, and the parts that are hung from it. */
export interface FreshHandle {
  handleId: HandleId;
  partId: PartId;
  viewId: ViewId;
  tokens: NameTokens;
  partIds: readonly PartId[];
  x: number;
  y: number;
}

/**
 * Begins a handle above some parts, which hang from it then; it hangs from what they hung from.
 * @throws LimberError `not-found`, `name-taken`, `apart`, `outside`, `ring`
 */
export function addHandle(doc: CharacterDoc, fresh: FreshHandle): Diff {
  const { handleId, partId, viewId, tokens, partIds, x, y } = fresh;
  if (findPart(doc, tokens))
    throw new LimberError('name-taken', `There is a ${labelFor(tokens)} already.`, 'Name it otherwise.');
  refuseOutside(doc, viewId, x, y);
  const parts = partIds.map((id) => {
    const part = doc.parts.find((one) => one.id === id);
    if (!part) throw new LimberError('not-found', 'One of the parts is no longer there.');
    return part;
  });
  // What hangs from another of them follows it already.
  const heads = parts.filter(({ parentId }) => !parts.some((other) => makesRing(doc, other, parentId)));
  const [parentId = null, ...others] = new Set(heads.map((part) => part.parentId));
  if (others.length > 0) {
    throw new LimberError(
      'apart',
      'These parts hang from different ones.',
      'Pick parts that move with the same one, or hang them from it first.',
    );
  }
  const diff = new DiffBuilder();
  const characterId = doc.character.id;
  diff.add({ table: 'part', id: partId, version: 1, characterId, ...tokens, parentId, alone: false });
  diff.add({ table: 'handle', id: handleId, version: 1, viewId, partId, x, y });
  const begun = diff.build();
  return joinDiffs(
    begun,
    setParent(
      applyDiff(doc, begun),
      heads.map(({ id }) => id),
      partId,
    ),
  );
}

/** Finds a handle. @throws LimberError `not-found` */
export function handleById(doc: CharacterDoc, id: HandleId): HandleRow {
  const handle = doc.handles.find((one) => one.id === id);
  if (!handle) throw new LimberError('not-found', 'That handle is no longer there.', 'Undo brings it back.');
  return handle;
}

/** Puts a handle's pivot elsewhere. @throws LimberError `not-found`, `outside` */
export function moveHandle(doc: CharacterDoc, id: HandleId, x: number, y: number): Diff {
  const handle = handleById(doc, id);
  refuseOutside(doc, handle.viewId, x, y);
  const diff = new DiffBuilder();
  diff.update(handle, { x, y });
  return diff.build();
}

/** Takes a handle away; what hung from it hangs from what it hung from. @throws LimberError `not-found` */
export function deleteHandle(doc: CharacterDoc, id: HandleId): Diff {
  const handle = handleById(doc, id);
  const diff = new DiffBuilder();
  diff.remove(handle);
  const part = doc.parts.find((one) => one.id === handle.partId);
  if (part && !isNeeded(doc, part, id)) removePart(doc, part, part.parentId, diff);
  return diff.build();
}

/** The pieces that turn with a handle. */
export function movedByHandle(doc: CharacterDoc, { viewId, partId }: HandleRow): Set<PieceId> {
  const hung = doc.pieces.filter(
    (piece) => piece.viewId === viewId && [...partsAbove(doc, piece.partId)].includes(partId),
  );
  return new Set(hung.map(({ id }) => id));
}

/** What a handle hangs from in its view: a piece, another handle, or nothing. */
export function aboveHandle(doc: CharacterDoc, { viewId, partId: own }: HandleRow): PieceRow | HandleRow | null {
  for (const partId of partsAbove(doc, own)) {
    const found = [...doc.pieces, ...doc.handles].find((one) => one.viewId === viewId && one.partId === partId);
    if (found) return found;
  }
  return null;
}

function refuseOutside(doc: CharacterDoc, viewId: ViewId, x: number, y: number): void {
  const { width, height } = viewById(doc, viewId);
  if (x >= 0 && y >= 0 && x <= width && y <= height) return;
  throw new LimberError('outside', 'A handle turns about a place on the canvas.', 'Put it there.');
}

/** Where a handle above some pieces (one at least) is begun: the middle of the places they hang at: the pivots of those that turn, or else their faces' middles. */
export function handlePlace(doc: CharacterDoc, pieces: readonly PieceRow[]): { x: number; y: number } {
  const places = pieces.map((piece) => {
    const joint = doc.joints.find(({ childId }) => childId === piece.id);
    const { x, y, width, height } = knownBy(doc, piece);
    return joint ?? { x: x + width / 2, y: y + height / 2 };
  });
  const mean = (axis: 'x' | 'y') => Math.round(places.reduce((sum, place) => sum + place[axis], 0) / places.length);
  return { x: mean('x'), y: mean('y') };
}
