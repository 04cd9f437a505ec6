import { intersectRects, type Rect } from './bitmap.js';
import { createPlacedMask, type PlacedMask } from './mask.js';

/** Discs are set this far apart, in radii: what lies between two of them is then less than a hundredth of a pixel short. */
const APART = 1 / 16;

/**
 * The pixels whose centre a round nib covers on its way, as a mask of 0 and 255. Between two points its place and size
 * change evenly.
 * @param stroke x, y, radius, px, by threes
 * @param within the canvas; the mask is kept inside it
 */
export function strokeMask(stroke: ArrayLike<number>, within: Rect): PlacedMask {
  const mask = createPlacedMask(intersectRects(strokeBounds(stroke), within));
  if (mask.width === 0) return mask;
  stampMutable(mask, stroke[0], stroke[1], stroke[2]);
  for (let i = 3; i + 2 < stroke.length; i += 3) {
    const [x0, y0, r0] = [stroke[i - 3], stroke[i - 2], stroke[i - 1]];
    const [dx, dy, dr] = [stroke[i] - x0, stroke[i + 1] - y0, stroke[i + 2] - r0];
    const step = Math.max(0.5, APART * Math.min(r0, r0 + dr));
    const count = Math.ceil(Math.max(Math.hypot(dx, dy), Math.abs(dr)) / step);
    for (let k = 1; k <= count; k++) {
      const share = k / count;
      stampMutable(mask, x0 + dx * share, y0 + dy * share, r0 + dr * share);
    }
  }
  return mask;
}

/** The smallest rectangle of whole pixels that holds a stroke. */
export function strokeBounds(stroke: ArrayLike<number>): Rect {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i + 2 < stroke.length; i += 3) {
    const radius = stroke[i + 2];
    left = Math.min(left, stroke[i] - radius);
    right = Math.max(right, stroke[i] + radius);
    top = Math.min(top, stroke[i + 1] - radius);
    bottom = Math.max(bottom, stroke[i + 1] + radius);
  }
  const [x, y] = [Math.floor(left), Math.floor(top)];
  return left > right
    ? { x: 0, y: 0, width: 0, height: 0 }
    : { x, y, width: Math.ceil(right) - x, height: Math.ceil(bottom) - y };
}

function stampMutable(
  { x: left, y: top, width, height, data }: PlacedMask,
  x: number,
  y: number,
  radius: number,
): void {
  const last = Math.min(height - 1, Math.floor(y + radius - 0.5) - top);
  for (let row = Math.max(0, Math.ceil(y - radius - 0.5) - top); row <= last; row++) {
    const dy = top + row + 0.5 - y;
    const half = Math.sqrt(Math.max(0, radius * radius - dy * dy));
    const from = Math.max(0, Math.ceil(x - half - 0.5) - left);
    const to = Math.min(width, Math.floor(x + half - 0.5) - left + 1);
    if (to > from) data.fill(255, row * width + from, row * width + to);
  }
}
