import type { Place } from '../errors.js';

/** What lies in a mouth. */
export type InMouth = 'teeth' | 'tongue';

/** Shares of a mouth's height and width. */
const TEETH_HIGH = 0.3;
const TEETH_WIDE = 0.88;
const TONGUE_HIGH = 0.42;
const TONGUE_WIDE = 0.62;
/** Columns that are looked at. */
const COLUMNS = 48;

/**
 * The upper row of teeth, or the tongue, as they lie within a mouth's contour: the teeth along its upper side, the tongue on
 * its lower one.
 * @param contour the mouth's own, x, y pairs, px
 * @returns x, y pairs, px; null for a contour without an inside
 */
export function inMouth(what: InMouth, contour: readonly number[]): number[] | null {
  const points: Place[] = [];
  for (let i = 0; i + 1 < contour.length; i += 2) points.push({ x: contour[i], y: contour[i + 1] });
  const [left, right] = rangeOf(points.map(({ x }) => x));
  const [top, bottom] = rangeOf(points.map(({ y }) => y));
  const [middle, half] = [(left + right) / 2, (right - left) / 2];
  if (!(half > 0 && bottom > top)) return null;
  const wide = wideInMouth(what);
  const upper: number[] = [];
  const lower: Place[] = [];
  for (let k = 0; k <= COLUMNS; k++) {
    const across = (2 * k) / COLUMNS - 1;
    const x = middle + across * wide * half;
    const sides = sidesAt(points, x);
    const span = sides && spanInMouth(what, across, sides, bottom - top);
    if (!span) continue;
    upper.push(x, span[0]);
    lower.push({ x, y: span[1] });
  }
  return upper.length < 6 ? null : [...upper, ...lower.reverse().flatMap(({ x, y }) => [x, y])];
}

/** How wide the teeth or the tongue are, as a share of the mouth. */
export function wideInMouth(what: InMouth): number {
  return what === 'teeth' ? TEETH_WIDE : TONGUE_WIDE;
}

/**
 * From where to where the teeth or the tongue reach at one column of a mouth.
 * @param across of their own width, -1 to 1
 * @param sides where the mouth begins and ends at that column, px
 * @param height of the whole mouth, px
 */
export function spanInMouth(
  what: InMouth,
  across: number,
  [from, to]: readonly [number, number],
  height: number,
): [number, number] {
  if (what === 'teeth') return [from, Math.min(to, from + height * TEETH_HIGH)];
  return [Math.max(from, to - height * TONGUE_HIGH * Math.sqrt(Math.max(0, 1 - across * across))), to];
}

/** Where a closed contour begins and ends at a column, px; null beside it. */
function sidesAt(points: readonly Place[], x: number): [number, number] | null {
  const crossed = points.flatMap((a, at) => {
    const b = points[(at + 1) % points.length];
    return a.x <= x !== b.x <= x ? [a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x)] : [];
  });
  return crossed.length > 0 ? rangeOf(crossed) : null;
}

function rangeOf(values: readonly number[]): [number, number] {
  return values.reduce<[number, number]>(
    ([low, high], value) => [Math.min(low, value), Math.max(high, value)],
    [Infinity, -Infinity],
  );
}
