import { INSIDE, type Mask } from '../../raster/mask.js';
import type { BodyFrame } from './body-frame.js';

/** A limb that stands out from the figure: what lies between its tip and where it joins the rest. */
export interface Lobe {
  kind: 'head' | 'arm' | 'leg';
  /** A lies on the left of the picture; null for a head. */
  side: 'A' | 'B' | null;
  tip: { x: number; y: number };
}

/** The limbs of a figure by its silhouette alone, in whatever pose. */
export interface FigureLobes {
  lobes: Lobe[];
  /** The limb that a place belongs to, -1 for the trunk, and how far along it that lies: 0 at its root, 1 at its tip. */
  at: (x: number, y: number) => { lobe: number; along: number };
  /** The limb that is nearest by way of the figure; -1 where there is none. */
  nearest: (x: number, y: number) => number;
}

/** Cells that a figure's height is divided in. */
const CELLS = 180;
/** What stands out less than this share of the height is no limb. */
const STANDS_OUT = 0.08;
/** A foot's tip lies within this share of the height from the floor. */
const FOOT = 0.14;

/** Half a figure's width with its arms down is at most this share of its height. */
const WIDEST = 0.26;
/** Where a shoulder lies: out from the axis, of half the width; down from the neck, of the height. */
const SHOULDER = { u: 0.48, down: 0.04 };

/** A figure on square cells. */
interface Grid {
  size: number;
  columns: number;
  rows: number;
  filled: Uint8Array;
}

/** A part of the figure that hangs together at more than some distance from its middle. */
interface Branch {
  peak: number;
  cells: number[];
  /** Is its limb told from the rest already? */
  isTold: boolean;
}

/** A limb before it is known what it is. */
interface Found {
  cells: number[];
  tip: number;
  /** In cells, from the middle of the figure. */
  from: number;
  to: number;
}

/**
 * Finds the limbs of a figure by its silhouette: going in from the tips, by how far they lie from the middle of the chest by way
 * of the figure, a limb ends where it meets the rest. Arms that lie close to the trunk are none of their own.
 */
export function figureLobes(silhouette: Mask, frame: BodyFrame): FigureLobes {
  const tall = frame.floorY - frame.crownY;
  const size = Math.max(1, Math.round(tall / CELLS));
  const grid = gridOf(silhouette, size);
  const chest = cellNear(grid, frame.axisX, frame.neckY + 0.35 * (frame.crotchY - frame.neckY));
  const far = chest < 0 ? new Float64Array(grid.filled.length).fill(Infinity) : distances(grid, [chest]);
  const found = branchesOf(grid, far, (STANDS_OUT * tall) / size);
  const told = tell(grid, found, frame);
  const owner = new Int8Array(grid.filled.length).fill(-1);
  told.forEach(({ found: { cells } }, lobe) => {
    for (const cell of cells) owner[cell] = lobe;
  });
  const measures = told.map(({ found: { cells, from, to, tip }, lobe: { kind, side } }) => {
    const wide = cells.length / Math.max(1, to - from);
    // Legs part at the crotch: what lies farther up is what they are dressed in.
    if (kind === 'leg')
      for (const cell of cells) if ((Math.floor(cell / grid.columns) + 0.5) * size < frame.crotchY) owner[cell] = -1;
    if (kind !== 'arm') return { far, from, to, grows: 0 };
    // Where an arm that hangs down parts from the trunk is its armpit; it is measured from the shoulder.
    const half = Math.min(frame.halfWidth, WIDEST * tall);
    const shoulder = cellNear(
      grid,
      frame.axisX + (side === 'A' ? -1 : 1) * SHOULDER.u * half,
      frame.neckY + SHOULDER.down * tall,
    );
    const own = distances(grid, [shoulder]);
    // What lies nearer to the axis than the shoulder's own round is the trunk's.
    const round = middleWidth(cells, own, own[tip]) / 2;
    const least = Math.abs((shoulder % grid.columns) - frame.axisX / size) - round;
    for (const cell of cells)
      if (Math.abs((cell % grid.columns) - frame.axisX / size) < least && sideOf(grid, cell, frame) === side)
        owner[cell] = -1;
    return { far: own, from: 0, to: own[tip], grows: Math.min(round, wide / 2) };
  });
  const nearest = grown(grid, owner, () => Infinity);
  const reached = grown(grid, owner, (lobe) => measures[lobe].grows);
  const cellAt = (x: number, y: number) =>
    Math.min(grid.rows - 1, Math.floor(y / size)) * grid.columns + Math.min(grid.columns - 1, Math.floor(x / size));
  return {
    lobes: told.map(({ lobe }) => lobe),
    at(x, y) {
      const cell = cellAt(x, y);
      const lobe = reached[cell];
      if (lobe < 0) return { lobe, along: 0 };
      const { far: own, from, to } = measures[lobe];
      return { lobe, along: Math.min(1, Math.max(0, (own[cell] - from) / Math.max(1, to - from))) };
    },
    nearest: (x, y) => nearest[cellAt(x, y)],
  };
}

