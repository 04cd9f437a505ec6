import type { CharacterDoc, ViewId } from '../document/rows.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { compareBitmaps, type Difference } from '../raster/compare.js';
import { composite, overWord } from '../raster/composite.js';
import { uncutPaint } from './offcuts.js';
import { mapOwners } from './owners.js';

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
  const { design } = art;
  const images = pieceImages(doc, viewId, art).map(({ image }) => image);
  const drawn = composite(design.width, design.height, images, canvas);
  canvas = drawn.data;
  drawOnUncutMutable(drawn, images, art);
  return compareBitmaps(drawn, design);
}

/** Draws anew, on the design's own paint, what differs from it and is in no piece: most of a character is cut, and stays. */
function drawOnUncutMutable(drawn: PlacedBitmap, images: readonly PlacedBitmap[], { design, pieces }: ViewArt): void {
  const to = wordsOf(drawn);
  const wanted = wordsOf(design);
  let owner: Uint16Array | null = null;
  for (let i = 0; i < to.length; i++) {
    if (to[i] === wanted[i]) continue;
    // Who owns what is only looked for where something differs.
    owner ??= mapOwners(
      [...pieces.values()].map(({ face }) => face),
      design,
    ).owner;
    if (owner[i] !== 0) continue;
    if (to[i] >>> 24 === 0) to[i] = wanted[i];
    else if (to[i] >>> 24 < 255) {
      const x = i % design.width;
      const y = (i - x) / design.width;
      to[i] = images.reduce((below, image) => overWord(wordAt(image, x, y), below), wanted[i]);
    }
  }
}

function wordAt(image: PlacedBitmap, x: number, y: number): number {
  const column = x - image.x;
  const row = y - image.y;
  if (column < 0 || row < 0 || column >= image.width || row >= image.height) return 0;
  return wordsOf(image)[row * image.width + column];
}
