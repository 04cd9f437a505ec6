import { withDefaults } from '../options.js';
import { prepareBend, type Assembly, type BendMeasure, type BendRig } from './bend-rig.js';
import type { Disc } from './round-joint.js';

export interface SweepOptions {
  /** Degrees from the first angle to the last. */
  step: number;
  /** Called after each angle with the share done, 0 to 1; return false to stop early. */
  onProgress?: (share: number) => boolean | void;
}

/** A joint's measures over a range. */
export interface Sweep {
  bends: BendMeasure[];
  /** The widest interval about 0 in which every measured angle is clean; null where 0 is not. */
  cleanRange: [number, number] | null;
}

/** The most of each fault that still counts as clean, px; art without a line has none to break. */
export interface CleanLimits {
  daylight: number;
  kink: number;
  brokenLine: number;
  strayLine: number;
  torn: number;
}

/** geometry.md's limits for a disc. */
export function cleanLimits(disc: Pick<Disc, 'radius' | 'lineWidth'>): CleanLimits {
  const brokenLine = disc.lineWidth > 0 ? 2 * disc.lineWidth : Infinity;
  const { radius } = disc;
  return {
    daylight: Math.max(2, radius / 20),
    kink: Math.max(12, radius / 2),
    brokenLine,
    strayLine: 4,
    torn: Math.max(4, radius / 5),
  };
}

/** What makes a bend not clean. */
export const FAULTS = [
  'daylight',
  'kink',
  'strayLine',
  'brokenLine',
  'torn',
] as const satisfies readonly (keyof CleanLimits)[];
export type Fault = (typeof FAULTS)[number];

/** Does this bend show nothing that a viewer would see as a fault? */
export function isCleanBend(bend: BendMeasure, limits: CleanLimits): boolean {
  return FAULTS.every((fault) => bend[fault] <= limits[fault]);
}

/** Turns the joint through `range` and measures every angle (0 is always among them). */
export function sweepJoint(
  assembly: Assembly,
  range: readonly [number, number],
  options?: Partial<SweepOptions>,
): Sweep {
  const { step, onProgress } = withDefaults<SweepOptions>({ step: 1 }, options);
  const rig = prepareBend(assembly);
  const angles = sweepAngles(range, step);
  const bends: BendMeasure[] = [];
  for (const angle of angles) {
    bends.push(rig.measure(angle));
    if (onProgress?.(bends.length / angles.length) === false) break;
  }
  return { bends, cleanRange: cleanRange(bends, assembly.disc) };
}

/** The angles of a sweep, degrees, rising: the two ends, 0 where it lies between them, and every step from 0. */
export function sweepAngles([low, high]: readonly [number, number], step: number): number[] {
  const angles = new Set([low, high]);
  if (low <= 0 && high >= 0) angles.add(0);
  for (let k = Math.ceil(low / step); k * step <= high; k++) angles.add(k * step);
  return [...angles].sort((a, b) => a - b);
}

/** The bend that shows most that is wrong, all faults added up. */
export function worstBend(bends: readonly BendMeasure[]): BendMeasure {
  const wrong = (bend: BendMeasure) => FAULTS.reduce((sum, fault) => sum + bend[fault], 0);
  return bends.reduce((a, b) => (wrong(b) > wrong(a) ? b : a));
}

/**
 * The widest clean interval about 0 in a list of bends sorted by angle; null where 0 is missing or not clean.
 * @param limits the most of each fault that still counts as clean: geometry.md's for the disc where not given
 */
export function cleanRange(
  bends: readonly BendMeasure[],
  disc: Pick<Disc, 'radius' | 'lineWidth'>,
  limits = cleanLimits(disc),
): [number, number] | null {
  const rest = bends.findIndex((bend) => bend.angle === 0);
  if (rest < 0 || !isCleanBend(bends[rest], limits)) return null;
  let low = rest;
  let high = rest;
  while (low > 0 && isCleanBend(bends[low - 1], limits)) low--;
  while (high + 1 < bends.length && isCleanBend(bends[high + 1], limits)) high++;
  return [bends[low].angle, bends[high].angle];
}

/**
 * The clean range as every `step` degrees tell it: what `sweepJoint` would find, without looking beyond the first fault on
 * either side. For tries of which the range alone is wanted.
 */
