import { drawOrder } from '../document/family.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { cellsOfMask, type Cells } from './cells.js';
import { bareCells } from './find-bare.js';
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
  if (kept?.image === image) return kept.cells;
  const cells = bareCells(cellsOfMask(shape.hidden, art.design), image);
  found.set(shape, { image, cells });
  return cells;
}

const found = new WeakMap<WholeShape, { image: PlacedBitmap | null; cells: Cells }>();
