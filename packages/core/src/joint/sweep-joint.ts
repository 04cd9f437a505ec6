import { withDefaults } from '../options.js';
import { prepareBend, type Assembly, type BendMeasure } from './bend-rig.js';
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

/** The most of each fault that still counts as clean, px. */
export interface CleanLimits {
  daylight: number;
  brokenLine: number;
  strayLine: number;
}

/** geometry.md's limits for a disc. */
export function cleanLimits(disc: Pick<Disc, 'radius' | 'lineWidth'>): CleanLimits {
  return { daylight: Math.max(2, disc.radius / 20), brokenLine: 2 * disc.lineWidth, strayLine: 4 };
}

/** Does this bend show nothing that a viewer would see as a fault? */
export function isCleanBend(bend: BendMeasure, limits: CleanLimits, lined: boolean): boolean {
  return (
    bend.daylight <= limits.daylight &&
    (!lined || bend.brokenLine <= limits.brokenLine) &&
    bend.strayLine <= limits.strayLine
  );
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

/** The bend that shows most that is wrong: daylight, stray and broken line added up. */
export function worstBend(bends: readonly BendMeasure[]): BendMeasure {
  const wrong = (bend: BendMeasure) => bend.daylight + bend.strayLine + bend.brokenLine;
  return bends.reduce((a, b) => (wrong(b) > wrong(a) ? b : a));
}

/** The widest clean interval about 0 in a list of bends sorted by angle; null where 0 is missing or not clean. */
export function cleanRange(
  bends: readonly BendMeasure[],
  disc: Pick<Disc, 'radius' | 'lineWidth'>,
): [number, number] | null {
  const limits = cleanLimits(disc);
  const lined = disc.lineWidth > 0;
  const rest = bends.findIndex((bend) => bend.angle === 0);
  if (rest < 0 || !isCleanBend(bends[rest], limits, lined)) return null;
  let low = rest;
  let high = rest;
  while (low > 0 && isCleanBend(bends[low - 1], limits, lined)) low--;
  while (high + 1 < bends.length && isCleanBend(bends[high + 1], limits, lined)) high++;
  return [bends[low].angle, bends[high].angle];
}
