/** A picture or a figure on square cells. */
export interface CellGrid {
  /** px a side of a cell. */
  size: number;
  columns: number;
  rows: number;
  /** By cell, row by row: 1 where there is something. */
  filled: Uint8Array;
}

/** Is a cell filled? Beyond the edge none is. */
export function isFilled({ columns, rows, filled }: CellGrid, column: number, row: number): boolean {
  return column >= 0 && row >= 0 && column < columns && row < rows && filled[row * columns + column] === 1;
}

/** The middle of a cell, px. */
export function middleOfCell({ size, columns }: CellGrid, cell: number): { x: number; y: number } {
  return { x: ((cell % columns) + 0.5) * size, y: (Math.floor(cell / columns) + 0.5) * size };
}

/** The filled cell whose middle is nearest to a place, in cells; -1 for none. */
export function nearestFilled({ columns, filled }: CellGrid, column: number, row: number): number {
  let [best, least] = [-1, Infinity];
  for (let cell = 0; cell < filled.length; cell++) {
    if (filled[cell] === 0) continue;
    const off = Math.hypot((cell % columns) + 0.5 - column, Math.floor(cell / columns) + 0.5 - row);
    if (off < least) [best, least] = [cell, off];
  }
  return best;
}

/** The eight cells round a cell, and how far they are. */
const AROUND = [-1, 0, 1].flatMap((dy) =>
  [-1, 0, 1].flatMap((dx) => (dx === 0 && dy === 0 ? [] : [{ dx, dy, length: Math.hypot(dx, dy) }])),
);

/** Tells the filled cells round a cell, and how far they are, in cells. */
export function eachBeside(cells: CellGrid, cell: number, tell: (beside: number, length: number) => void): void {
  const { columns } = cells;
  const [column, row] = [cell % columns, Math.floor(cell / columns)];
  for (const { dx, dy, length } of AROUND)
    if (isFilled(cells, column + dx, row + dy)) tell(cell + dy * columns + dx, length);
}

/** By cell, how far it is from some cells by way of filled ones, in cells; Infinity where no way leads. */
export function distances(cells: CellGrid, from: readonly number[]): Float64Array {
  const far = new Float64Array(cells.filled.length).fill(Infinity);
  const waiting = [...from];
  for (const cell of from) far[cell] = 0;
  for (let next = 0; next < waiting.length; next++) {
    const cell = waiting[next];
    eachBeside(cells, cell, (beside, length) => {
      if (far[cell] + length >= far[beside] - 1e-9) return;
      far[beside] = far[cell] + length;
      waiting.push(beside);
    });
  }
  return far;
}
