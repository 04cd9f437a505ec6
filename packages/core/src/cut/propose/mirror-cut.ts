import { refuse, type Result } from '../../errors.js';
import { intersectRects, placedAt, wordsOf, type PlacedBitmap } from '../../raster/bitmap.js';
import { createPlacedMask, cropMask, type PlacedMask } from '../../raster/mask.js';
import { growMask, shrinkMask, trimMask } from '../../raster/morphology.js';

/** A cut carried over to the other side. */
export interface MirroredCut {
  mask: PlacedMask;
  /** px: the mirrored pixel of x is 2 * axisX - x + shift.x. */
  shift: { x: number; y: number };
  /** 0 to 1: how well the two sides' colours agree. */
  match: number;
}

/** px within which the other side may be out of place. */
const REACH = 48;

/**
 * The same cut on the other side of a symmetric design: the mask mirrored about the axis, moved to where the colours
 * agree best, and its border settled on the edges that are there.
 *
 * @param axisX px, of the whole figure
 * @param allowed pixels that may be taken, over the whole design; everything where not given
 * @returns the mask, or a refusal: `no-match`
 */
export function mirrorCut(
  design: PlacedBitmap,
  mask: PlacedMask,
  axisX: number,
  allowed?: Uint8Array,
): Result<MirroredCut> {
  const flipped = flip(mask, axisX);
  const words = wordsOf(design);
  const samples: number[] = [];
  const step = Math.max(1, Math.round(Math.sqrt((mask.width * mask.height) / 3000)));
  for (let y = 0; y < mask.height; y += step)
    for (let x = 0; x < mask.width; x += step) if (mask.data[y * mask.width + x]) samples.push(x + mask.x, y + mask.y);
  if (samples.length === 0) return refuse('no-match', 'There is nothing to mirror.');
  const wordAt = (x: number, y: number) =>
    x < 0 || y < 0 || x >= design.width || y >= design.height ? 0 : words[y * design.width + x];
  const scoreAt = (dx: number, dy: number) => {
    let good = 0;
    for (let i = 0; i < samples.length; i += 2) {
      const a = wordAt(samples[i], samples[i + 1]);
      const b = wordAt(Math.round(2 * axisX - 1 - samples[i]) + dx, samples[i + 1] + dy);
      if (b >>> 24 > 127) good += likeness(a, b);
    }
    return good / (samples.length / 2);
  };
  let best = { x: 0, y: 0 };
  let match = scoreAt(0, 0);
  for (let stride = 16; stride >= 1; stride = Math.floor(stride / 2)) {
    const centre = best;
    const span = stride === 16 ? REACH : 2 * stride;
    for (let dy = -span; dy <= span; dy += stride)
      for (let dx = -span; dx <= span; dx += stride) {
        const score = scoreAt(centre.x + dx, centre.y + dy) - 0.0004 * Math.hypot(centre.x + dx, centre.y + dy);
        if (score <= match + 1e-9) continue;
        match = score;
        best = { x: centre.x + dx, y: centre.y + dy };
      }
  }
  if (match < 0.45)
    return refuse('no-match', 'The other side does not look like this one: cut it by hand.', {
      x: flipped.x + flipped.width / 2,
      y: flipped.y + flipped.height / 2,
    });
  const placed = placedAt(flipped, flipped.x + best.x, flipped.y + best.y);
  const settled = settleBorder(design, placed, 6, allowed);
  return settled
    ? { ok: true, mask: settled, shift: best, match }
    : refuse('no-match', 'On the other side that is cut already.');
}

function flip(mask: PlacedMask, axisX: number): PlacedMask {
  const { width, height } = mask;
  const out = createPlacedMask({ x: Math.round(2 * axisX) - mask.x - width, y: mask.y, width, height });
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) out.data[y * width + width - 1 - x] = mask.data[y * width + x];
  return out;
}

