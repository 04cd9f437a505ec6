import type { PlacedBitmap } from '../raster/bitmap.js';
import { contours } from '../raster/contours.js';
import { coverageOf } from '../raster/mask.js';
import { anyPaint } from '../raster/sample.js';

interface Place {
  x: number;
  y: number;
}

/** A point of a piece's own edge, px, with the direction in which its paint ends. */
export interface EdgePoint extends Place {
  nx: number;
  ny: number;
}

/** Half a limb's width at a place, px, and how much it grows for each px along. */
export interface HalfWidth {
  half: number;
  slope: number;
}

/** A limb's stretch near a joint: its middle line, and its half width along it, from the sides that are really seen. */
export interface Stretch extends Place, HalfWidth {
  /** Unit direction of the middle line, away from the joint. */
  ux: number;
  uy: number;
  /** Root mean square distance of the sides from straight lines, px. */
  residual: number;
  /** px along from (x, y): from where on both sides are seen. */
  seenFrom: number;
  /** Are both sides seen far enough to tell how the limb tapers? */
  isTold: boolean;
}

/** Contour points on either side from which a point's direction is taken. */
const SPAN = 3;
/** px beyond an edge at which is looked for what lies there. */
const BEYOND = 1.6;

/**
 * The edge of a piece where it is truly its own: not where a piece in front cuts it off, which says nothing of the piece,
 * and not at the canvas's border.
 * @param later faces of the pieces that are drawn later
 */
export function ownEdge(face: PlacedBitmap, later: readonly PlacedBitmap[], canvas: PlacedBitmap): EdgePoint[] {
  const points: EdgePoint[] = [];
  for (const contour of contours(coverageOf(face))) {
    const count = contour.length / 2;
    // Crumbs have no direction.
    if (count < 4 * SPAN) continue;
    for (let i = 0; i < count; i++) {
      const before = ((i - SPAN + count) % count) * 2;
      const after = ((i + SPAN) % count) * 2;
      const dx = contour[after] - contour[before];
      const dy = contour[after + 1] - contour[before + 1];
      const length = Math.hypot(dx, dy);
      if (length === 0) continue;
      // Paint lies to the left of the contour's run.
      const nx = -dy / length;
      const ny = dx / length;
      const x = contour[2 * i] + face.x;
      const y = contour[2 * i + 1] + face.y;
      const [ox, oy] = [x + BEYOND * nx, y + BEYOND * ny];
      const inside = ox >= 0 && oy >= 0 && ox < canvas.width && oy < canvas.height;
      if (inside && !anyPaint(later, ox, oy)) points.push({ x, y, nx, ny });
    }
  }
  return points;
}

/** An edge counts as a limb's side where it runs along the limb to within this (sine of the angle between them). */
const ALONG = 0.64;
/** px of side that a line can be laid through. */
const ENOUGH = 8;

/** A straight line through a limb's side: through (t, d) in the limb's own frame, with its slope. */
interface SideLine {
  t: number;
  d: number;
  slope: number;
  residual: number;
  from: number;
  /** px of the side that it was laid through. */
  span: number;
}

/** The straight line of least squares through a side's points, without those that lie far off it. */
function lineThrough(points: readonly (readonly [t: number, d: number])[]): SideLine | null {
  let kept = points;
  let line: SideLine | null = null;
  for (let round = 0; round < 4; round++) {
    const n = kept.length;
    if (n < ENOUGH) return line;
    const t = kept.reduce((sum, [along]) => sum + along, 0) / n;
    const d = kept.reduce((sum, [, off]) => sum + off, 0) / n;
    let [tt, td] = [0, 0];
    for (const [along, off] of kept) {
      tt += (along - t) ** 2;
      td += (along - t) * (off - d);
    }
    if (tt < ENOUGH) return line;
    const slope = td / tt;
    const off = kept.map(([along, away]) => Math.abs(away - d - slope * (along - t)));
    const residual = Math.sqrt(off.reduce((sum, e) => sum + e * e, 0) / n);
    const alongs = kept.map(([along]) => along);
    const from = Math.min(...alongs);
    line = { t, d, slope, residual, from, span: Math.max(...alongs) - from };
    const most = Math.max(0.7, 2 * residual);
    const next = kept.filter((_, i) => off[i] <= most);
    if (next.length === kept.length) break;
    kept = next;
  }
  return line;
}

/** A limb tapers no more than this: half a width for each px along. */
const MOST_TAPER = 0.14;
/** Of a limb's width: less of a side than this says nothing of its direction. */
const TELLING = 0.6;

