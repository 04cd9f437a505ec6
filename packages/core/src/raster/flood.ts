import type { Rect } from './bitmap.js';

/** What `flood` notes of a pixel that it has reached. */
export const TAKEN = 1;
const REFUSED = 2;
const PENDING = 3;

/**
 * Floods from a pixel over its neighbours (4), a row's stretch at a time.
 * @param start the pixel's index; it is taken unasked
 * @param may may a pixel be taken? Asked at most once of each.
 * @returns for each pixel `TAKEN` or something else, and the bounds of those that are
 */
export function flood(
  width: number,
  height: number,
  start: number,
  may: (i: number) => boolean,
): { reached: Uint8Array; bounds: Rect } {
  const reached = new Uint8Array(width * height);
  const stack = [start];
  let left = width;
  let right = -1;
  let top = height;
  let bottom = -1;
  const isFree = (i: number): boolean => {
    if (reached[i] === 0) reached[i] = may(i) ? PENDING : REFUSED;
    return reached[i] === PENDING;
  };
  while (stack.length > 0) {
    const at = stack.pop() as number;
    if (reached[at] === TAKEN) continue;
    const y = (at / width) | 0;
    const row = y * width;
    let from = at;
    let to = at + 1;
    while (from > row && isFree(from - 1)) from--;
    while (to < row + width && isFree(to)) to++;
    reached.fill(TAKEN, from, to);
    left = Math.min(left, from - row);
    right = Math.max(right, to - 1 - row);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
    for (const beside of [-width, width]) {
      if (y + Math.sign(beside) < 0 || y + Math.sign(beside) >= height) continue;
      let open = false;
      for (let i = from + beside; i < to + beside; i++) {
        const free = isFree(i);
        if (free && !open) stack.push(i);
        open = free;
      }
    }
  }
  return { reached, bounds: { x: left, y: top, width: right - left + 1, height: bottom - top + 1 } };
}
