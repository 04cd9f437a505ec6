import { refuse, type Result } from '../errors.js';
import { withDefaults } from '../options.js';
import { wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { colourTest } from '../raster/colour.js';
import { reachOf } from '../raster/morphology.js';
import { createPlacedMask, type PlacedMask } from '../raster/mask.js';

/** How a region is soaked up. */
export interface SoakOptions {
  /** Colours this near to the seed's (OKLab × 100) belong to the region. */
  tolerance: number;
  /** Breaks in the line art up to this wide, px, do not leak. */
  gap: number;
  /** Takes the outline round the region with it, up to `lineWidth`. */
  takeOutline: boolean;
  /** Width of the outline, px, as measured. */
  lineWidth: number;
  /** Only pixels where this is above 0 may be taken (what is uncut, or one piece); everything where not given. */
  within: PlacedMask | null;
}

const DEFAULTS: SoakOptions = { tolerance: 8, gap: 4, takeOutline: true, lineWidth: 0, within: null };

/**
 * Soaks up the connected region of like colour about a seed. Gaps are closed by shrinking what may be taken
 * by half of `gap`, flooding from the seed, and growing back as far, so that a leak narrower than `gap` is not
 * passed. The outline is what lies within a line width (and a pixel for its soft edge) of the region and is not
 * the paint of another region beyond the line.
 *
 * @param seed px on the canvas
 * @returns the region as a mask over its bounds, or a refusal: `nothing-there`
 */
export function soak(
  design: PlacedBitmap,
  seed: { x: number; y: number },
  options: Partial<SoakOptions> = {},
): Result<{ mask: PlacedMask; area: number }> {
  const { tolerance, gap, takeOutline, lineWidth, within } = withDefaults(DEFAULTS, options);
  const { width, height } = design;
  const words = wordsOf(design);
  const sx = Math.floor(seed.x) - design.x;
  const sy = Math.floor(seed.y) - design.y;
  const none = () => refuse('nothing-there', 'There is no paint to soak up here.', seed);
  if (sx < 0 || sy < 0 || sx >= width || sy >= height || words[sy * width + sx] >>> 24 === 0) return none();
  const whole = within && within.x === design.x && within.y === design.y && within.width === width ? within.data : null;
  const allowed = (x: number, y: number) => {
    if (whole) return whole[y * width + x] > 0;
    if (!within) return true;
    const wx = x + design.x - within.x;
    const wy = y + design.y - within.y;
    return wx >= 0 && wy >= 0 && wx < within.width && wy < within.height && within.data[wy * within.width + wx] > 0;
  };
  if (!allowed(sx, sy)) return none();
  const like = likeness(words[sy * width + sx], tolerance);
  const passable = (x: number, y: number) => like(words[y * width + x]) && allowed(x, y);
  const flooded = flood(sx, sy, width, height, passable);
  const core = gap > 0 ? closeGaps(flooded, sx, sy, gap) : flooded;
  const region = takeOutline ? withOutline(core, design, lineWidth, like, allowed) : core;
  let area = 0;
  for (let i = 0; i < region.data.length; i++) if (region.data[i]) area++;
  return { ok: true, mask: { ...region, x: region.x + design.x, y: region.y + design.y }, area };
}

/** Whether a colour word is near the seed's; each colour is measured once. */
function likeness(seed: number, tolerance: number): (word: number) => boolean {
  const isNear = colourTest([seed & 255, (seed >>> 8) & 255, (seed >>> 16) & 255], (distance) => distance <= tolerance);
  return (word) => word >>> 24 !== 0 && isNear(word);
}

/** Scanline flood (4 neighbours) from a pixel. @returns the region over its bounds */
function flood(
  sx: number,
  sy: number,
  width: number,
  height: number,
  passable: (x: number, y: number) => boolean,
): PlacedMask {
  const seen = new Uint8Array(width * height);
  const stack: number[] = [sy * width + sx];
  const box = { left: sx, right: sx, top: sy, bottom: sy };
  while (stack.length > 0) {
    const at = stack.pop() as number;
    if (seen[at]) continue;
    const y = (at / width) | 0;
    const row = y * width;
    let x0 = at - row;
    let x1 = x0;
    while (x0 > 0 && !seen[row + x0 - 1] && passable(x0 - 1, y)) x0--;
    while (x1 + 1 < width && !seen[row + x1 + 1] && passable(x1 + 1, y)) x1++;
    seen.fill(1, row + x0, row + x1 + 1);
    if (x0 < box.left) box.left = x0;
    if (x1 > box.right) box.right = x1;
    if (y < box.top) box.top = y;
    if (y > box.bottom) box.bottom = y;
    for (const ny of [y - 1, y + 1]) {
      if (ny < 0 || ny >= height) continue;
      let open = false;
      for (let x = x0; x <= x1; x++) {
        const free = !seen[ny * width + x] && passable(x, ny);
        if (free && !open) stack.push(ny * width + x);
        open = free;
      }
    }
  }
  const rect: Rect = {
    x: box.left,
    y: box.top,
    width: box.right - box.left + 1,
    height: box.bottom - box.top + 1,
  };
  const mask = createPlacedMask(rect);
  for (let y = 0; y < rect.height; y++) {
    const row = (rect.y + y) * width + rect.x;
    for (let x = 0; x < rect.width; x++) if (seen[row + x]) mask.data[y * rect.width + x] = 255;
  }
  return mask;
}

/** The part of a flooded region that is reached without passing a place narrower than `gap`. */
function closeGaps(region: PlacedMask, sx: number, sy: number, gap: number): PlacedMask {
  // One pixel of rim, so that the region's own bounds count as a border.
  const rect = { x: region.x - 1, y: region.y - 1, width: region.width + 2, height: region.height + 2 };
  const outside = createPlacedMask(rect);
  outside.data.fill(255);
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++)
      if (region.data[y * region.width + x]) outside.data[(y + 1) * rect.width + x + 1] = 0;
  const half = gap / 2 + 0.5;
  const shallow = reachOf(outside, half);
  const start = deepNear(shallow, rect, sx, sy, half);
  // Too narrow a region for the gap asked for: take it as it is.
  if (start < 0) return region;
  const deep = flood(
    start % rect.width,
    (start / rect.width) | 0,
    rect.width,
    rect.height,
    (x, y) => shallow[y * rect.width + x] === 0,
  );
  const kept = createPlacedMask(rect);
  for (let y = 0; y < deep.height; y++)
    kept.data.set(deep.data.subarray(y * deep.width, (y + 1) * deep.width), (deep.y + y) * rect.width + deep.x);
  // Corners of the region lie farther from its deep part than its sides do.
  const near = reachOf(kept, half * 1.5 + 1);
  const grown = createPlacedMask(region);
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++) {
      const i = y * region.width + x;
      if (region.data[i] && near[(y + 1) * rect.width + x + 1]) grown.data[i] = 255;
    }
  return grown;
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

