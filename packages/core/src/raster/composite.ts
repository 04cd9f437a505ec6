import { intersectRects, wordsOf, type PlacedBitmap } from './bitmap.js';

const SHORT_RUN = 48;

/**
 * Draws `src` over `dst` (source-over, straight alpha, W3C Compositing Level 1), in place.
 * Fully opaque runs are copied whole, which is most of a character's paint.
 */
export function compositeOverMutable(dst: PlacedBitmap, src: PlacedBitmap): void {
  const common = intersectRects(dst, src);
  if (common.width === 0 || common.height === 0) return;
  const from = wordsOf(src);
  const to = wordsOf(dst);
  for (let row = 0; row < common.height; row++) {
    const y = common.y + row;
    let i = (y - src.y) * src.width + (common.x - src.x);
    let j = (y - dst.y) * dst.width + (common.x - dst.x);
    const end = i + common.width;
    while (i < end) {
      const word = from[i];
      if (word < 0x01000000) {
        i++;
        j++;
        continue;
      }
      if (word >= 0xff000000) {
        const start = i;
        do i++;
        while (i < end && from[i] >= 0xff000000);
        // A view costs more than a few pixels copied one by one.
        if (i - start > SHORT_RUN) to.set(from.subarray(start, i), j);
        else for (let k = start; k < i; k++) to[j + k - start] = from[k];
        j += i - start;
        continue;
      }
      to[j] = overWord(word, to[j]);
      i++;
      j++;
    }
  }
}

/** One pixel over another, both RGBA words with straight alpha. */
export function overWord(src: number, dst: number): number {
  const sa = src >>> 24;
  const da = dst >>> 24;
  if (da === 0) return src;
  if (sa === 0) return dst;
  const back = (da * (255 - sa)) / 255;
  const alpha = sa + back;
  const mix = (shift: number) => Math.round((((src >>> shift) & 255) * sa + ((dst >>> shift) & 255) * back) / alpha);
  return (mix(0) | (mix(8) << 8) | (mix(16) << 16) | (Math.round(alpha) << 24)) >>> 0;
}

/**
 * Draws the layers back to front onto a blank canvas.
 * @returns a fresh bitmap of the canvas' size.
 */
export function composite(width: number, height: number, layers: readonly PlacedBitmap[]): PlacedBitmap {
  const dst: PlacedBitmap = { x: 0, y: 0, width, height, data: new Uint8Array(width * height * 4) };
  for (const layer of layers) compositeOverMutable(dst, layer);
  return dst;
}
