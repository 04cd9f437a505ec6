import { createPlaced, trimToPaint, uniteRects, type PlacedBitmap } from '../raster/bitmap.js';
import { compositeOverMutable } from '../raster/composite.js';

/** A piece's sheets as bitmaps; null where it has none of that kind. */
export interface SheetBitmaps {
  under: PlacedBitmap | null;
  overlap: PlacedBitmap | null;
  face: PlacedBitmap | null;
}

/** A piece's image: under, overlap and face composited in that order; null for a piece without any paint. */
export function composePiece({ under, overlap, face }: SheetBitmaps): PlacedBitmap | null {
  return mergeSheets([under, overlap, face]);
}

/** Draws sheets over one another into the smallest bitmap that holds their paint; null where there is none. */
export function mergeSheets(sheets: readonly (PlacedBitmap | null)[]): PlacedBitmap | null {
  const present = sheets.filter((sheet): sheet is PlacedBitmap => sheet !== null);
  if (present.length === 0) return null;
  if (present.length === 1) return trimToPaint(present[0]);
  const merged = createPlaced(present.map(({ x, y, width, height }) => ({ x, y, width, height })).reduce(uniteRects));
  for (const sheet of present) compositeOverMutable(merged, sheet);
  return trimToPaint(merged);
}
