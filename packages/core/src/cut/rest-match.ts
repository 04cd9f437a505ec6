import type { CharacterDoc, ViewId } from '../document/rows.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { compareBitmaps, type Difference } from '../raster/compare.js';
import { composite } from '../raster/composite.js';
import { uncutPaint } from './offcuts.js';

/** Drawn on again and again: what is drawn at rest is only compared, and never kept. */
let canvas: Uint8Array = new Uint8Array(0);

/** What of a view's design no piece has taken; null where everything is cut. */
export function uncutOf(art: ViewArt): PlacedBitmap | null {
  return uncutPaint(
    art.design,
    [...art.pieces.values()].map(({ face }) => face),
  );
}

/**
 * All pieces drawn in order with nothing turned, on top of what is still uncut, compared with the design.
 * Offcuts therefore do not count here: they have a check of their own.
 */
export function compareAtRest(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Difference {
  const { width, height } = art.design;
  const uncut = uncutOf(art);
  const images = pieceImages(doc, viewId, art).map(({ image }) => image);
  const drawn = composite(width, height, uncut ? [uncut, ...images] : images, canvas);
  canvas = drawn.data;
  return compareBitmaps(drawn, art.design);
}
