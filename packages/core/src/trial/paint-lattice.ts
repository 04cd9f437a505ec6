import type { Bitmap } from '../raster/bitmap.js';

/** A picture's paint on a lattice of square cells. Nodes are the corners of cells, row by row, one more than cells each way. */
export interface PaintLattice {
  /** px a side of a cell. */
  size: number;
  columns: number;
  rows: number;
  /** By cell: is there paint in it, or within 1 px of it? */
  filled: Uint8Array;
}

/** Lays a lattice over a picture. @param size px a side of a cell, whole */
export function paintLattice({ width, height, data }: Bitmap, size: number): PaintLattice {
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

/** Is a cell filled? Beyond the lattice none is. */
export function isFilled({ columns, rows, filled }: PaintLattice, column: number, row: number): boolean {
  return column >= 0 && row >= 0 && column < columns && row < rows && filled[row * columns + column] === 1;
}

/** Where a node lies, px of the picture. */
export function nodePlace({ size }: PaintLattice, column: number, row: number): { x: number; y: number } {
  return { x: (column - 1) * size, y: (row - 1) * size };
}

/** How many of the four cells at a node are filled. */
export function filledAround(lattice: PaintLattice, column: number, row: number): number {
  let count = 0;
  for (let k = 0; k < 4; k++) if (isFilled(lattice, column - (k & 1), row - (k >> 1))) count++;
  return count;
}
