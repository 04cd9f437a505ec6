import { drawOrder } from '../document/family.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { cellsOfMask } from './coming-into-view.js';
import { bareCells } from './find-bare.js';
import type { Cells } from './ring-cover.js';
import { shapeOf } from './shape-of-piece.js';
import type { WholeShape } from './whole-shape.js';

/**
 * Where a piece goes on beneath others, as its contour proposes it, and has no paint; null where it ends where it is hidden. It
 * is kept with the piece's shape, and found again while its paint is the same.
 * @param index the piece's place in the draw order
 * @param art pictures of this piece and of all that are drawn after it
 */
export function unpaintedOf(doc: CharacterDoc, viewId: ViewId, art: ViewArt, index: number): Cells | null {
  const shape = shapeOf(doc, viewId, art, index);
  if (!shape) return null;
  const image = imageOf(art, drawOrder(doc, viewId)[index].id);
  const kept = found.get(shape);
  if (kept && kept.image === image) return laidOut(kept);
  const cells = bareCells(cellsOfMask(shape.hidden, art.design), image);
  found.set(shape, { image, frame: { ...cells, data: NO_DATA }, on: placesOn(cells) });
  return cells;
}

const NO_DATA = new Uint8Array(0);

/** Cells as they are kept: few are on, and a whole canvas of them for every piece would fill the memory. */
interface Kept {
  image: PlacedBitmap | null;
  frame: Cells;
  /** The places of those that are on. */
  on: Int32Array;
}

const found = new WeakMap<WholeShape, Kept>();

function placesOn({ data }: Cells): Int32Array {
  const on: number[] = [];
  for (let i = 0; i < data.length; i++) if (data[i] > 0) on.push(i);
  return Int32Array.from(on);
}

function laidOut({ frame, on }: Kept): Cells {
  const data = new Uint8Array(frame.width * frame.height);
  for (const i of on) data[i] = 255;
  return { ...frame, data };
}
