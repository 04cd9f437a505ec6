import { intersectRects, wordsOf, type PlacedBitmap } from './bitmap.js';

const SHORT_RUN = 48;

/** Runs of a picture's words that have paint, found once: start and end in the words, the end negative where blending is needed. */
const spansOf = new WeakMap<Uint8Array, Int32Array>();

/** The runs of paint of a picture, row by row; found again in no time for the same pixels. */
function findSpans(src: PlacedBitmap): Int32Array {
  const known = spansOf.get(src.data);
  if (known) return known;
  const from = wordsOf(src);
  const spans: number[] = [];
  for (let row = 0; row < src.height; row++) {
    let i = row * src.width;
    const end = i + src.width;
    while (i < end) {
      while (i < end && from[i] < 0x01000000) i++;
      if (i === end) break;
      const start = i;
      if (from[i] >= 0xff000000) {
        do i++;
        while (i < end && from[i] >= 0xff000000);
        spans.push(start, i);
      } else {
        do i++;
        while (i < end && from[i] >= 0x01000000 && from[i] < 0xff000000);
        spans.push(start, -i);
      }
    }
  }
  const found = new Int32Array(spans);
  spansOf.set(src.data, found);
  return found;
}

/**
 * Draws `src` over `dst` (source-over, straight alpha, W3C Compositing Level 1), in place.
 * Opaque runs are copied whole, which is most of a character's paint; where they lie is found once a picture, so pictures
 * must not be changed once they have been drawn.
 */
export function compositeOverMutable(dst: PlacedBitmap, src: PlacedBitmap): void {
  const common = intersectRects(dst, src);
  if (common.width === 0 || common.height === 0) return;
  const from = wordsOf(src);
  const to = wordsOf(dst);
  const spans = findSpans(src);
  const firstRow = common.y - src.y;
  const lastRow = firstRow + common.height;
  const left = common.x - src.x;
  const right = left + common.width;
  const whole = left === 0 && right === src.width;
  for (let k = 0; k < spans.length; k += 2) {
    let start = spans[k];
    const blended = spans[k + 1] < 0;
    let end = blended ? -spans[k + 1] : spans[k + 1];
    const row = Math.floor(start / src.width);
    if (row < firstRow) continue;
    if (row >= lastRow) return;
    const rowStart = row * src.width;
    if (!whole) {
      start = Math.max(start, rowStart + left);
      end = Math.min(end, rowStart + right);
      if (start >= end) continue;
    }
    let j = (row + src.y - dst.y) * dst.width + (start - rowStart) + src.x - dst.x;
    if (blended) for (let i = start; i < end; i++, j++) to[j] = overWord(from[i], to[j]);
    // A view costs more than a few pixels copied one by one.
    else if (end - start > SHORT_RUN) to.set(from.subarray(start, end), j);
    else for (let i = start; i < end; i++, j++) to[j] = from[i];
  }
}

/** The same over an opaque pixel, in whole numbers: `(v + 127) / 255` cut off is `v / 255` rounded, as 255 is odd. */
function overOpaque(src: number, dst: number, sa: number): number {
  const rest = 255 - sa;
  const r = (((src & 255) * sa + (dst & 255) * rest + 127) / 255) | 0;
  const g = ((((src >>> 8) & 255) * sa + ((dst >>> 8) & 255) * rest + 127) / 255) | 0;
  const b = ((((src >>> 16) & 255) * sa + ((dst >>> 16) & 255) * rest + 127) / 255) | 0;
  return (r | (g << 8) | (b << 16) | 0xff000000) >>> 0;
}

/** One pixel over another, both RGBA words with straight alpha. */
export function overWord(src: number, dst: number): number {
  const sa = src >>> 24;
  const da = dst >>> 24;
  if (da === 0) return src;
  if (sa === 0) return dst;
  if (da === 255) return overOpaque(src, dst, sa);
  const back = (da * (255 - sa)) / 255;
  const alpha = sa + back;
  const r = Math.round(((src & 255) * sa + (dst & 255) * back) / alpha);
  const g = Math.round((((src >>> 8) & 255) * sa + ((dst >>> 8) & 255) * back) / alpha);
  const b = Math.round((((src >>> 16) & 255) * sa + ((dst >>> 16) & 255) * back) / alpha);
  return (r | (g << 8) | (b << 16) | (Math.round(alpha) << 24)) >>> 0;
}

/**
 * Draws the layers back to front onto a blank canvas.
 * @param canvas what to draw on, cleared first, where it has the right size: pages that are there already cost less than
 *   fresh ones
 * @returns a bitmap of the canvas' size.
 */
export function composite(
  width: number,
  height: number,
  layers: readonly PlacedBitmap[],
  canvas?: Uint8Array,
): PlacedBitmap {
  const size = width * height * 4;
  const kept = canvas?.length === size ? canvas.fill(0) : null;
  const dst: PlacedBitmap = { x: 0, y: 0, width, height, data: kept ?? new Uint8Array(size) };
  for (const layer of layers) compositeOverMutable(dst, layer);
  return dst;
}
