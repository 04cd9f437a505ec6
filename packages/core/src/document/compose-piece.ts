import { createPlaced, trimToPaint, uniteRects, type PlacedBitmap } from '../raster/bitmap.js';
import { compositeOverMutable } from '../raster/composite.js';

/** A piece's sheets as bitmaps; null where it has none of that kind. */
export interface SheetBitmaps {
  under: PlacedBitmap | null;
  overlap: PlacedBitmap | null;
  face: PlacedBitmap | null;
  /** Drawn in place of the face, where there is one. */
  clean?: PlacedBitmap | null;
  /** Drawn beneath all fills of the limb, and no part of the piece's own image. */
  line?: PlacedBitmap | null;
  /** Paint that came with the piece's own layers. */
  own?: PlacedBitmap | null;
  /** Pixels taken and left where they were. */
  extra?: PlacedBitmap | null;
  /** Paint that the artist has put or taken beneath. */
  beneath?: PlacedBitmap | null;
}

/** The sheets of a piece that follow from faces, draw order, joints and the piece's own settings. */
export interface DerivedSheets {
  overlap: PlacedBitmap | null;
  under: PlacedBitmap | null;
  clean: PlacedBitmap | null;
  line: PlacedBitmap | null;
}

/** A piece's image: under, overlap and face (or what is drawn in its place) composited in that order; null for a piece without any paint. */
export function composePiece(sheets: SheetBitmaps): PlacedBitmap | null {
  let image = composed.get(sheets);
  if (image === undefined) {
    const { under, overlap, face, clean } = sheets;
    image = mergeSheets([under, overlap, clean ?? face]);
    composed.set(sheets, image);
  }
  return image;
}

/** A piece's image over the outline that it has beneath its limb's fills; null for a piece without any paint. */
export function composeWithLine(sheets: SheetBitmaps): PlacedBitmap | null {
  return mergeSheets([sheets.line ?? null, composePiece(sheets)]);
}

/** Sheets are never changed once they are made: what they compose to is kept as long as they are. */
const composed = new WeakMap<SheetBitmaps, PlacedBitmap | null>();

/** Draws sheets over one another into the smallest bitmap that holds their paint; null where there is none. */
export function mergeSheets(sheets: readonly (PlacedBitmap | null)[]): PlacedBitmap | null {
  const present = sheets.filter((sheet): sheet is PlacedBitmap => sheet !== null);
  if (present.length === 0) return null;
  if (present.length === 1) return trimToPaint(present[0]);
  const merged = createPlaced(present.map(({ x, y, width, height }) => ({ x, y, width, height })).reduce(uniteRects));
  for (const sheet of present) compositeOverMutable(merged, sheet);
  return trimToPaint(merged);
}
