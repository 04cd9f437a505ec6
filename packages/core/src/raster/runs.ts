import type { Rect } from './bitmap.js';
import { createPlacedMask, type PlacedMask } from './mask.js';

/**
 * A mask as lengths of runs in reading order, out and in by turns, starting with out. Each length is written in digits of
 * five bits, the lowest first, as characters of Base64; the sixth bit says that another digit follows. So a mask is one
 * short text, which costs a reader nothing until it is unpacked.
 */
export interface MaskRuns extends Rect {
  runs: string;
}

const DIGITS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
const VALUES = new Uint8Array(128).fill(255);
for (let i = 0; i < 64; i++) VALUES[DIGITS.charCodeAt(i)] = i;

/** Writes a mask's pixels above 0 as runs. */
export function toRuns(mask: PlacedMask): MaskRuns {
  const { x, y, width, height, data } = mask;
  const chunks: string[] = [];
  let text = '';
  let inside = false;
  let start = 0;
  const write = (length: number) => {
    let rest = length;
    do {
      text += DIGITS[(rest & 31) | (rest > 31 ? 32 : 0)];
      rest >>>= 5;
    } while (rest > 0);
    if (text.length < 4096) return;
    chunks.push(text);
    text = '';
  };
  for (let i = 0; i < data.length; i++) {
    if (data[i] > 0 === inside) continue;
    write(i - start);
    start = i;
    inside = !inside;
  }
  if (inside) write(data.length - start);
  return { x, y, width, height, runs: chunks.join('') + text };
}

/**
 * Reads runs back into a mask of 0 and 255.
 * @throws RangeError where the runs are no such text, or do not fit into the rectangle
 */
export function fromRuns({ x, y, width, height, runs }: MaskRuns): PlacedMask {
  const mask = createPlacedMask({ x, y, width, height });
  let at = 0;
  let length = 0;
  let shift = 0;
  let inside = false;
  for (let i = 0; i < runs.length; i++) {
    const value = VALUES[runs.charCodeAt(i)] ?? 255;
    if (value > 63 || shift > 25) throw new RangeError('the runs cannot be read');
    length += (value & 31) << shift;
    shift += 5;
    if (value & 32) continue;
    if (at + length > mask.data.length) throw new RangeError('the runs do not fit into their rectangle');
    if (inside) mask.data.fill(255, at, at + length);
    at += length;
    inside = !inside;
    length = 0;
    shift = 0;
  }
  if (shift > 0) throw new RangeError('the runs cannot be read');
  return mask;
}
