import { wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { createPlacedMask, type PlacedMask } from '../raster/mask.js';
import { rimOf } from '../raster/rim.js';
import { median } from '../raster/statistics.js';

/**
 * A region with its outline: pixels within a line width that are no other region's paint; where another line joins the
 * outline, no more of that than the outline is wide there.
 * @param lineWidth px
 * @param like is a colour word the region's own?
 * @param allowed may a pixel be taken?
 */
export function withOutline(
  region: PlacedMask,
  design: PlacedBitmap,
  lineWidth: number,
  like: (word: number) => boolean,
  allowed: (x: number, y: number) => boolean,
): PlacedMask {
  const reach = lineWidth + 1;
  const margin = Math.ceil(reach) + 1;
  const x0 = Math.max(0, region.x - margin);
  const y0 = Math.max(0, region.y - margin);
  const rect = {
    x: x0,
    y: y0,
    width: Math.min(design.width, region.x + region.width + margin) - x0,
    height: Math.min(design.height, region.y + region.height + margin) - y0,
  };
  const out = createPlacedMask(rect);
  for (let y = 0; y < region.height; y++)
    out.data.set(
      region.data.subarray(y * region.width, (y + 1) * region.width),
      (region.y + y - rect.y) * rect.width + region.x - rect.x,
    );
  const words = wordsOf(design);
  const line: OutlinePixel[] = [];
  const rim = rimOf(out, reach);
  for (let k = 0; k < rim.at.length; k++) {
    const at = rim.at[k];
    const beside = rim.nearest[k];
    const far = rim.far[k];
    const x = (at % rect.width) + rect.x;
    const y = ((at / rect.width) | 0) + rect.y;
    const word = words[y * design.width + x];
    if (word >>> 24 === 0 || !allowed(x, y)) continue;
    // Beyond a soft edge of a pixel or so, paint like the region's own is somebody else's.
    if (far > 1.5 && (like(word) || !darkensTowards(words, design.width, rect, beside, x, y))) continue;
    line.push({ at, beside, far });
  }
  const widthAt = outlineWidths(line, rect.width, 2 * reach);
  for (const { at, beside, far } of line) if (far <= widthAt(beside) + 1) out.data[at] = 255;
  return out;
}

/** A pixel of an outline: where it is, the region's pixel that it lies nearest to, and how far from that, px. */
interface OutlinePixel {
  at: number;
  beside: number;
  far: number;
}

/**
 * How wide the outline is beside each pixel of a region's border: the median of its width about there, so that a line
 * that joins the outline does not count for its width. Measured once for each square of the canvas.
 * @param about px; the side of a square, whose neighbours count as well
 */
function outlineWidths(line: readonly OutlinePixel[], width: number, about: number): (beside: number) => number {
  const own = new Map<number, number>();
  for (const { beside, far } of line) own.set(beside, Math.max(own.get(beside) ?? 0, far));
  const across = Math.ceil(width / about) + 2;
  const squareOf = (i: number) => Math.floor(Math.floor(i / width) / about) * across + Math.floor((i % width) / about);
  const squares = new Map<number, number[]>();
  for (const [i, wide] of own) {
    const square = squareOf(i);
    const widths = squares.get(square);
    if (widths) widths.push(wide);
    else squares.set(square, [wide]);
  }
  const typical = new Map<number, number>();
  for (const square of squares.keys()) {
    const near: number[] = [];
    for (const row of [-across, 0, across])
      for (const beside of [-1, 0, 1]) for (const wide of squares.get(square + row + beside) ?? []) near.push(wide);
    typical.set(square, median(near));
  }
  return (beside) => typical.get(squareOf(beside)) ?? 0;
}

/** Is the paint at (x, y) at least as far from the region's colour as what lies between, i.e. still line and not the fill beyond? */
function darkensTowards(words: Uint32Array, width: number, rect: Rect, nearest: number, x: number, y: number): boolean {
  const nx = (nearest % rect.width) + rect.x;
  const ny = ((nearest / rect.width) | 0) + rect.y;
  const base = words[ny * width + nx];
  const here = brightness(words[y * width + x]);
  const mx = Math.round((x + nx) / 2);
  const my = Math.round((y + ny) / 2);
  const between = brightness(words[my * width + mx]);
  // A line is darker than its fill; a soft outer edge may lighten again, by its own alpha only.
  return here <= brightness(base) - 8 && here <= between + 24;
}

function brightness(word: number): number {
  return 0.3 * (word & 255) + 0.59 * ((word >>> 8) & 255) + 0.11 * ((word >>> 16) & 255);
}
