import type { Mask } from '../../raster/mask.js';
import { middleOfCell } from '../../raster/cell-grid.js';
import { ALIKE, FOOT, animalBody, mirrors } from './animal-body.js';
import type { Found } from './figure-grid.js';

/** px; what is smaller either way tells nothing. */
const SMALLEST = 45;
/** A figure is surely seen from in front or above where this share of it is the same in the mirror. */
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
  const body = animalBody(silhouette);
  if (!body || Math.min(body.bounds.width, body.bounds.height) < SMALLEST) return null;
  const { grid, axisX } = body;
  const { y, width, height } = body.bounds;
  const floor = y + height - FOOT * height;
  const limbs = body.limbs.map((found): Limb => {
    const tip = middleOfCell(grid, found.tip);
    const isLeft = tip.x < axisX;
    return { found, x: tip.x, isLeft, far: Math.abs(tip.x - axisX) / Math.max(width, height), isFoot: tip.y > floor };
  });
  const alike = mirrors(body);
  // From the side, fore and hind legs mirror each other as well.
  const across = limbs.filter(({ isFoot }) => isFoot).map(({ x }) => x);
  const isLong = width > LONG * height && Math.max(...across) - Math.min(...across) > FEET_APART * width;
  if (alike <= SURELY_ALIKE && isLong) return 'four-legged';
  if (alike <= ALIKE) return null;
  const whole = grid.filled.reduce((sum, cell) => sum + cell, 0);
  const isWing = ({ cells, from, to }: Found) => cells.length > WING * whole && cells.length > BROAD * (to - from) ** 2;
  const onBoth = (of: (limb: Limb) => boolean, least: number) =>
    [true, false].every((left) => limbs.filter((limb) => limb.isLeft === left && of(limb)).length >= least);
  if (onBoth(({ found, far }) => far > WING_SPREAD && isWing(found), 1)) return 'winged';
  // Legs on the floor are a person's.
  return onBoth(({ far, isFoot }) => far > LEG_SPREAD && !isFoot, 2) ? 'four-legged' : null;
}

/** A limb by its tip: where that lies, px, how far from the axis in shares of the figure's longer side, and whether on the floor. */
interface Limb {
  found: Found;
  x: number;
  isLeft: boolean;
  far: number;
  isFoot: boolean;
}
