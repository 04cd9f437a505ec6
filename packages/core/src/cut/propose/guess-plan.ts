import type { Rect } from '../../raster/bitmap.js';
import type { Mask } from '../../raster/mask.js';
import { trimMask } from '../../raster/morphology.js';
import { distances, middleOfCell, type CellGrid } from '../../raster/cell-grid.js';
import { bodyOf, mirrors } from './animal-lobes.js';
import { symmetryAxis } from './body-frame.js';
import { branchesOf, depths, gridOf, type Found } from './figure-grid.js';

/** Cells that a figure's longer side is divided in, and what of it stands out less than this share is no limb. */
const CELLS = 180;
const STANDS_OUT = 0.07;
/** A foot's tip lies within this share of the height from the floor. */
const FOOT = 0.1;
/** A figure is seen from in front or above where this share of it is the same in the mirror; surely so from the second on. */
const ALIKE = 0.8;
const SURELY_ALIKE = 0.9;
/** On four legs: at least this wide for its height, with feet at least so far apart, in shares of its width. */
const LONG = 0.85;
const FEET_APART = 0.35;
/** A wing: at least this wide for its length, and this share of the whole figure. */
const BROAD = 0.3;
const WING = 0.12;
/** A limb that is spread to a side has its tip this share of the figure's longer side away from the axis. */
const WING_SPREAD = 0.3;
const LEG_SPREAD = 0.18;

/** The breakdowns that a silhouette can be told to want. */
export type GuessedPlan = 'four-legged' | 'winged';

/**
 * The breakdown that a figure wants which does not stand like a person, by its silhouette: a long body on feet that stand far
 * apart, seen from the side; two legs at either side, seen from above; or broad wings spread to both sides.
 * @returns null for people, and for what cannot be told
 */
export function guessPlan(silhouette: Mask): GuessedPlan | null {
  const bounds = trimMask({ ...silhouette, x: 0, y: 0 });
  if (!bounds || Math.min(bounds.width, bounds.height) < CELLS / 4) return null;
  const extent = Math.max(bounds.width, bounds.height);
  const grid = gridOf(silhouette, Math.max(1, Math.round(extent / CELLS)));
  const figure = { grid, bounds, axisX: symmetryAxis(silhouette, bounds), deep: depths(grid) };
  const limbs = branchesOf(grid, distances(grid, [bodyOf(figure)]), (STANDS_OUT * extent) / grid.size);
  const alike = mirrors(figure);
  // From the side, fore and hind legs mirror each other as well.
  if (alike <= SURELY_ALIKE && standsLong(grid, bounds, limbs)) return 'four-legged';
  if (alike <= ALIKE) return null;
  const beside = spreadLimbs(figure, limbs, extent);
  const whole = grid.filled.reduce((sum, cell) => sum + cell, 0);
  const isWing = ({ cells, from, to }: Found) => cells.length > WING * whole && cells.length > BROAD * (to - from) ** 2;
  const onBoth = (of: (limb: Spread) => boolean, least: number) =>
    [true, false].every((left) => beside.filter((limb) => limb.left === left && of(limb)).length >= least);
  if (onBoth(({ limb, far }) => far > WING_SPREAD && isWing(limb), 1)) return 'winged';
  // Legs on the floor are a person's.
  const floor = bounds.y + bounds.height - FOOT * bounds.height;
  return onBoth(({ limb, far }) => far > LEG_SPREAD && middleOfCell(grid, limb.tip).y < floor, 2)
    ? 'four-legged'
    : null;
}

/** A limb, on which side of the axis its tip lies, and how far from it, in shares of the figure's longer side. */
interface Spread {
  limb: Found;
  left: boolean;
  far: number;
}

function spreadLimbs({ grid, axisX }: { grid: CellGrid; axisX: number }, limbs: readonly Found[], extent: number) {
  return limbs.map((limb): Spread => {
    const off = middleOfCell(grid, limb.tip).x - axisX;
    return { limb, left: off < 0, far: Math.abs(off) / extent };
  });
}

function standsLong(grid: CellGrid, { y, width, height }: Rect, limbs: readonly Found[]): boolean {
  const floor = y + height - FOOT * height;
  const feet = limbs.map(({ tip }) => middleOfCell(grid, tip)).filter((tip) => tip.y > floor);
  const across = feet.map(({ x }) => x);
  return feet.length > 1 && width > LONG * height && Math.max(...across) - Math.min(...across) > FEET_APART * width;
}
