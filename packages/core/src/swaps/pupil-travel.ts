import { contours } from '../raster/contours.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { INSIDE, createMask } from '../raster/mask.js';
import { simplifyRing } from '../raster/polygon.js';

/** How far a pupil may go: a polygon of offsets from where it rests, px; [0, 0] lies in it. */
export type Travel = [number, number][];

/** Corners that a travel has at most. */
const MOST_CORNERS = 48;
/** px by which a travel's border may be off for having fewer corners; more where it would have too many. */
const FINEST = 0.25;

/**
 * The offsets for which a pupil stays inside the white: the white worn away by the pupil, as far as it can be reached from
 * where it rests.
 * @param white the whole opening of the eye, the pupil's own place in it included
 * @returns null where it does not lie within the white even at rest
 */
export function pupilTravel(white: PlacedBitmap, pupil: PlacedBitmap): Travel | null {
  const rim = rimOf(pupil);
  if (rim.length === 0) return null;
  const open = (x: number, y: number) => {
    const [column, row] = [x - white.x, y - white.y];
    return (
      column >= 0 &&
      row >= 0 &&
      column < white.width &&
      row < white.height &&
      white.data[(row * white.width + column) * 4 + 3] > INSIDE
    );
  };
  const fits = (dx: number, dy: number) => {
    for (let k = 0; k < rim.length; k += 2) if (!open(rim[k] + dx, rim[k + 1] + dy)) return false;
    return true;
  };
  if (!fits(0, 0)) return null;
  // No pupil goes farther than the white is wide; a border of nothing all round closes its contour.
  const [reachX, reachY] = [white.width + 1, white.height + 1];
  const [width, height] = [2 * reachX + 1, 2 * reachY + 1];
  const free = createMask(width, height);
  const ahead = [reachY * width + reachX];
  free.data[ahead[0]] = 255;
  for (let i = ahead.pop(); i !== undefined; i = ahead.pop())
    for (const next of [i - 1, i + 1, i - width, i + width]) {
      if (free.data[next] !== 0) continue;
      const [dx, dy] = [(next % width) - reachX, Math.floor(next / width) - reachY];
      if (Math.abs(dx) >= reachX || Math.abs(dy) >= reachY || !fits(dx, dy)) continue;
      free.data[next] = 255;
      ahead.push(next);
    }
  const [outer] = contours(free);
  if (!outer) return [[0, 0]];
  let corners: Travel = [];
  for (let tolerance = FINEST; corners.length === 0 || corners.length > MOST_CORNERS; tolerance *= 1.5)
    corners = simplifyRing(outer, tolerance);
  // A cell's middle is its offset.
  return corners.map(([x, y]) => [tenth(x - 0.5 - reachX), tenth(y - 0.5 - reachY)]);
}

const tenth = (value: number) => Math.round(value * 10) / 10;

/** The outermost pixels of a pupil, x, y pairs: where they fit, all of it does. */
function rimOf({ x, y, width, height, data }: PlacedBitmap): number[] {
  const isIn = (column: number, row: number) =>
    column >= 0 && row >= 0 && column < width && row < height && data[(row * width + column) * 4 + 3] > INSIDE;
  const rim: number[] = [];
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++)
      if (
        isIn(column, row) &&
        !(isIn(column - 1, row) && isIn(column + 1, row) && isIn(column, row - 1) && isIn(column, row + 1))
      )
        rim.push(x + column, y + row);
  return rim;
}

/** An offset kept within a travel: itself, or the nearest place of its border. */
export function withinTravel(travel: Travel, dx: number, dy: number): [number, number] {
  if (travel.length < 3 || isInside(travel, dx, dy)) return travel.length < 3 ? [0, 0] : [dx, dy];
  let [best, nearest]: [number, [number, number]] = [Infinity, [0, 0]];
  for (const [k, [ax, ay]] of travel.entries()) {
    const [bx, by] = travel[(k + 1) % travel.length];
    const length = (bx - ax) ** 2 + (by - ay) ** 2;
    const along = length === 0 ? 0 : Math.max(0, Math.min(1, ((dx - ax) * (bx - ax) + (dy - ay) * (by - ay)) / length));
    const [x, y] = [ax + along * (bx - ax), ay + along * (by - ay)];
    const far = Math.hypot(dx - x, dy - y);
    if (far < best) [best, nearest] = [far, [x, y]];
  }
  return nearest;
}

function isInside(polygon: Travel, x: number, y: number): boolean {
  let inside = false;
  for (const [k, [ax, ay]] of polygon.entries()) {
    const [bx, by] = polygon[(k + polygon.length - 1) % polygon.length];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}
