import { wordsOf, type Bitmap, type Rect } from './bitmap.js';
import { createMask, type Mask } from './mask.js';

/** How two pictures of the same size differ. */
export interface Difference {
  /** Pixels whose largest channel difference is over 1/255. */
  differing: number;
  /** The largest channel difference anywhere, 0 to 255. */
  largest: number;
  /** Each pixel's largest channel difference. */
  heat: Mask;
  /** Where the differing pixels are, or null. */
  bounds: Rect | null;
}

/**
 * Compares two pictures of one size, channel by channel. Colours are weighed by their alpha, so that the
 * colour of an invisible pixel does not count.
 * @throws RangeError when the sizes differ.
 */
export function compareBitmaps(a: Bitmap, b: Bitmap): Difference {
  if (a.width !== b.width || a.height !== b.height) throw new RangeError('pictures of different sizes');
  const heat = createMask(a.width, a.height);
  const wa = wordsOf(a);
  const wb = wordsOf(b);
  let differing = 0;
  let largest = 0;
  let left = a.width;
  let right = -1;
  let top = -1;
  let bottom = -1;
  for (let i = 0; i < wa.length; i++) {
    if (wa[i] === wb[i]) continue;
    const d = pixelDifference(wa[i], wb[i]);
    if (d === 0) continue;
    heat.data[i] = d;
    if (d > largest) largest = d;
    if (d > 1) {
      differing++;
      const y = Math.floor(i / a.width);
      const x = i - y * a.width;
      if (x < left) left = x;
      if (x > right) right = x;
      if (top < 0) top = y;
      bottom = y;
    }
  }
  const bounds = top < 0 ? null : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
  return { differing, largest, heat, bounds };
}

/** Do two pixels differ by more than 1/255 in any channel, colours weighed by their alpha? */
export function isUnlike(p: number, q: number): boolean {
  return p !== q && pixelDifference(p, q) > 1;
}

function pixelDifference(p: number, q: number): number {
  const pa = p >>> 24;
  const qa = q >>> 24;
  let d = Math.abs(pa - qa);
  for (let shift = 0; shift < 24; shift += 8) {
    const c = Math.abs(((p >>> shift) & 255) * pa - ((q >>> shift) & 255) * qa) / 255;
    if (c > d) d = c;
  }
  return Math.ceil(d - 1e-9);
}
