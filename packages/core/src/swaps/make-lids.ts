import type { CharacterDoc, SwapSetRow, ViewId } from '../document/rows.js';
import { cropPlaced, outsetRect, trimToPaint, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { colourDistance, toLab, type Rgb } from '../raster/colour.js';
import { INSIDE, connectedRegions, coverageOf } from '../raster/mask.js';
import { median } from '../raster/statistics.js';
import { drawingsOf, inView } from './find-swaps.js';

/** How far the lids of a shape are closed: the upper one down, the lower one up, 0 to 1 of their own way. */
export interface LidOpening {
  upper: number;
  lower: number;
}

/** The shapes of the usual chart that are computed. */
export const LID_OPENINGS: Record<string, LidOpening> = {
  half: { upper: 0.55, lower: 0 },
  shut: { upper: 1, lower: 1 },
  upper: { upper: 0.35, lower: 0 },
  lower: { upper: 0, lower: 1 },
  squint: { upper: 0.4, lower: 0.8 },
};

/** The lower lid rises at most by this share of the opening. */
const LOWER_SHARE = 1 / 3;
/** Smaller groups of an eye's paint are specks, px. */
const SPECK = 30;

/** An eye's own opening: by column from its left corner, where it begins and ends; px of the canvas. */
interface Opening extends Rect {
  top: Float64Array;
  bottom: Float64Array;
}

/**
 * Draws the lids over a picture of eyes, one or more: their corners stay, the upper lid's edge comes down and the lower one's
 * up to meet at a third of the opening above its lower contour. Skin and line are the face's own, measured around each eye, the
 * shading too: every column takes the skin above and below it.
 *
 * @param eyes the eyes alone, as drawn open: white, pupil and outline
 * @param design the whole face, for skin and line
 * @returns the eyes with their lids; null where no eye is found
 */
export function makeLids(eyes: PlacedBitmap, design: PlacedBitmap, { upper, lower }: LidOpening): PlacedBitmap | null {
  const openings = openingsOf(eyes);
  if (openings.length === 0) return null;
  const out = cropPlaced(eyes, outsetRect(eyes, 4));
  for (const opening of openings) drawLids(out, eyes, design, opening, upper, lower);
  return trimToPaint(out);
}

/** Every eye's opening: the groups of paint that are large enough, by columns. */
function openingsOf(eyes: PlacedBitmap): Opening[] {
  const { labels, regions } = connectedRegions(coverageOf(eyes));
  const largest = Math.max(0, ...regions.map(({ area }) => area));
  return regions.flatMap(({ area }, at): Opening[] => {
    if (area < SPECK || area < largest / 8) return [];
    let [left, right] = [eyes.width, -1];
    const tops = new Map<number, number>();
    const bottoms = new Map<number, number>();
    for (let y = 0, i = 0; y < eyes.height; y++)
      for (let x = 0; x < eyes.width; x++, i++) {
        if (labels[i] !== at + 1) continue;
        left = Math.min(left, x);
        right = Math.max(right, x);
        if (!tops.has(x)) tops.set(x, y);
        bottoms.set(x, y + 1);
      }
    const width = right - left + 1;
    const column = (of: Map<number, number>) =>
      Float64Array.from({ length: width }, (_, x) => eyes.y + (of.get(left + x) ?? 0));
    // Steps of whole pixels, and lashes that stand off, make no wavy lid.
    const [top, bottom] = [column(tops), column(bottoms)].map((edge) => smoothed(edge, Math.round(width / SMOOTH)));
    const [y, end] = [Math.min(...top), Math.max(...bottom)];
    return [{ x: eyes.x + left, y, width, height: end - y, top, bottom }];
  });
}

/** Columns over which an edge is evened out: that share of an eye's width. */
const SMOOTH = 16;

/** A row of numbers, each the mean of those about it, twice; nearer to an end, of fewer, so that the ends stay. */
function smoothed(values: Float64Array, reach: number): Float64Array {
  const once = (from: Float64Array) =>
    from.map((_, at) => {
      const room = Math.min(reach, at, from.length - 1 - at);
      let sum = 0;
      for (let k = at - room; k <= at + room; k++) sum += from[k];
      return sum / (2 * room + 1);
    });
  return once(once(values));
}

/** How wide a lid's line is from corner (0) to corner (1): it thins out to both. */
function taper(along: number): number {
  return Math.min(1, 0.3 + 4 * along * (1 - along));
}

function drawLids(
  out: PlacedBitmap,
  eyes: PlacedBitmap,
  design: PlacedBitmap,
  opening: Opening,
  upper: number,
  lower: number,
): void {
  const { x: left, width, top, bottom } = opening;
  const skin = [skinAlong(design, eyes, opening, -1), skinAlong(design, eyes, opening, 1)];
  const line = lineOf(eyes, opening, skin[0][width >> 1]);
  for (let x = 0; x < width; x++) {
    const [from, to] = [top[x], bottom[x]];
    const meet = to - (to - from) * LOWER_SHARE;
    const upperEdge = from + (meet - from) * upper;
    const lowerEdge = to - (to - meet) * lower;
    for (let y = Math.floor(from); y < Math.ceil(to); y++) {
      const i = ((y - out.y) * out.width + left + x - out.x) * 4;
      const middle = y + 0.5;
      // The last of the lid's edge goes out softly over a pixel, as drawn paint does.
      const above = upper > 0 ? clamp(upperEdge - middle + 0.5) : 0;
      const below = lower > 0 ? clamp(middle - lowerEdge + 0.5) : 0;
      if (above > 0) lay(out, i, skin[0][x], above);
      if (below > 0) lay(out, i, skin[1][x], below);
      if (line.width === 0) continue;
      const far = Math.min(
        upper > 0 ? Math.abs(middle - upperEdge) : Infinity,
        lower > 0 ? Math.abs(middle - lowerEdge) : Infinity,
      );
      const covered = clamp((line.width * taper(x / width)) / 2 - far + 0.5);
      if (covered > 0) lay(out, i, line.colour, covered);
    }
  }
}

const clamp = (share: number) => Math.max(0, Math.min(1, share));

/** Lays a colour over an opaque or half-covered pixel; what the eye covers stays as far covered as it was. */
function lay({ data }: PlacedBitmap, i: number, colour: Rgb, share: number): void {
  if (data[i + 3] === 0) return;
  for (let c = 0; c < 3; c++) data[i + c] = Math.round(data[i + c] * (1 - share) + colour[c] * share);
}

/** Colours this near to the darkest of an eye's upper edge (OKLab × 100) are its line. */
const LINE_COLOUR = 14;
/** The share of an eye's height within which its upper line begins. */
const EDGE = 0.12;
/** A line is darker than the skin beside it by this much. */
const DARKER = 18;
/** The share of an eye's height that its line takes at most. */
const THICKEST = 1 / 4;

/**
 * The line of an eye's upper edge, lashes included: along the middle third of its columns, the run of its darkest colour from
 * the top; the median of their lengths. Width 0 for an eye without one.
 */
function lineOf(eyes: PlacedBitmap, { x, width, height, top }: Opening, skin: Rgb): { width: number; colour: Rgb } {
  const deepest = Math.max(2, Math.round(height * 0.4));
  const edge = Math.max(2, Math.round(height * EDGE));
  const columns = Array.from({ length: Math.ceil(width / 3) }, (_, k) => Math.floor(width / 3) + k);
  const pixelAt = (column: number, row: number): Rgb | null => {
    const i = ((Math.round(top[column]) + row - eyes.y) * eyes.width + x + column - eyes.x) * 4;
    return eyes.data[i + 3] > INSIDE ? [eyes.data[i], eyes.data[i + 1], eyes.data[i + 2]] : null;
  };
  const light = (colour: Rgb) => toLab(...colour)[0];
  let darkest: Rgb | null = null;
  for (const column of columns)
    for (let row = 0; row < edge; row++) {
      const colour = pixelAt(column, row);
      if (colour && (!darkest || light(colour) < light(darkest))) darkest = colour;
    }
  if (!darkest || colourDistance(darkest, skin) < DARKER || light(darkest) > light(skin)) return NO_LINE;
  const line = darkest;
  const runs = columns.map((column) => {
    let run = 0;
    for (let row = 0; row < deepest; row++) {
      const colour = pixelAt(column, row);
      if (colour && colourDistance(colour, line) < LINE_COLOUR) run++;
      else if (run > 0 || row >= edge) break;
    }
    return run;
  });
  const wide = median(runs);
  return wide < 1 ? NO_LINE : { width: Math.min(wide, height * THICKEST), colour: line };
}

const NO_LINE = { width: 0, colour: [0, 0, 0] as Rgb };

/** Columns beside one whose skin is looked at with it, and px beyond the eye that are passed over and looked at. */
const BESIDE = 3;
const PASSED = 2;
const LOOKED = 10;

/** The face's colour by column, just above (-1) or below (1) an eye: the median of a few pixels, so that no lash tints it. */
function skinAlong(
  design: PlacedBitmap,
  eyes: PlacedBitmap,
  { x: left, width, top, bottom }: Opening,
  way: -1 | 1,
): Rgb[] {
  const known = Array.from({ length: width }, (_, x): Rgb | null => {
    const channels: [number[], number[], number[]] = [[], [], []];
    for (let dx = -BESIDE; dx <= BESIDE; dx++) {
      const column = Math.max(0, Math.min(width - 1, x + dx));
      const start = way < 0 ? top[column] - 1 - PASSED : bottom[column] + PASSED;
      for (let k = 0; k < LOOKED; k++) {
        const [px, py] = [left + column, Math.round(start + way * k)];
        if (isPaint(eyes, px, py) || !isPaint(design, px, py)) continue;
        const i = ((py - design.y) * design.width + px - design.x) * 4;
        channels.forEach((values, c) => values.push(design.data[i + c]));
      }
    }
    return channels[0].length > 0 ? (channels.map((values) => Math.round(median(values))) as unknown as Rgb) : null;
  });
  const fallback = known.find((colour) => colour !== null) ?? ([224, 172, 140] as const);
  return known.map((colour, x) => colour ?? nearestOf(known, x) ?? fallback);
}

function nearestOf(known: readonly (Rgb | null)[], x: number): Rgb | null {
  for (let far = 1; far < known.length; far++) {
    const found = known[x - far] ?? known[x + far];
    if (found) return found;
  }
  return null;
}

function isPaint({ x, y, width, height, data }: PlacedBitmap, px: number, py: number): boolean {
  const [column, row] = [px - x, py - y];
  return column >= 0 && row >= 0 && column < width && row < height && data[(row * width + column) * 4 + 3] > INSIDE;
}

/** Which of a set's shapes are computed and have no drawing in a view yet. */
export function lidsToMake(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): string[] {
  const drawn = drawingsOf(doc, set).filter(({ id, isDefault }) => isDefault || inView(doc, id, viewId));
  return Object.keys(LID_OPENINGS).filter(
    (shape) => set.shapes.some(({ key }) => key === shape) && !drawn.some((one) => one.shape === shape),
  );
}
