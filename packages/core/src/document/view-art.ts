import type { PlacedBitmap } from '../raster/bitmap.js';
import { composePiece, type SheetBitmaps } from './compose-piece.js';
import { drawSteps, type DrawStep } from './family.js';
import type { CharacterDoc, DrawingViewId, PieceId, ViewId } from './rows.js';

/** The decoded pictures of one view. */
export interface ViewArt {
  /** The whole canvas, at 0, 0. */
  design: PlacedBitmap;
  pieces: Map<PieceId, SheetBitmaps>;
  /** The pictures of swap drawings in this view, where they were asked for. */
  drawings?: ReadonlyMap<DrawingViewId, PlacedBitmap>;
  /** And their second ones. */
  overs?: ReadonlyMap<DrawingViewId, PlacedBitmap>;
}

/** An image of a view: a piece, or the outline that lies beneath its limb's fills. */
export interface PieceImage {
  id: PieceId;
  sheet: DrawStep['sheet'];
  image: PlacedBitmap;
}

/** A piece's image; null for one that is not there or has no paint. */
export function imageOf({ pieces }: ViewArt, pieceId: PieceId): PlacedBitmap | null {
  const sheets = pieces.get(pieceId);
  return sheets ? composePiece(sheets) : null;
}

/** The images of a view's pieces, back to front, with the lines under all where they are drawn. */
export function pieceImages(doc: CharacterDoc, viewId: ViewId, art: ViewArt): PieceImage[] {
  return drawSteps(doc, viewId).flatMap(({ piece, sheet }) => {
    const sheets = art.pieces.get(piece.id);
    const image = sheets ? (sheet === 'line' ? (sheets.line ?? null) : composePiece(sheets)) : null;
    return image ? [{ id: piece.id, sheet, image }] : [];
  });
}
