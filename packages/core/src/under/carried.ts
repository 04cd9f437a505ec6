import type { CarriedContour } from '../document/rows.js';
import { pointsAlong, type HandBridge } from './bridge-contour.js';
import type { SeenStretch } from './contour-ends.js';

/** Contours carried on by hand, as they fit the contour that is seen now. */
interface FittedCarried {
  bridges: HandBridge[];
  /** Closed lines of their own: x, y pairs, px. */
  loops: number[][];
  /** Those that meet no end of the contour any more, by their places in the list. */
  dropped: number[];
}

/** px within which a drawn contour meets an end, at least, in line widths, and as a share of the canvas: the hand aims on a screen. */
const NEAR = 24;
const NEAR_WIDTHS = 4;
const NEAR_SHARE = 0.02;
/** A line whose ends lie nearer to each other than this share of its length is closed in itself. */
const CLOSED = 0.2;

/**
 * Finds which ends of the seen contour each drawn one joins; a line that joins none and is closed in itself is a shape of
 * its own. Its first and last points come to lie on the ends that it joins.
 */
export function fitCarried(
  carried: readonly CarriedContour[],
  stretches: readonly SeenStretch[],
  lineWidth: number,
  canvas: { width: number; height: number },
): FittedCarried {
  const near = Math.max(NEAR, NEAR_WIDTHS * lineWidth, NEAR_SHARE * Math.max(canvas.width, canvas.height));
  const fitted: FittedCarried = { bridges: [], loops: [], dropped: [] };
  for (const [at, { kind, points }] of carried.entries()) {
    const back = points.flatMap((_, i) =>
      i % 2 === 0 ? [points[points.length - 2 - i], points[points.length - 1 - i]] : [],
    );
    const isTaken = (from: number, to: number) => fitted.bridges.some((one) => one.from === from || one.to === to);
    const bridge = [points, back]
      .map((way) => joining(way, stretches, near))
      .find((found) => found !== null && !isTaken(found.from, found.to));
    if (bridge) {
      const curve = kind === 'curve' ? bridge.line : undefined;
      fitted.bridges.push({ ...bridge, drawn: at, curve, line: curve ? pointsAlong(curve, 1) : bridge.line });
    } else if (kind === 'line' && isClosed(points)) fitted.loops.push(points);
    else fitted.dropped.push(at);
  }
  return fitted;
}

/** The ends that a line joins, in its own way; null where it does not lead from one to another. */
function joining(
  points: readonly number[],
  stretches: readonly SeenStretch[],
  near: number,
): Omit<HandBridge, 'drawn'> | null {
  const nearest = (x: number, y: number, ends: readonly { x: number; y: number }[]) => {
    const far = ends.map((end) => Math.hypot(end.x - x, end.y - y));
    const least = Math.min(...far);
    return least <= near ? far.indexOf(least) : -1;
  };
  const outs = stretches.map((one) => one.to);
  const ins = stretches.map((one) => one.from);
  const from = nearest(points[0], points[1], outs);
  const to = nearest(points[points.length - 2], points[points.length - 1], ins);
  if (from < 0 || to < 0) return null;
  const [out, into] = [outs[from], ins[to]];
  return { from, to, line: [out.x, out.y, ...points.slice(2, -2), into.x, into.y] };
}

function isClosed(points: readonly number[]): boolean {
  let length = 0;
  for (let i = 2; i < points.length; i += 2)
    length += Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
  const gap = Math.hypot(points[0] - points[points.length - 2], points[1] - points[points.length - 1]);
  return gap < CLOSED * length;
}

/** Does a line of points cross itself? What merely touches where it begins and ends does not. */
export function crossesItself(points: readonly number[]): boolean {
  const side = (ax: number, ay: number, bx: number, by: number, px: number, py: number) =>
    (bx - ax) * (py - ay) - (by - ay) * (px - ax);
  for (let i = 0; i + 3 < points.length; i += 2)
    for (let k = i + 4; k + 3 < points.length; k += 2) {
      const [ax, ay, bx, by] = [points[i], points[i + 1], points[i + 2], points[i + 3]];
      const [cx, cy, dx, dy] = [points[k], points[k + 1], points[k + 2], points[k + 3]];
      const apart = side(ax, ay, bx, by, cx, cy) * side(ax, ay, bx, by, dx, dy) < 0;
      if (apart && side(cx, cy, dx, dy, ax, ay) * side(cx, cy, dx, dy, bx, by) < 0) return true;
    }
  return false;
}
