import type { Bitmap } from '../raster/bitmap.js';
import { isFilled, type CellGrid } from '../raster/cell-grid.js';

/**
 * Lays a lattice of cells over a picture: those are filled that have paint, or are within 1 px of it. Nodes are the corners of cells,
 * row by row, one more than cells each way.
 * @param size px a side of a cell, whole
 */
export function paintLattice({ width, height, data }: Bitmap, size: number): CellGrid {
  // A cell more all round: paint at the picture's edge is let out by 1 px as well.
  const [columns, rows] = [Math.ceil(width / size) + 2, Math.ceil(height / size) + 2];
  const filled = new Uint8Array(columns * rows);
  const cellOf = (px: number) => Math.floor(px / size) + 1;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (data[(y * width + x) * 4 + 3] === 0) continue;
      for (let row = cellOf(y - 1); row <= cellOf(y + 1); row++)
        for (let column = cellOf(x - 1); column <= cellOf(x + 1); column++) filled[row * columns + column] = 1;
    }
  return { size, columns, rows, filled };
}

/** Where a node lies, px of the picture. */
export function nodePlace({ size }: CellGrid, column: number, row: number): { x: number; y: number } {
  return { x: (column - 1) * size, y: (row - 1) * size };
}

/** How many of the four cells at a node are filled. */
export function filledAround(lattice: CellGrid, column: number, row: number): number {
  let count = 0;
  for (let k = 0; k < 4; k++) if (isFilled(lattice, column - (k & 1), row - (k >> 1))) count++;
  return count;
}
