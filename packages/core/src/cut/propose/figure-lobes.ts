import type { Mask } from '../../raster/mask.js';
import { distances, middleOfCell, nearestFilled, type CellGrid } from '../../raster/cell-grid.js';
import { branchesOf, gridOf, grown, type Found } from './figure-grid.js';
import type { BodyFrame } from './body-frame.js';

/** A limb that stands out from the figure: what lies between its tip and where it joins the rest. */
export interface Lobe {
  /** The group of its parts; a head with its neck is `head` where it is not to be split, and `neck` where it is. */
  kind: string;
  /** A lies on the left of the picture; null for what there is one of. */
  side: 'A' | 'B' | null;
  /** Of its group the only part that it is, where it is no chain: one of four wings. */
  part?: string;
  tip: { x: number; y: number };
}

/** The limbs of a figure by its silhouette alone, in whatever pose. */
export interface FigureLobes {
  lobes: Lobe[];
  /** The limb that a place belongs to, -1 for the trunk, and how far along it that lies: 0 at its root, 1 at its tip. */
  at: (x: number, y: number) => { lobe: number; along: number };
  /** How far along a limb any place lies, also one that is not the limb's: below 0 before its root. */
  along: (lobe: number, x: number, y: number) => number;
  /** The limb that is nearest by way of the figure; -1 where there is none. */
  nearest: (x: number, y: number) => number;
}

/** CellGrid that a figure's height is divided in. */
const CELLS = 180;
/** What stands out less than this share of the height is no limb. */
const STANDS_OUT = 0.08;
/** A foot's tip lies within this share of the height from the floor. */
const FOOT = 0.14;

/** Half a figure's width with its arms down is at most this share of its height. */
const WIDEST = 0.26;
/** Where a shoulder lies: out from the axis, of half the width; down from the neck, of the height. */
const SHOULDER = { u: 0.48, down: 0.04 };

/**
 * Finds the limbs of a figure by its silhouette: going in from the tips, by how far they lie from the middle of the chest by way
 * of the figure, a limb ends where it meets the rest. Arms that lie close to the trunk are none of their own.
 */
export function figureLobes(silhouette: Mask, frame: BodyFrame): FigureLobes {
  const tall = frame.floorY - frame.crownY;
  const size = Math.max(1, Math.round(tall / CELLS));
  const grid = gridOf(silhouette, size);
  const chest = nearestFilled(grid, frame.axisX / size, (frame.neckY + 0.35 * (frame.crotchY - frame.neckY)) / size);
  const far = chest < 0 ? new Float64Array(grid.filled.length).fill(Infinity) : distances(grid, [chest]);
  const found = branchesOf(grid, far, (STANDS_OUT * tall) / size);
  const told = tell(grid, found, frame);
  return asFigure(
    grid,
    told.map(({ found: { cells, from, to, tip }, lobe }): LimbCells => {
      // Legs part at the crotch: what lies farther up is what they are dressed in.
      if (lobe.kind === 'leg') {
        const own = cells.filter((cell) => middleOfCell(grid, cell).y >= frame.crotchY);
        return { lobe, cells: own, far, from, to, grows: 0 };
      }
      if (lobe.kind !== 'arm') return { lobe, cells, far, from, to, grows: 0 };
      // Where an arm that hangs down parts from the trunk is its armpit; it is measured from the shoulder.
      const half = Math.min(frame.halfWidth, WIDEST * tall);
      const shoulder = nearestFilled(
        grid,
        (frame.axisX + (lobe.side === 'A' ? -1 : 1) * SHOULDER.u * half) / size,
        (frame.neckY + SHOULDER.down * tall) / size,
      );
      const own = distances(grid, [shoulder]);
      // What lies nearer to the axis than the shoulder's own round is the trunk's.
      const round = middleWidth(cells, own, own[tip]) / 2;
      const offAxis = (cell: number) => Math.abs((cell % grid.columns) - frame.axisX / size);
      const least = offAxis(shoulder) - round;
      const beyond = cells.filter((cell) => offAxis(cell) >= least || sideOf(grid, cell, frame) !== lobe.side);
      const wide = cells.length / Math.max(1, to - from);
      return { lobe, cells: beyond, far: own, from: 0, to: own[tip], grows: Math.min(round, wide / 2) };
    }),
  );
}

/** A limb on a figure's cells. */
export interface LimbCells {
  lobe: Lobe;
  cells: readonly number[];
  /** By cell, how far it is from the limb's root, in cells; where it begins and where its tip is. */
  far: Float64Array;
  from: number;
  to: number;
  /** CellGrid by which it is let out into the rest of the figure. */
  grows: number;
}

/** A figure of which the limbs are known. */
export function asFigure(grid: CellGrid, limbs: readonly LimbCells[]): FigureLobes {
  const owner = new Int8Array(grid.filled.length).fill(-1);
  for (const [lobe, { cells }] of limbs.entries()) for (const cell of cells) owner[cell] = lobe;
  const nearest = grown(grid, owner, () => Infinity);
  const reached = grown(grid, owner, (lobe) => limbs[lobe].grows);
  const { size, columns, rows } = grid;
  const cellAt = (x: number, y: number) =>
    Math.min(rows - 1, Math.floor(y / size)) * columns + Math.min(columns - 1, Math.floor(x / size));
  const along = (lobe: number, x: number, y: number) => {
    const { far, from, to } = limbs[lobe];
    const there = far[cellAt(x, y)];
    return Number.isFinite(there) ? (there - from) / Math.max(1, to - from) : 0;
  };
  return {
    lobes: limbs.map(({ lobe }) => lobe),
    at(x, y) {
      const lobe = reached[cellAt(x, y)];
      return { lobe, along: lobe < 0 ? 0 : Math.min(1, Math.max(0, along(lobe, x, y))) };
    },
    along,
    nearest: (x, y) => nearest[cellAt(x, y)],
  };
}

/** On which side of the axis a cell lies. */
function sideOf(grid: CellGrid, cell: number, { axisX }: BodyFrame): 'A' | 'B' {
  return middleOfCell(grid, cell).x < axisX ? 'A' : 'B';
}

/** How wide a limb is between a third and two thirds of its length, in cells. */
function middleWidth(cells: readonly number[], far: Float64Array, long: number): number {
  const middle = cells.filter((cell) => far[cell] > long / 3 && far[cell] < (2 * long) / 3).length;
  return middle / Math.max(1, long / 3);
}

/** What some limbs are: the head has the crown, legs end on the floor, arms are the longest of the others, one a side. */
function tell(grid: CellGrid, found: readonly Found[], frame: BodyFrame): { found: Found; lobe: Lobe }[] {
  const tall = frame.floorY - frame.crownY;
  const meanOf = ({ cells }: Found) => cells.reduce((sum, cell) => sum + middleOfCell(grid, cell).x, 0) / cells.length;
  const told: { found: Found; lobe: Lobe }[] = [];
  const rest: { found: Found; side: 'A' | 'B'; tip: { x: number; y: number }; long: number }[] = [];
  for (const one of found) {
    const tip = middleOfCell(grid, one.tip);
    const hasCrown = one.cells.some((cell) => middleOfCell(grid, cell).y <= frame.crownY + grid.size);
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
