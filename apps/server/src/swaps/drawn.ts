import {
  composePiece,
  inView,
  pieceOfSet,
  setById,
  setName,
  type CharacterDoc,
  type DrawingRow,
  type PlacedBitmap,
  type Rect,
  type SwapSetRow,
  type ViewId,
  type ViewRow,
  LimberError,
} from '@limber-sheaf/core';
import { readArt, sheet, type DerivedOfView } from '../threads/pictures.js';

/** What the piece of a set shows in a view. @throws LimberError `not-found` */
export async function ownPicture(
  doc: CharacterDoc,
  set: SwapSetRow,
  viewId: ViewId,
  derived: DerivedOfView,
): Promise<PlacedBitmap> {
  const piece = pieceOfSet(doc, set, viewId);
  const art = piece && (await readArt(doc, viewId, derived, new Set([piece.id])));
  const sheets = piece && art?.pieces.get(piece.id);
  const own = sheets ? composePiece(sheets) : null;
  if (!own) throw new LimberError('not-found', `${setName(doc, set)} is not in this view.`, 'Cut it first.');
  return own;
}

/** What a drawing shows in a view; null for a blank one, or one that is not there. */
export async function drawnPicture(
  doc: CharacterDoc,
  drawing: DrawingRow,
  viewId: ViewId,
  derived: DerivedOfView,
): Promise<PlacedBitmap | null> {
  if (drawing.isDefault) return ownPicture(doc, setById(doc, drawing.setId), viewId, derived);
  return sheet(inView(doc, drawing.id, viewId)?.picture ?? null);
}

/** A view's canvas. */
export function canvasOf({ width, height }: ViewRow): Rect {
  return { x: 0, y: 0, width, height };
}
