import { createPlacedMask, type PlacedMask } from './mask.js';
import type { Rect } from './bitmap.js';

/** A mask as lengths of runs in reading order, out and in by turns, starting with out: small to send, quick to read. */
export interface MaskRuns extends Rect {
  runs: number[];
}

/** Writes a mask's pixels above 0 as runs. */
export function toRuns(mask: PlacedMask): MaskRuns {
  const { x, y, width, height, data } = mask;
  const runs: number[] = [];
  let inside = false;
  let start = 0;
  for (let i = 0; i < data.length; i++) {
    if (data[i] > 0 === inside) continue;
    runs.push(i - start);
    start = i;
    inside = !inside;
  }
  if (inside) runs.push(data.length - start);
  return { x, y, width, height, runs };
}

/**
 * Reads runs back into a mask of 0 and 255.
 * @throws RangeError where the runs do not fit into the rectangle
 */
export function fromRuns({ x, y, width, height, runs }: MaskRuns): PlacedMask {
  const mask = createPlacedMask({ x, y, width, height });
  let at = 0;
  runs.forEach((length, i) => {
    if (!Number.isInteger(length) || length < 0 || at + length > mask.data.length)
      throw new RangeError('the runs do not fit into their rectangle');
    if (i % 2 === 1) mask.data.fill(255, at, at + length);
    at += length;
  });
  return mask;
}