/** Two sides that run so far apart are those of a wing or a skirt, which has no middle line and no width. */
const FAN = 0.35;

function fansOut(left: SideLine, right: SideLine, wide: number): boolean {
  const telling = left.span > TELLING * wide && right.span > TELLING * wide;
  return telling && Math.abs(right.slope - left.slope) / 2 > FAN;
}

/**
 * Both sides of a limb as two lines that make one limb: its direction is that of the side seen longer where the other is
 * short, and it tapers as far as both are seen; where one is short, or is not seen at all, as it is taken or known to.
 */
function asLimb(
  left: SideLine,
  right: SideLine,
  wide: number,
  known: HalfWidth | null,
  taken: number,
): { turn: number; slope: number; a: [number, number]; isTold: boolean } {
  const tells = [left, right].map(({ span }) => span > TELLING * wide);
  const weights = [left, right].map(({ span }) => span ** 3);
  const both = tells[0] && tells[1];
  const taper = (right.slope - left.slope) / 2;
  const slope = known ? known.slope : both ? Math.max(-MOST_TAPER, Math.min(MOST_TAPER, taper)) : taken;
  const turn = both
    ? (left.slope + right.slope) / 2
    : ((left.slope + taken) * weights[0] + (right.slope - taken) * weights[1]) / (weights[0] + weights[1]);
  return {
    turn,
    slope,
    isTold: both,
    a: [left.d - (turn - slope) * left.t, right.d - (turn + slope) * right.t],
  };
}

type Reach = readonly [from: number, to: number];

/** Of a limb's width: nearer to the joint than this, a bent limb is round and has no sides. */
const ROUND = 0.3;

/** Between which places along a limb its sides are looked at, in limb widths from the joint: as near it as will do. */
const REACHES: readonly Reach[] = [
  [ROUND, 1.4],
  [-0.25, 1.4],
  [ROUND, 2.5],
  [ROUND, 5],
];

/** Where the sides of a limb are looked at that is bent far. */
const BEYOND_BEND: Reach = [2 * ROUND, 1.8];

/**
 * Lays a straight line through each of a limb's two sides near a joint.
 * @param edge the piece's own edge
 * @param at a place on the limb near the joint, px
 * @param to a place farther along it, px
 * @param width about the limb's width, px
 * @param known half its width at `at`, as it is known from elsewhere: then one side is enough
 * @param taken how much it is taken to taper where one of its sides is too short to tell
 * @returns null where not enough of its sides is seen
 */
export function limbStretch(
  edge: readonly EdgePoint[],
  at: Place,
  to: Place,
  width: number,
  known: HalfWidth | null = null,
  taken = 0,
): Stretch | null {
  if (known) return stretchWithin(edge, at, to, 2 * known.half, [ROUND, 1.4], known, taken);
  for (const reach of REACHES) {
    const stretch = stretchWithin(edge, at, to, width, reach, null, taken);
    if (!stretch) continue;
    if (isRuled(stretch)) return stretch;
    // Of a limb that is bent far, the round outside of its bend is still within reach: a little farther it is as if ruled.
    const beyond = stretchWithin(edge, at, to, width, BEYOND_BEND, null, taken);
    return beyond && isRuled(beyond) ? beyond : stretch;
  }
  return null;
}

/** Sides that waver by less than this share of half the limb's width are as if ruled. */
export const RULED = 0.01;

function isRuled({ residual, half }: Stretch): boolean {
  return residual < RULED * half;
}

/** Of half a limb's width: by less than this a stretch looks wider than the next because it tapers. */
const TAPERED = 0.15;
/** Sides waver so many times as much at most, once a taper is taken. */
const WORSE = 1.5;
/** A taper that is tried, to see what it does. */
const TRIED = 0.05;

/**
 * A stretch of which one side is too short to tell how it tapers, as the inner one of a bent limb is, beside one that does
 * tell: it tapers so that both are as wide where they meet.
 * @param withTaper the stretch with a taper
 */
export function taperedTo(
  next: Stretch | null,
  stretch: Stretch | null,
  withTaper: (taken: number) => Stretch | null,
): Stretch | null {
  if (!stretch || !next || stretch.isTold || !next.isTold) return stretch;
  const wider = (one: Stretch | null) => {
    const at = one && crossing(one, next);
    return at && halfAlong(one, at) - halfAlong(next, at);
  };
  const [without, tried] = [wider(stretch), wider(withTaper(TRIED))];
  if (without === null || tried === null || Math.abs(without) > TAPERED * next.half) return stretch;
  const taper = (TRIED * without) / (without - tried);
  if (!(Math.abs(taper) <= MOST_TAPER)) return stretch;
  const made = withTaper(taper);
  const left = wider(made);
  // Where its sides then fit worse, it is not the taper that makes it look wider.
  const fits = made !== null && made.residual <= WORSE * stretch.residual;
  return fits && left !== null && Math.abs(left) < Math.abs(without) ? made : stretch;
}