/** 1 for the same colour, 0 for one far off; light and shade swap sides, so that lightness counts for less. */
function likeness(a: number, b: number): number {
  const dr = (a & 255) - (b & 255);
  const dg = ((a >>> 8) & 255) - ((b >>> 8) & 255);
  const db = ((a >>> 16) & 255) - ((b >>> 16) & 255);
  const grey = (dr + dg + db) / 3;
  const d = Math.hypot(dr - grey, dg - grey, db - grey) + 0.5 * Math.abs(grey);
  return d > 90 ? 0 : 1 - d / 90;
}

/** What a step costs on the other side of the border as it was: edges nearby win over it, a plain field does not. */
const ASTRAY = 4;

/**
 * Moves a mask's border, by at most `band` px, to the edges of the design: pixels of the band go to the side they are
 * reached from most cheaply, steps over colour edges being dear, and steps astray of the mask a little. Bare paper
 * belongs to nobody, and nothing is reached through it.
 * @param allowed pixels that may be inside, over the whole design; everything painted where not given
 * @returns the settled mask trimmed, or null where nothing is left
 */
export function settleBorder(
  design: PlacedBitmap,
  mask: PlacedMask,
  band: number,
  allowed?: Uint8Array,
): PlacedMask | null {
  const outer = growMask(mask, band, design);
  const inner = shrinkMask(mask, band);
  const before = cropMask(mask, outer).data;
  const { width, height } = outer;
  const words = wordsOf(design);
  const colourAt = (i: number) => {
    const y = outer.y + Math.floor(i / width) - design.y;
    const x = outer.x + (i % width) - design.x;
    return words[y * design.width + x];
  };
  // Cost so far and side (1 in, 2 out) of each pixel; a bucket queue over whole costs.
  const cost = new Uint16Array(width * height).fill(65535);
  const side = new Uint8Array(width * height);
  const buckets: number[][] = [];
  const push = (i: number, at: number, which: number) => {
    if (at >= cost[i] || at > 4000 || colourAt(i) >>> 24 === 0) return;
    cost[i] = at;
    side[i] = which;
    (buckets[at] ??= []).push(i);
  };
  const core = intersectRects(inner, outer);
  for (let y = 0; y < core.height; y++)
    for (let x = 0; x < core.width; x++)
      if (inner.data[(core.y - inner.y + y) * inner.width + core.x - inner.x + x])
        push((core.y - outer.y + y) * width + core.x - outer.x + x, 0, 1);
  for (let i = 0; i < outer.data.length; i++) if (outer.data[i] === 0) push(i, 0, 2);
  for (let x = 0; x < width; x++)
    for (const y of [0, height - 1]) push(y * width + x, 0, side[y * width + x] === 1 ? 1 : 2);
  for (let at = 0; at < buckets.length; at++) {
    const bucket = buckets[at];
    if (!bucket) continue;
    for (const i of bucket) {
      if (cost[i] !== at) continue;
      const x = i % width;
      for (const n of [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, i - width, i + width]) {
        if (n < 0 || n >= cost.length) continue;
        const astray = (side[i] === 1) === before[n] > 0 ? 0 : ASTRAY;
        push(n, at + 1 + astray + edgeBetween(colourAt(i), colourAt(n)), side[i]);
      }
    }
  }
  const out = createPlacedMask(outer);
  for (let i = 0; i < out.data.length; i++) {
    if (side[i] !== 1) continue;
    const y = outer.y + Math.floor(i / width) - design.y;
    const x = outer.x + (i % width) - design.x;
    if (!allowed || allowed[y * design.width + x] > 0) out.data[i] = 255;
  }
  return trimMask(out);
}

function edgeBetween(a: number, b: number): number {
  const d =
    Math.abs((a & 255) - (b & 255)) +
    Math.abs(((a >>> 8) & 255) - ((b >>> 8) & 255)) +
    Math.abs(((a >>> 16) & 255) - ((b >>> 16) & 255)) +
    Math.abs((a >>> 24) - (b >>> 24));
  return d >> 2;
}
