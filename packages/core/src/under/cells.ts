import type { PieceId } from '../document/rows.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import type { PlacedBitmap, Rect } from '../raster/bitmap.js';
import { INSIDE, type PlacedMask } from '../raster/mask.js';

/** A mask of cells, each a square of the canvas: its place, width and height count cells from the canvas's top left. */
export interface Cells extends PlacedMask {
  /** px along a cell's side. */
  size: number;
}

/** The longest side of a canvas that is looked at pixel by pixel; larger ones by cells. */
const FINE = 1600;

/** px along the side of a cell in which a canvas is looked at. */
function cellSize({ width, height }: { width: number; height: number }): number {
  return Math.max(1, Math.ceil(Math.max(width, height) / FINE));
}

/** A picture as cells: above 0 where it has paint in a cell's middle. */
export function cellsOf(picture: PlacedBitmap | null, canvas: { width: number; height: number }): Cells {
  return cellsWhere(canvas, picture, 4);
}

/** A mask as cells. */
export function cellsOfMask(mask: PlacedMask | null, canvas: { width: number; height: number }): Cells {
  return cellsWhere(canvas, mask, 1);
}

/** @param bytes of a pixel, the last of which says how much it covers */
function cellsWhere(
  canvas: { width: number; height: number },
  at: (Rect & { data: Uint8Array }) | null,
  bytes: number,
): Cells {
  const size = cellSize(canvas);
  if (!at) return { x: 0, y: 0, width: 0, height: 0, size, data: new Uint8Array(0) };
  const middle = size >> 1;
  const first = (from: number) => Math.max(0, Math.ceil((from - middle) / size));
  const [x, y] = [first(at.x), first(at.y)];
  const width = Math.max(0, Math.min(Math.ceil(canvas.width / size), first(at.x + at.width)) - x);
  const height = Math.max(0, Math.min(Math.ceil(canvas.height / size), first(at.y + at.height)) - y);
  const data = new Uint8Array(width * height);
  for (let row = 0, i = 0; row < height; row++) {
    let from = ((y + row) * size + middle - at.y) * at.width + x * size + middle - at.x;
    for (let column = 0; column < width; column++, i++, from += size)
      if (at.data[from * bytes + bytes - 1] > INSIDE) data[i] = 255;
  }
  return { x, y, width, height, size, data };
}

/** What a piece of a view covers, as cells; empty for a piece without paint. */
export function paintCells(art: ViewArt, pieceId: PieceId): Cells {
  const image = imageOf(art, pieceId);
  const known = image && painted.get(image);
  if (known) return known;
  const cells = cellsOf(image, art.design);
  if (image) painted.set(image, cells);
  return cells;
}

/** A piece's image is composed once, and is never changed then. */
const painted = new WeakMap<PlacedBitmap, Cells>();