/** A stretch's half width beside a place, px. */
export function halfAlong(stretch: Stretch, at: Place): number {
  return halfAt(stretch, (at.x - stretch.x) * stretch.ux + (at.y - stretch.y) * stretch.uy);
}

/** The side that is not seen, as far from the other as the limb is wide; `way` 1 to the right of it, -1 to the left. */
function opposite({ t, d, slope, from, span }: SideLine, known: HalfWidth, way: 1 | -1): SideLine {
  const wide = 2 * halfAt(known, t) * Math.hypot(1, slope);
  return { t, d: d + way * wide, slope: slope + way * 2 * known.slope, residual: 0, from, span };
}

function stretchWithin(
  edge: readonly EdgePoint[],
  at: Place,
  to: Place,
  width: number,
  [nearest, farthest]: Reach,
  known: HalfWidth | null,
  taken: number,
): Stretch | null {
  const far = Math.hypot(to.x - at.x, to.y - at.y);
  if (far === 0) return null;
  let [ux, uy] = [(to.x - at.x) / far, (to.y - at.y) / far];
  let { x, y } = at;
  let wide = width;
  let stretch: Stretch | null = null;
  let fan = false;
  for (let round = 0; round < 6; round++) {
    const sides: [number, number][][] = [[], []];
    for (const point of edge) {
      const t = (point.x - x) * ux + (point.y - y) * uy;
      if (t < nearest * wide || t > farthest * wide) continue;
      const d = (point.x - x) * -uy + (point.y - y) * ux;
      if (Math.abs(d) > 1.6 * wide) continue;
      const facing = point.nx * -uy + point.ny * ux;
      if (Math.abs(facing) < ALONG) continue;
      sides[facing < 0 ? 0 : 1].push([t, d]);
    }
    let [left, right] = sides.map(lineThrough);
    const isHalfSeen = !left !== !right;
    if (known && left && !right) right = opposite(left, known, 1);
    if (known && right && !left) left = opposite(right, known, -1);
    if (!left || !right) return null;
    const { turn, slope, a, isTold } = asLimb(left, right, wide, isHalfSeen ? known : null, taken);
    if (a[1] - a[0] < 2) return null;
    // The middle line: moved and turned to lie halfway between the two.
    const shift = (a[0] + a[1]) / 2;
    [x, y] = [x - uy * shift, y + ux * shift];
    const angle = Math.atan(turn);
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    [ux, uy] = [ux * cos - uy * sin, uy * cos + ux * sin];
    wide = (a[1] - a[0]) * cos;
    stretch = {
      x,
      y,
      ux,
      uy,
      half: (wide / 2) * Math.cos(Math.atan(slope)),
      slope,
      residual: Math.max(left.residual, right.residual),
      seenFrom: Math.max(left.from, right.from),
      isTold,
    };
    const settled = Math.abs(turn) < 1e-4 && Math.abs(shift) < 1e-3;
    // At first the direction may still be off by much.
    fan ||= (settled || round > 0) && fansOut(left, right, wide);
    if (settled) break;
  }
  return fan ? null : stretch;
}

/** A stretch's half width some px along it from its place; less the further back it tapers. */
export function halfAt({ half, slope }: HalfWidth, along: number): number {
  return half + slope * along;
}

/** The place some px along a stretch's middle line. */
export function placeAt({ x, y, ux, uy }: Stretch, along: number): Place {
  return { x: x + ux * along, y: y + uy * along };
}

/** How far a place lies beside a stretch's middle line, px. */
export function fromMiddleLine({ x, y, ux, uy }: Stretch, at: Place): number {
  return Math.abs((at.x - x) * -uy + (at.y - y) * ux);
}

/** Where the middle lines of two stretches cross, and at what an angle (its sine); null where they run nearly the same way. */
export function crossing(a: Stretch, b: Stretch): (Place & { sin: number }) | null {
  const sin = a.ux * b.uy - a.uy * b.ux;
  if (Math.abs(sin) < BENT) return null;
  const along = ((b.x - a.x) * b.uy - (b.y - a.y) * b.ux) / sin;
  return { ...placeAt(a, along), sin: Math.abs(sin) };
}

/** Less than this (sine of the angle between them), and where two middle lines cross says nothing. */
const BENT = 0.2;