/** Adds the outline: pixels within a line width that are no other region's paint. */
function withOutline(
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
  const steps = stepsOutwards(reach);
  const near = reachOf(out, reach);
  const added: number[] = [];
  for (let i = 0; i < near.length; i++) {
    if (near[i] === 0 || out.data[i] !== 0) continue;
    const x = (i % rect.width) + rect.x;
    const y = ((i / rect.width) | 0) + rect.y;
    const word = words[y * design.width + x];
    if (word >>> 24 === 0 || !allowed(x, y)) continue;
    const { nearest, far } = nearestOf(out, rect.width, i, steps);
    // Beyond a soft edge of a pixel or so, paint like the region's own is somebody else's.
    if (far > 1.5 && like(word)) continue;
    if (far > 1.5 && !darkensTowards(words, design.width, rect, nearest, x, y)) continue;
    added.push(i);
  }
  for (const i of added) out.data[i] = 255;
  return out;
}

/** Whole-pixel steps up to `reach` px away, nearest first: dx, dy, distance. */
function stepsOutwards(reach: number): Float64Array {
  const whole = Math.floor(reach);
  const steps: [number, number, number][] = [];
  for (let dy = -whole; dy <= whole; dy++)
    for (let dx = -whole; dx <= whole; dx++) if (Math.hypot(dx, dy) <= reach) steps.push([dx, dy, Math.hypot(dx, dy)]);
  return Float64Array.from(steps.sort((a, b) => a[2] - b[2]).flat());
}

/** The pixel of a mask that lies nearest to one within reach of it. */
function nearestOf(mask: PlacedMask, width: number, at: number, steps: Float64Array): { nearest: number; far: number } {
  const x = at % width;
  const y = (at / width) | 0;
  for (let k = 0; k < steps.length; k += 3) {
    const nx = x + steps[k];
    const ny = y + steps[k + 1];
    if (nx < 0 || ny < 0 || nx >= width || ny >= mask.height) continue;
    const nearest = ny * width + nx;
    if (mask.data[nearest] !== 0) return { nearest, far: steps[k + 2] };
  }
  return { nearest: at, far: Infinity };
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
