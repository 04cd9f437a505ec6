import type { CharacterDoc, ViewId } from '../document/rows.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { cropPlaced, placedAt, rectsMeet, wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
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

/** px along the sides of a tile, at most. */
const TILE = { width: 512, height: 256 };

/** A canvas in tiles: those that an edit does not touch need not be compared anew. */
export function tilesOf({ width, height }: { width: number; height: number }): Rect[] {
  const rows = Array.from({ length: Math.ceil(height / TILE.height) }, (_, at) => at * TILE.height);
  const columns = Array.from({ length: Math.ceil(width / TILE.width) }, (_, at) => at * TILE.width);
  return rows.flatMap((y) =>
    columns.map((x) => ({
      x,
      y,
      width: Math.min(TILE.width, width - x),
      height: Math.min(TILE.height, height - y),
    })),
  );
}

/**
 * All pieces drawn in order with nothing turned, on top of what is still uncut, compared with the design.
 * Offcuts therefore do not count here: they have a check of their own.
 * @param within what of the canvas is compared; all of it where not given
 */
export function compareAtRest(doc: CharacterDoc, viewId: ViewId, art: ViewArt, within: Rect = art.design): Difference {
  const rest = atRest(doc, viewId, art, within);
  const drawn = composite(within.width, within.height, rest.images, canvas);
  canvas = drawn.data;
  drawOnUncutMutable(drawn, rest);
  const difference = compareBitmaps(drawn, rest.design);
  const { bounds } = difference;
  return { ...difference, bounds: bounds && { ...bounds, x: bounds.x + within.x, y: bounds.y + within.y } };
}

/** What is drawn at rest. */
interface AtRest {
  design: PlacedBitmap;
  /** What is drawn, back to front. */
  images: readonly PlacedBitmap[];
  faces: readonly PlacedBitmap[];
}

/** Some of a view, moved to a canvas of its own that begins there. */
function atRest(doc: CharacterDoc, viewId: ViewId, art: ViewArt, within: Rect): AtRest {
  const { x, y } = within;
  const moved = (picture: PlacedBitmap | null) =>
    picture && rectsMeet(picture, within) ? [placedAt(picture, picture.x - x, picture.y - y)] : [];
  return {
    design: placedAt(cropPlaced(art.design, within), 0, 0),
    images: pieceImages(doc, viewId, art).flatMap(({ image }) => moved(image)),
    faces: [...art.pieces.values()].flatMap(({ face }) => moved(face)),
  };
}

/** Draws anew, on the design's own paint, what is in no piece: most of a character is cut, and stays. */
function drawOnUncutMutable(drawn: PlacedBitmap, { design, images, faces }: AtRest): void {
  const to = wordsOf(drawn);
  const wanted = wordsOf(design);
  const isTaken = takenTest(faces, design);
  for (let i = 0; i < to.length; i++) {
    const word = to[i];
    // What is drawn opaque covers what may be uncut below; where nothing is, nothing is drawn on it.
    if (word >>> 24 === 255 || (word === wanted[i] && word >>> 24 === 0) || isTaken(i)) continue;
    if (word >>> 24 === 0) to[i] = wanted[i];
    else {
      const x = i % design.width;
      const y = (i - x) / design.width;
      to[i] = images.reduce((below, image) => overWord(wordAt(image, x, y), below), wanted[i]);
    }
  }
}

/** Pixels that are asked of one by one, before it is worth finding out about all of them. */
const ASKED = 2000;

/** Has a piece taken a pixel of the design, by its index? */
function takenTest(faces: readonly PlacedBitmap[], design: PlacedBitmap): (i: number) => boolean {
  let owner: Uint16Array | null = null;
  let asked = 0;
  return (i) => {
    if (++asked > ASKED) {
      owner ??= mapOwners(faces, design).owner;
      return owner[i] !== 0;
    }
    const x = i % design.width;
    const y = (i - x) / design.width;
    return faces.some((face) => wordAt(face, x, y) >>> 24 !== 0);
  };
}

function wordAt(image: PlacedBitmap, x: number, y: number): number {
  const column = x - image.x;
  const row = y - image.y;
  if (column < 0 || row < 0 || column >= image.width || row >= image.height) return 0;
  const at = (row * image.width + column) * 4;
  const { data } = image;
  return (data[at] | (data[at + 1] << 8) | (data[at + 2] << 16) | (data[at + 3] << 24)) >>> 0;
}