/** On which side of the axis a cell lies. */
function sideOf({ size, columns }: Grid, cell: number, { axisX }: BodyFrame): 'A' | 'B' {
  return ((cell % columns) + 0.5) * size < axisX ? 'A' : 'B';
}

/** How wide a limb is between a third and two thirds of its length, in cells. */
function middleWidth(cells: readonly number[], far: Float64Array, long: number): number {
  const middle = cells.filter((cell) => far[cell] > long / 3 && far[cell] < (2 * long) / 3).length;
  return middle / Math.max(1, long / 3);
}

function gridOf({ width, height, data }: Mask, size: number): Grid {
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

/** The filled cell nearest to a place; -1 for none. */
function cellNear({ size, columns, filled }: Grid, x: number, y: number): number {
  let [best, least] = [-1, Infinity];
  for (let cell = 0; cell < filled.length; cell++) {
    if (filled[cell] === 0) continue;
    const off = Math.hypot((cell % columns) + 0.5 - x / size, Math.floor(cell / columns) + 0.5 - y / size);
    if (off < least) [best, least] = [cell, off];
  }
  return best;
}

const STEPS = [-1, 0, 1].flatMap((dy) =>
  [-1, 0, 1].flatMap((dx) => (dx === 0 && dy === 0 ? [] : [{ dx, dy, length: Math.hypot(dx, dy) }])),
);

function eachBeside(
  { columns, rows, filled }: Grid,
  cell: number,
  tell: (beside: number, length: number) => void,
): void {
  const [column, row] = [cell % columns, Math.floor(cell / columns)];
  for (const { dx, dy, length } of STEPS) {
    const [x, y] = [column + dx, row + dy];
    if (x >= 0 && y >= 0 && x < columns && y < rows && filled[y * columns + x] === 1) tell(y * columns + x, length);
  }
}

/** By cell, how far it is from some cells by way of the figure, in cells; Infinity where no way leads. */
function distances(grid: Grid, from: readonly number[]): Float64Array {
  const far = new Float64Array(grid.filled.length).fill(Infinity);
  const waiting = [...from];
  for (const cell of from) far[cell] = 0;
  for (let next = 0; next < waiting.length; next++) {
    const cell = waiting[next];
    eachBeside(grid, cell, (beside, length) => {
      if (far[cell] + length >= far[beside] - 1e-9) return;
      far[beside] = far[cell] + length;
      waiting.push(beside);
    });
  }
  return far;
}

/** Limbs: what hangs together beyond some distance, down to where it meets another such. */
function branchesOf(grid: Grid, far: Float64Array, least: number): Found[] {
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

/** What some limbs are: the head has the crown, legs end on the floor, arms are the longest of the others, one a side. */
function tell({ size, columns }: Grid, found: readonly Found[], frame: BodyFrame): { found: Found; lobe: Lobe }[] {
  const tall = frame.floorY - frame.crownY;
  const placeOf = (cell: number) => ({
    x: ((cell % columns) + 0.5) * size,
    y: (Math.floor(cell / columns) + 0.5) * size,
  });
  const meanOf = ({ cells }: Found) => cells.reduce((sum, cell) => sum + placeOf(cell).x, 0) / cells.length;
  const told: { found: Found; lobe: Lobe }[] = [];
  const rest: { found: Found; side: 'A' | 'B'; tip: { x: number; y: number }; long: number }[] = [];
  for (const one of found) {
    const tip = placeOf(one.tip);
    const hasCrown = one.cells.some((cell) => placeOf(cell).y <= frame.crownY + size);
    const side = meanOf(one) < frame.axisX ? 'A' : 'B';
    if (hasCrown) told.push({ found: one, lobe: { kind: 'head', side: null, tip } });
    else if (tip.y > frame.floorY - FOOT * tall) told.push({ found: one, lobe: { kind: 'leg', side, tip } });
    else if (tip.y > frame.crownY) rest.push({ found: one, side, tip, long: one.to - one.from });
  }
  for (const side of ['A', 'B'] as const) {
    const [longest] = rest.filter((one) => one.side === side).sort((a, b) => b.long - a.long);
    if (longest) told.push({ found: longest.found, lobe: { kind: 'arm', side, tip: longest.tip } });
  }
  // Of two legs on one side of the axis, the one farther left is A.
  const legs = told.filter(({ lobe }) => lobe.kind === 'leg').sort((a, b) => meanOf(a.found) - meanOf(b.found));
  if (legs.length === 2) {
    legs[0].lobe.side = 'A';
    legs[1].lobe.side = 'B';
  }
  return told;
}

/** Limbs let out into the rest of the figure by so many cells each; every cell goes to the limb that reaches it first. */
function grown(grid: Grid, owner: Int8Array, reach: (lobe: number) => number): Int8Array {
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
