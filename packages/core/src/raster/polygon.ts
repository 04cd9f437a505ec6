import { intersectRects, type Rect } from './bitmap.js';
import { createPlacedMask, type PlacedMask } from './mask.js';

/** The smallest rectangle of whole pixels that holds every point of `points` (x, y pairs, px). */
export function pointBounds(points: ArrayLike<number>): Rect {
  let left = Infinity;
  let right = -Infinity;
  let top = Infinity;
  let bottom = -Infinity;
  for (let i = 0; i < points.length; i += 2) {
    left = Math.min(left, points[i]);
    right = Math.max(right, points[i]);
    top = Math.min(top, points[i + 1]);
    bottom = Math.max(bottom, points[i + 1]);
  }
  const x = Math.floor(left);
  const y = Math.floor(top);
  return { x, y, width: Math.max(0, Math.ceil(right) - x), height: Math.max(0, Math.ceil(bottom) - y) };
}

/** A hand's line is this many times as long as the canvas is wide and high together, at most. */
const LONGEST = 40;

/** Is a line longer than any hand draws, so that following it would take for ever? */
export function isTangled(points: ArrayLike<number>, canvas: { width: number; height: number }): boolean {
  let length = 0;
  for (let i = 0; i + 3 < points.length; i += 2)
    length += Math.hypot(points[i + 2] - points[i], points[i + 3] - points[i + 1]);
  return length > LONGEST * (canvas.width + canvas.height);
}

/**
 * The pixels whose centre lies inside a closed loop (even-odd), as a mask of 0 and 255.
 * @param loop x, y pairs, px; closes by itself
 * @param within the canvas; the mask is kept inside it
 */
export function fillLoop(loop: ArrayLike<number>, within: Rect): PlacedMask {
  const mask = createPlacedMask(intersectRects(pointBounds(loop), within));
  const count = loop.length / 2;
  // Where the loop crosses the middle of each row: an edge is looked at for the rows that it crosses alone.
  const rows: number[][] = Array.from({ length: mask.height }, () => []);
  for (let i = 0, j = count - 1; i < count; j = i++) {
    const [x0, y0, x1, y1] = [loop[2 * j], loop[2 * j + 1], loop[2 * i], loop[2 * i + 1]];
    const first = Math.max(0, Math.ceil(Math.min(y0, y1) - mask.y - 0.5));
    const last = Math.min(mask.height, Math.ceil(Math.max(y0, y1) - mask.y - 0.5));
    for (let row = first; row < last; row++) rows[row].push(x0 + ((mask.y + row + 0.5 - y0) / (y1 - y0)) * (x1 - x0));
  }
  for (const [row, crossings] of rows.entries()) {
    crossings.sort((a, b) => a - b);
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const first = Math.max(0, Math.ceil(crossings[k] - mask.x - 0.5));
      const last = Math.min(mask.width, Math.ceil(crossings[k + 1] - mask.x - 0.5));
      if (last > first) mask.data.fill(255, row * mask.width + first, row * mask.width + last);
    }
  }
  return mask;
}

/**
 * A closed line with as few of its corners as keep it within `tolerance` px of where it ran (D. Douglas and T. Peucker, 1973),
 * begun at the two corners that lie farthest apart from the first on.
 * @param ring x, y pairs
 */
export function simplifyRing(ring: ArrayLike<number>, tolerance: number): [number, number][] {
  const count = ring.length / 2;
  const at = (k: number): [number, number] => [ring[2 * (k % count)], ring[2 * (k % count) + 1]];
  /** The place after `from` and before `to` that lies farthest from the straight way between them. */
  const farthest = (from: number, to: number): { k: number; far: number } => {
    const [[ax, ay], [bx, by]] = [at(from), at(to)];
    const length = Math.hypot(bx - ax, by - ay);
    let best = { k: from, far: -1 };
    for (let k = from + 1; k < to; k++) {
      const [x, y] = at(k);
      const along = length === 0 ? 0 : ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / (length * length);
      const held = Math.max(0, Math.min(1, along));
      const far = Math.hypot(x - ax - held * (bx - ax), y - ay - held * (by - ay));
      if (far > best.far) best = { k, far };
    }
    return best;
  };
  const between = (from: number, to: number): number[] => {
    const { k, far } = farthest(from, to);
    return far > tolerance ? [...between(from, k), k, ...between(k, to)] : [];
  };
  if (count < 3) return Array.from({ length: count }, (_, k) => at(k));
  const opposite = farthest(0, count).k;
  return [0, ...between(0, opposite), opposite, ...between(opposite, count)].map(at);
}
