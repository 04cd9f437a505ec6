import type { Rect } from '../raster/bitmap.js';
import { distanceField } from '../raster/distance-field.js';
import { TAKEN, flood } from '../raster/flood.js';
import { connectedRegions, createMask, createPlacedMask, type PlacedMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';

/**
 * The part of a flooded region that is the seed's where places narrower than `gap` px part it. Each pixel goes to the
 * wide place that is nearest to it by steps within the region; narrow places that lead nowhere stay.
 * @param sx, sy the seed, px on the canvas of `region`
 */
export function closeGaps(region: PlacedMask, sx: number, sy: number, gap: number): PlacedMask {
  // One pixel of rim, so that the region's own bounds count as a border.
  const rect = { x: region.x - 1, y: region.y - 1, width: region.width + 2, height: region.height + 2 };
  const outside = createPlacedMask(rect);
  outside.data.fill(255);
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++)
      if (region.data[y * region.width + x]) outside.data[(y + 1) * rect.width + x + 1] = 0;
  const half = gap / 2 + 0.5;
  const wide = () => {
    const shallow = reachOf(outside, half);
    const start = deepNear(shallow, rect, sx, sy, half);
    // Too narrow a region for the gap asked for: take it as it is.
    return start < 0 ? null : widePlaces(shallow, rect, start);
  };
  // A dot within a region (a pupil, a highlight) makes it narrow beside it, and is no line that it leaks through.
  const places = wide() && (fillDotsMutable(outside), wide());
  if (!places) return region;
  spread(places, outside.data, rect.width);
  const kept = createPlacedMask(region);
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++) {
      const i = y * region.width + x;
      if (region.data[i] && places[(y + 1) * rect.width + x + 1] === SEEDS) kept.data[i] = 255;
    }
  return kept;
}

/** px²; what is larger is no dot, whatever its shape. */
const LARGEST_DOT = 1_000_000;
/** A dot's area is at most so many times the square of its thickness: a disc's is 0.8, a line's is as its length. */
const STOUT = 2.2;

/** Fills the holes of a region that are dots and not lines. @param outside all that is not the region; is changed */
function fillDotsMutable(outside: PlacedMask): void {
  const { labels, regions } = connectedRegions(outside);
  const rim = labels[0];
  for (const [at, { bounds, area }] of regions.entries()) {
    const label = at + 1;
    const across = Math.min(bounds.width, bounds.height);
    if (label === rim || area > STOUT * across * across || bounds.width * bounds.height > LARGEST_DOT) continue;
    const crop = createMask(bounds.width + 2, bounds.height + 2);
    crop.data.fill(255);
    const pixels: number[] = [];
    for (let y = 0; y < bounds.height; y++)
      for (let x = 0; x < bounds.width; x++) {
        const i = (y + bounds.y) * outside.width + x + bounds.x;
        if (labels[i] !== label) continue;
        crop.data[(y + 1) * crop.width + x + 1] = 0;
        pixels.push(i);
      }
    const depth = distanceField(crop).reduce((most, d) => Math.max(most, d), 0);
    if (area <= STOUT * 4 * depth * depth) for (const i of pixels) outside.data[i] = 0;
  }
}

const SEEDS = TAKEN;
const OTHERS = 2;

/** Whose each pixel is so far; 0 for nobody's. */
type Owners = Uint8Array;

/** The wide place that holds `start`, and all other wide places; null where there is but the one. */
function widePlaces(shallow: Uint8Array, rect: Rect, start: number): Owners | null {
  const { reached: owners } = flood(rect.width, rect.height, start, (i) => shallow[i] === 0);
  let hasOthers = false;
  for (let i = 0; i < shallow.length; i++) {
    if (owners[i] === SEEDS) continue;
    owners[i] = shallow[i] === 0 ? OTHERS : 0;
    hasOthers ||= shallow[i] === 0;
  }
  return hasOthers ? owners : null;
}

/** Gives the region's pixels that nobody has to the owner of a neighbour, nearest first. The rim keeps every step within the region. */
function spread(owners: Owners, outside: Uint8Array, width: number): void {
  const isNobodys = (i: number) => owners[i] === 0 && outside[i] === 0;
  const seeds: number[] = [];
  const others: number[] = [];
  for (let i = 0; i < owners.length; i++)
    if (owners[i] !== 0 && (isNobodys(i - 1) || isNobodys(i + 1) || isNobodys(i - width) || isNobodys(i + width)))
      (owners[i] === SEEDS ? seeds : others).push(i);
  const give = (i: number, owner: number, next: number[]) => {
    if (!isNobodys(i)) return;
    owners[i] = owner;
    next.push(i);
  };
  for (let front = [...seeds, ...others], next: number[] = []; front.length > 0; front = next, next = [])
    for (const i of front) for (const step of [-1, 1, -width, width]) give(i + step, owners[i], next);
}

/** The nearest place to the seed that is not shallow; -1 where there is none within reach. */
function deepNear(shallow: Uint8Array, rect: Rect, sx: number, sy: number, half: number): number {
  const cx = sx - rect.x;
  const cy = sy - rect.y;
  const reach = Math.ceil(half * 3) + 2;
  let best = -1;
  let nearest = Infinity;
  for (let y = Math.max(0, cy - reach); y <= Math.min(rect.height - 1, cy + reach); y++)
    for (let x = Math.max(0, cx - reach); x <= Math.min(rect.width - 1, cx + reach); x++) {
      const d = Math.hypot(x - cx, y - cy);
      if (shallow[y * rect.width + x] || d >= nearest) continue;
      nearest = d;
      best = y * rect.width + x;
    }
  return best;
}
