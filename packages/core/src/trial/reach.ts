import type { Place } from '../errors.js';
import { within, type ReachChain } from './limbs.js';

/** Which way a limb bends at its middle, seen from its root: 1 clockwise, -1 the other way. */
export type BendWay = 1 | -1;

/** A limb on the way to a place. */
export interface Reached {
  /** Degrees, by joint. */
  bends: Record<string, number>;
  /** px from the place at which its end comes to lie: 0 within reach and ranges. */
  miss: number;
  /** px of that which the ranges of its joints cost; the rest is out of reach. */
  heldBack: number;
}

/** Where a limb's root stands: turned by what it hangs from, degrees, and where it lies, px. */
export interface RootStand {
  angle: number;
  x: number;
  y: number;
}

const degrees = (rad: number) => (rad * 180) / Math.PI;
const radians = (angle: number) => (angle * Math.PI) / 180;

/** The same angle within -180 to 180. */
export function turnWithin(angle: number): number {
  return ((((angle + 180) % 360) + 360) % 360) - 180;
}

/** Which way a limb is bent as it is drawn. A straight one counts as bent clockwise. */
export function bendAtRest({ root, middle, end }: ReachChain): BendWay {
  const cross = (middle.x - root.x) * (end.y - middle.y) - (middle.y - root.y) * (end.x - middle.x);
  return cross < 0 ? -1 : 1;
}

/**
 * Bends a limb so that its end lies at a place, by the law of cosines. Out of reach it points there without stretching. Ranges
 * are kept: what that costs is told.
 * @param bend which way it bends at its middle
 * @param stand its root; as it is drawn where not given
 */
export function reach(
  { root, middle, end }: ReachChain,
  target: Place,
  { bend, stand = { angle: 0, x: root.x, y: root.y } }: { bend: BendWay; stand?: RootStand },
): Reached {
  const upper = {
    length: Math.hypot(middle.x - root.x, middle.y - root.y),
    at: Math.atan2(middle.y - root.y, middle.x - root.x),
  };
  const lower = {
    length: Math.hypot(end.x - middle.x, end.y - middle.y),
    at: Math.atan2(end.y - middle.y, end.x - middle.x),
  };
  const [dx, dy] = [target.x - stand.x, target.y - stand.y];
  const far = Math.hypot(dx, dy);
  const [least, most] = [Math.abs(upper.length - lower.length), upper.length + lower.length];
  const held = Math.max(least, Math.min(most, far));
  const towards = far > 0 ? Math.atan2(dy, dx) : upper.at + radians(stand.angle);
  // A limb without a stretch has nothing to bend.
  const cosine = (a: number, b: number, c: number) => (a > 0 && b > 0 ? (a * a + b * b - c * c) / (2 * a * b) : 1);
  const inner = Math.acos(Math.max(-1, Math.min(1, cosine(upper.length, held, lower.length))));
  const upperAt = towards - bend * inner;
  const elbow = { x: stand.x + upper.length * Math.cos(upperAt), y: stand.y + upper.length * Math.sin(upperAt) };
  const there = { x: stand.x + held * Math.cos(towards), y: stand.y + held * Math.sin(towards) };
  const lowerAt = Math.atan2(there.y - elbow.y, there.x - elbow.x);
  const turned = degrees(upperAt - upper.at) - stand.angle;
  const wanted = [turnWithin(turned), turnWithin(degrees(lowerAt - lower.at) - turned - stand.angle)];
  const bends = [within(root, wanted[0]), within(middle, wanted[1])];
  const endAt = endOf({ upper, lower }, stand, bends);
  const miss = Math.hypot(endAt.x - target.x, endAt.y - target.y);
  const outOfReach = Math.abs(far - held);
  return {
    bends: { [root.id]: bends[0], [middle.id]: bends[1] },
    miss,
    heldBack: Math.max(0, miss - outOfReach),
  };
}

/** Where a limb's end lies when it is bent so. */
function endOf(
  { upper, lower }: Record<'upper' | 'lower', { length: number; at: number }>,
  stand: RootStand,
  [first, second]: readonly number[],
): Place {
  const upperAt = upper.at + radians(stand.angle + first);
  const lowerAt = lower.at + radians(stand.angle + first + second);
  return {
    x: stand.x + upper.length * Math.cos(upperAt) + lower.length * Math.cos(lowerAt),
    y: stand.y + upper.length * Math.sin(upperAt) + lower.length * Math.sin(lowerAt),
  };
}
