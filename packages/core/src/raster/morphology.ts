import { growRect, placedOver, type Rect } from './bitmap.js';
import { rowReach, stepsInColumn } from './columns.js';
import { INSIDE, connectedRegions, createPlacedMask, cropMask, type Mask, type PlacedMask } from './mask.js';

/** px up to which the reach is stamped at the rim of a mask; further, its area is less than all those stamps. */
const STAMPED = 6;

/**
 * Marks every pixel within `by` px (Euclidean, centre to centre) of a pixel above 127: what a distance field compared
 * with `by` gives, at a fraction of its cost.
 * @returns a fresh array of 0 and 255, the size of the mask
 */
export function reachOf(mask: Mask, by: number): Uint8Array {
  return by <= STAMPED ? stampedAtRim(mask, by) : sweptSideways(mask, by);
}

/** The nearest marked pixel of one that is not always lies at the rim: only from there anything is reached. */
function stampedAtRim({ width, height, data }: Mask, by: number): Uint8Array {
  const cap = Math.floor(by);
  const sideways = Array.from({ length: 2 * cap + 1 }, (_, i) => Math.floor(Math.sqrt(by * by - (i - cap) ** 2)));
  const out = new Uint8Array(data.length);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (data[i] <= INSIDE) continue;
      out[i] = 255;
      const isWithin =
        (x === 0 || data[i - 1] > INSIDE) &&
        (x === width - 1 || data[i + 1] > INSIDE) &&
        (y === 0 || data[i - width] > INSIDE) &&
        (y === height - 1 || data[i + width] > INSIDE);
      if (isWithin) continue;
      for (let dy = Math.max(-cap, -y); dy <= cap && y + dy < height; dy++) {
        const row = i - x + dy * width;
        const to = row + Math.min(width - 1, x + sideways[dy + cap]);
        for (let at = row + Math.max(0, x - sideways[dy + cap]); at <= to; at++) out[at] = 255;
      }
    }
  return out;
}

/** Row by row; takes as long whatever the reach. */
function sweptSideways(mask: Mask, by: number): Uint8Array {
  const { width, height } = mask;
  const reached = rowReach(stepsInColumn(mask, Math.floor(by)), width, by);
  const out = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    const inReach = reached(y);
    for (let x = 0; x < width; x++, i++) if (inReach[x] > 0) out[i] = 255;
  }
  return out;
}

/**
 * Steps from every pixel to the nearest one above 0 of some, a step being to one of the eight pixels about it (A. Rosenfeld
 * and J. L. Pfaltz, "Distance functions on digital pictures", 1968).
 * @returns a fresh array; 65535 where there is none
 */
export function stepsTo(marked: Uint8Array, { width, height }: { width: number; height: number }): Uint16Array {
  const steps = new Uint16Array(marked.length);
  const next = (value: number) => Math.min(FAR, value + 1);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      let least = marked[i] > 0 ? -1 : FAR;
      if (least > 0 && x > 0) least = Math.min(least, steps[i - 1]);
      if (least > 0 && y > 0) {
        least = Math.min(least, steps[i - width]);
        if (x > 0) least = Math.min(least, steps[i - width - 1]);
        if (x < width - 1) least = Math.min(least, steps[i - width + 1]);
      }
      steps[i] = next(least);
    }
  for (let y = height - 1, i = marked.length - 1; y >= 0; y--)
    for (let x = width - 1; x >= 0; x--, i--) {
      if (steps[i] === 0) continue;
      let least = FAR;
      if (x < width - 1) least = steps[i + 1];
      if (y < height - 1) {
        least = Math.min(least, steps[i + width]);
        if (x < width - 1) least = Math.min(least, steps[i + width + 1]);
        if (x > 0) least = Math.min(least, steps[i + width - 1]);
      }
      if (least < steps[i]) steps[i] = Math.min(steps[i], least + 1);
    }
  return steps;
}

/** Steps to what is not there. */
const FAR = 65535;

/** A mask grown by `by` px all round (Euclidean), kept inside `within`. */
export function growMask(mask: PlacedMask, by: number, within: Rect): PlacedMask {
  const grown = cropMask(mask, growRect(mask, Math.ceil(by), within));
  return placedOver(grown, reachOf(grown, by));
}

/** A mask shrunk by `by` px all round (Euclidean); what lies beyond its rectangle counts as outside. */
export function shrinkMask(mask: PlacedMask, by: number): PlacedMask {
  const reach = Math.ceil(by) + 1;
  const rect = { x: mask.x - reach, y: mask.y - reach, width: mask.width + 2 * reach, height: mask.height + 2 * reach };
  const outside = cropMask(mask, rect);
  for (let i = 0; i < outside.data.length; i++) outside.data[i] = outside.data[i] > INSIDE ? 0 : 255;
  const near = reachOf(outside, by);
  for (let i = 0; i < near.length; i++) outside.data[i] = 255 - near[i];
  return cropMask(outside, mask);
}

/** The holes of a mask: what is outside of it, yet enclosed by it. */
export function holesOf(mask: PlacedMask): PlacedMask {
  const rim = { x: mask.x - 1, y: mask.y - 1, width: mask.width + 2, height: mask.height + 2 };
  const outside = cropMask(mask, rim);
  for (let i = 0; i < outside.data.length; i++) outside.data[i] = outside.data[i] > INSIDE ? 0 : 255;
  // The group that holds the corner is the surroundings; every other one is a hole.
  const { labels } = connectedRegions(outside);
  const holes = createPlacedMask(rim);
  for (let i = 0; i < labels.length; i++) if (labels[i] !== 0 && labels[i] !== labels[0]) holes.data[i] = 255;
  return cropMask(holes, mask);
}

/** The connected groups of a mask as masks of their own, largest first; each over its own bounds. */
export function islandsOf(mask: PlacedMask): PlacedMask[] {
  const { labels, regions } = connectedRegions(mask);
  return regions.map((region, index) => {
    const { bounds } = region;
    const island = createPlacedMask({ ...bounds, x: mask.x + bounds.x, y: mask.y + bounds.y });
    for (let y = 0; y < bounds.height; y++) {
      const row = (bounds.y + y) * mask.width + bounds.x;
      for (let x = 0; x < bounds.width; x++) if (labels[row + x] === index + 1) island.data[y * bounds.width + x] = 255;
    }
    return island;
  });
}

/** The smallest rectangle (canvas px) that holds every pixel above 0, with the mask cropped to it; null for an empty mask. */
export function trimMask(mask: PlacedMask): PlacedMask | null {
  let left = mask.width;
  let right = -1;
  let top = -1;
  let bottom = -1;
  for (let y = 0; y < mask.height; y++) {
    const row = y * mask.width;
    for (let x = 0; x < mask.width; x++) {
      if (mask.data[row + x] === 0) continue;
      if (x < left) left = x;
      if (x > right) right = x;
      if (top < 0) top = y;
      bottom = y;
    }
  }
  if (top < 0) return null;
  return cropMask(mask, { x: mask.x + left, y: mask.y + top, width: right - left + 1, height: bottom - top + 1 });
}
