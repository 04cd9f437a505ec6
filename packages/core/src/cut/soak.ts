import { refuse, type Result } from '../errors.js';
import { withDefaults } from '../options.js';
import { placedAt, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { colourTest } from '../raster/colour.js';
import { TAKEN, flood } from '../raster/flood.js';
import { createPlacedMask, type PlacedMask } from '../raster/mask.js';
import { closeGaps } from './close-gaps.js';
import { withOutline } from './soak-outline.js';

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
 * Soaks up the connected region of like colour about a seed. Gaps are closed by parting the region where it is narrower
 * than `gap` and leads on to another wide place: what lies nearer to that place, going through the region, is left to it.
 * A narrow place that leads nowhere (the thin side of an iris, the tip of a collar) is the region's own. The outline is
 * what lies within a line width (and a pixel for its soft edge) of the region and is not the paint of another region
 * beyond the line; where another line joins it, no more of that is taken than the outline is wide there.
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
  const may = (i: number) => like(words[i]) && (whole ? whole[i] > 0 : !within || allowed(i % width, (i / width) | 0));
  const flooded = connected(width, height, sy * width + sx, may);
  const core = gap > 0 ? closeGaps(flooded, sx, sy, gap) : flooded;
  const region = takeOutline ? withOutline(core, design, lineWidth, like, allowed) : core;
  let area = 0;
  for (let i = 0; i < region.data.length; i++) if (region.data[i]) area++;
  return { ok: true, mask: placedAt(region, region.x + design.x, region.y + design.y), area };
}

/** Whether a colour word is near the seed's; each colour is measured once. */
function likeness(seed: number, tolerance: number): (word: number) => boolean {
  const isNear = colourTest([seed & 255, (seed >>> 8) & 255, (seed >>> 16) & 255], (distance) => distance <= tolerance);
  return (word) => word >>> 24 !== 0 && isNear(word);
}

/** The connected region (4 neighbours) of a pixel, over its bounds. */
function connected(width: number, height: number, start: number, may: (i: number) => boolean): PlacedMask {
  const { reached, bounds } = flood(width, height, start, may);
  const mask = createPlacedMask(bounds);
  for (let y = 0, i = 0; y < bounds.height; y++) {
    const row = (bounds.y + y) * width + bounds.x;
    for (let x = 0; x < bounds.width; x++, i++) if (reached[row + x] === TAKEN) mask.data[i] = 255;
  }
  return mask;
}