export function roughCleanRange(
  assembly: Assembly,
  range: readonly [number, number],
  step: number,
  limits = cleanLimits(assembly.disc),
): [number, number] | null {
  const angles = sweepAngles(range, step);
  const rig = prepareBend(assembly);
  const isClean = (angle: number) => isCleanBend(rig.measure(angle), limits);
  if (!angles.includes(0) || !isClean(0)) return null;
  const farthest = (outwards: readonly number[]) => {
    const foul = outwards.findIndex((angle) => !isClean(angle));
    return (foul < 0 ? outwards.at(-1) : outwards[foul - 1]) ?? 0;
  };
  return [farthest(angles.filter((angle) => angle < 0).reverse()), farthest(angles.filter((angle) => angle > 0))];
}

/** Degrees between the angles that are looked at first. */
const COARSE = 8;
/** Angles that are looked at beyond the clean range, on each side. */
const FOUL_LOOKS = 6;
/** Below this share of a limit nothing is near it: a fault grows little from one coarse angle to the next. */
const NEAR_LIMIT = 0.5;

/**
 * The clean range to a degree without measuring every degree: coarse angles outwards from rest up to the first that is not
 * clean, the degree at which it ceases to be by halving, and every second degree where a fault comes near its limit.
 * @param switches angles at which something other than turning changes, as the draw order: looked at, and a degree beside each
 */
export function findCleanRange(
  rig: BendRig,
  [low, high]: readonly [number, number],
  limits: CleanLimits,
  switches: readonly number[] = [],
): Sweep {
  const stops = switches.flatMap((angle) => [angle - 1, angle, angle + 1]);
  const bends = new Map<number, BendMeasure>();
  const at = (angle: number): BendMeasure => {
    let bend = bends.get(angle);
    if (!bend) bends.set(angle, (bend = rig.measure(angle)));
    return bend;
  };
  const clean = (angle: number) => isCleanBend(at(angle), limits);
  const sorted = () => [...bends.values()].sort((a, b) => a.angle - b.angle);
  if (!clean(0)) {
    for (const angle of [low, low / 2, high / 2, high]) at(angle);
    return { bends: sorted(), cleanRange: null };
  }
  /** The farthest clean angle from 0 towards `end`. */
  const farthest = (end: number): number => {
    const way = Math.sign(end);
    let from = 0;
    while (from !== end) {
      const ahead = stops.map((angle) => way * angle).filter((far) => far > Math.abs(from));
      const to = way * Math.min(Math.abs(end), Math.abs(from) + COARSE, ...ahead);
      if (clean(to)) {
        const foul = nearLimit(at(from), limits) || nearLimit(at(to), limits) ? firstFoul(from, to, clean) : null;
        if (foul === null) {
          from = to;
          continue;
        }
        return foul - way;
      }
      let good = from;
      let bad = to;
      while (Math.abs(bad - good) > 1) {
        const middle = good + Math.sign(bad - good) * Math.floor(Math.abs(bad - good) / 2);
        if (clean(middle)) good = middle;
        else bad = middle;
      }
      return good;
    }
    return end;
  };
  const cleanRange: [number, number] = [low < 0 ? farthest(low) : low, high > 0 ? farthest(high) : high];
  // How bad it gets where it is not clean.
  for (const [at0, end] of [
    [cleanRange[0], low],
    [cleanRange[1], high],
  ])
    for (let share = 1; share <= FOUL_LOOKS && at0 !== end; share++) at(at0 + ((end - at0) * share) / FOUL_LOOKS);
  return { bends: sorted(), cleanRange };
}

function nearLimit(bend: BendMeasure, limits: CleanLimits): boolean {
  return FAULTS.some((fault) => bend[fault] > NEAR_LIMIT * limits[fault]);
}

/** The first whole degree, every second looked at, between two clean angles that is not clean; null where none is. */
function firstFoul(from: number, to: number, clean: (angle: number) => boolean): number | null {
  const way = Math.sign(to - from);
  for (let angle = from + 2 * way; way * angle < way * to; angle += 2 * way)
    if (!clean(angle)) return clean(angle - way) ? angle : angle - way;
  return null;
}
