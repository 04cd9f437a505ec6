import { LimberError } from '../errors.js';
import type { NameTokens } from './naming.js';
import type { CharacterDoc, JointRow, PartId, PartRow, PieceId, PieceRow, SheetRef, ViewId } from './rows.js';

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

/**
 * The sheet that a piece is known by: its face, or of one that does not show at rest its paint beneath; of a thing that is
 * only held, the first of its drawings.
 */
export function knownBy(doc: CharacterDoc, { face, beneath, viewId, partId }: PieceRow): SheetRef {
  if (face.area > 0) return face;
  if (beneath) return beneath;
  const set = doc.swapSets.find((one) => one.partId === partId);
  const drawings = doc.drawings.filter(({ setId }) => setId === set?.id).map(({ id }) => id);
  const drawn = doc.drawingViews.find(
    (row) => row.picture && row.viewId === viewId && drawings.includes(row.drawingId),
  );
  return drawn?.picture ?? face;
}

/** Pieces of one view by their ids. @throws LimberError `not-found` where one is gone, or is another view's */
export function piecesOfView(doc: CharacterDoc, viewId: ViewId, ids: readonly PieceId[]): PieceRow[] {
  const pieces = ids.map((id) => pieceById(doc, id));
  if (pieces.some((piece) => piece.viewId !== viewId))
    throw new LimberError('not-found', 'One of the pieces is in another view.');
  return pieces;
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

/** @throws LimberError `not-two-pieces` */
export function refuseOnePiece(a: PieceRow, b: PieceRow): void {
  if (a.id !== b.id && a.viewId === b.viewId) return;
  throw new LimberError('not-two-pieces', 'A joint needs two pieces of the same view.');
}

/** The joints of a view that turn: a slide does not. */
export function turningJoints(doc: CharacterDoc, viewId: ViewId): JointRow[] {
  return doc.joints.filter((j) => j.viewId === viewId && j.kind !== 'slide');
}
