import { intersectRects, type Bitmap, type PlacedBitmap, type Rect } from './bitmap.js';

/** One byte a pixel, 0 to 255, rows from the top. */
export interface Mask {
  width: number;
  height: number;
  data: Uint8Array;
}

/** A mask and where its top left pixel sits on the canvas, px. */
export interface PlacedMask extends Mask {
  x: number;
  y: number;
}

/** The silhouette's threshold: a pixel counts as inside where its coverage is above this. */
export const INSIDE = 127;

/** An empty mask. */
export function createMask(width: number, height: number): Mask {
  return { width, height, data: new Uint8Array(width * height) };
}

/** An empty mask over `rect` of the canvas. */
export function createPlacedMask(rect: Rect): PlacedMask {
  return { ...createMask(rect.width, rect.height), x: rect.x, y: rect.y };
}

/** Copies `rect` (canvas px) out of a placed mask; what lies outside of it comes out empty. */
export function cropMask(src: PlacedMask, rect: Rect): PlacedMask {
  const dst = createPlacedMask(rect);
  const common = intersectRects(src, rect);
  for (let row = 0; row < common.height; row++) {
    const from = (common.y + row - src.y) * src.width + common.x - src.x;
    const to = (common.y + row - rect.y) * rect.width + common.x - rect.x;
    dst.data.set(src.data.subarray(from, from + common.width), to);
  }
  return dst;
}

/** Pixels above 0 in a mask. */
export function maskArea(mask: Mask): number {
  return mask.data.reduce((sum, v) => sum + (v > 0 ? 1 : 0), 0);
}

/** The alpha channel of a bitmap as a mask. */
export function coverageOf(bitmap: Bitmap): Mask {
  const mask = createMask(bitmap.width, bitmap.height);
  for (let i = 0, j = 3; i < mask.data.length; i++, j += 4) mask.data[i] = bitmap.data[j];
  return mask;
}

/** Adds the coverage of placed bitmaps on the canvas (each pixel at most 255) over `rect`. */
export function unionCoverage(bitmaps: readonly PlacedBitmap[], rect: Rect): PlacedMask {
  const mask = createPlacedMask(rect);
  for (const src of bitmaps) {
    const x0 = Math.max(src.x, rect.x);
    const x1 = Math.min(src.x + src.width, rect.x + rect.width);
    const y0 = Math.max(src.y, rect.y);
    const y1 = Math.min(src.y + src.height, rect.y + rect.height);
    for (let y = y0; y < y1; y++) {
      let from = ((y - src.y) * src.width + (x0 - src.x)) * 4 + 3;
      let to = (y - rect.y) * rect.width + (x0 - rect.x);
      for (let x = x0; x < x1; x++, from += 4, to++) {
        const sum = mask.data[to] + src.data[from];
        mask.data[to] = sum > 255 ? 255 : sum;
      }
    }
  }
  return mask;
}

/** Number of pixels inside (above 127). */
export function insideArea(mask: Mask): number {
  let area = 0;
  for (let i = 0; i < mask.data.length; i++) if (mask.data[i] > INSIDE) area++;
  return area;
}

/** A connected group of pixels. */
export interface Region {
  /** Pixels in the group. */
  area: number;
  bounds: Rect;
  /** A pixel of the group (the first in reading order), its centre in px. */
  place: { x: number; y: number };
}

/**
 * Connected groups (8 neighbours) of the pixels above `threshold`, largest first.
 * @param threshold 0 to 255, default 127
 * @returns `labels` holds for each pixel the group's index + 1, or 0 outside.
 */
export function connectedRegions(mask: Mask, threshold = INSIDE): { labels: Int32Array; regions: Region[] } {
  const { width, height, data } = mask;
  const labels = new Int32Array(width * height);
  const found: (Region & { label: number })[] = [];
  const stack: number[] = [];
  let next = 0;
  for (let start = 0; start < data.length; start++) {
    if (data[start] <= threshold || labels[start] !== 0) continue;
    const label = ++next;
    let area = 0;
    let left = width;
    let right = 0;
    let top = height;
    let bottom = 0;
    labels[start] = label;
    stack.push(start);
    while (stack.length > 0) {
      const at = stack.pop() as number;
      const y = (at / width) | 0;
      const x = at - y * width;
      area++;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
      const x0 = x > 0 ? x - 1 : 0;
      const x1 = x < width - 1 ? x + 1 : x;
      const y0 = y > 0 ? y - 1 : 0;
      const y1 = y < height - 1 ? y + 1 : y;
      for (let ny = y0; ny <= y1; ny++) {
        for (let nx = x0; nx <= x1; nx++) {
          const i = ny * width + nx;
          if (labels[i] === 0 && data[i] > threshold) {
            labels[i] = label;
            stack.push(i);
          }
        }
      }
    }
    found.push({
      label,
      area,
      bounds: { x: left, y: top, width: right - left + 1, height: bottom - top + 1 },
      place: { x: (start % width) + 0.5, y: Math.floor(start / width) + 0.5 },
    });
  }
  found.sort((a, b) => b.area - a.area || a.label - b.label);
  const rank = new Int32Array(next + 1);
  found.forEach((region, index) => (rank[region.label] = index + 1));
  for (let i = 0; i < labels.length; i++) labels[i] = rank[labels[i]];
  return { labels, regions: found.map(({ area, bounds, place }) => ({ area, bounds, place })) };
}
