import { eachBeside, type CellGrid } from '../../raster/cell-grid.js';
import { INSIDE, type Mask } from '../../raster/mask.js';

/** A part of the figure that hangs together at more than some distance from its middle. */
interface Branch {
  peak: number;
  cells: number[];
  /** Is its limb told from the rest already? */
  isTold: boolean;
}

/** A limb before it is known what it is. */
export interface Found {
  cells: number[];
  tip: number;
  /** In cells, from the middle of the figure. */
  from: number;
  to: number;
}

/** A figure on square cells of so many px: those whose middle lies in it are filled. */
export function gridOf({ width, height, data }: Mask, size: number): CellGrid {
  const [columns, rows] = [Math.ceil(width / size), Math.ceil(height / size)];
  const filled = new Uint8Array(columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const x = Math.min(width - 1, column * size + (size >> 1));
      const y = Math.min(height - 1, row * size + (size >> 1));
      filled[row * columns + column] = data[y * width + x] > INSIDE ? 1 : 0;
    }
  return { size, columns, rows, filled };
}

/** By cell, how many cells lie between it and what is not the figure. */
export function depths(grid: CellGrid): Float64Array {
  const { filled } = grid;
  const deep = new Float64Array(filled.length);
  const isRim = (cell: number) => {
    let beside = 0;
    eachBeside(grid, cell, () => beside++);
    return beside < 8;
  };
  const waiting = [...filled.keys()].filter((cell) => filled[cell] === 1 && isRim(cell));
  for (const cell of waiting) deep[cell] = 1;
  for (let next = 0; next < waiting.length; next++)
    eachBeside(grid, waiting[next], (beside) => {
      if (deep[beside] > 0) return;
      deep[beside] = deep[waiting[next]] + 1;
      waiting.push(beside);
    });
  return deep;
}

/** Limbs: what hangs together beyond some distance, down to where it meets another such. */
export function branchesOf(grid: CellGrid, far: Float64Array, least: number): Found[] {
  const order = [...far.keys()].filter((cell) => Number.isFinite(far[cell])).sort((a, b) => far[b] - far[a]);
  const branchAt = new Map<number, Branch>();
  const found: Found[] = [];
  const take = (branch: Branch, from: number) => {
    if (branch.isTold || branch.peak - from < least) return;
    branch.isTold = true;
    found.push({ cells: [...branch.cells], tip: branch.cells[0], from, to: branch.peak });
  };
  for (const cell of order) {
    const beside = new Set<Branch>();
    eachBeside(grid, cell, (other) => {
      const branch = branchAt.get(other);
      if (branch) beside.add(branch);
    });
    const [own = { peak: far[cell], cells: [], isTold: false }, ...others] = [...beside].sort(
      (a, b) => b.peak - a.peak,
    );
    for (const other of others) {
      const isLimb = other.peak - far[cell] >= least;
      if (isLimb) {
        take(other, far[cell]);
        take(own, far[cell]);
      }
      for (const one of other.cells) branchAt.set(one, own);
      own.cells.push(...other.cells);
    }
    own.cells.push(cell);
    branchAt.set(cell, own);
  }
  return found;
}

/** Limbs let out into the rest of the figure by so many cells each; every cell goes to the limb that reaches it first. */
export function grown(grid: CellGrid, owner: Int8Array, reach: (lobe: number) => number): Int8Array {
  const out = owner.slice();
  const far = new Float64Array(owner.length).fill(Infinity);
  const waiting: number[] = [];
  for (let cell = 0; cell < owner.length; cell++)
    if (owner[cell] >= 0) {
      far[cell] = 0;
      waiting.push(cell);
    }
  for (let next = 0; next < waiting.length; next++) {
    const cell = waiting[next];
    eachBeside(grid, cell, (beside, length) => {
      const there = far[cell] + length;
      if (owner[beside] >= 0 || there > reach(out[cell]) || there >= far[beside] - 1e-9) return;
      far[beside] = there;
      out[beside] = out[cell];
      waiting.push(beside);
    });
  }
  return out;
}
