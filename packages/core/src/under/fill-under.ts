import { flatColours, ownColour, purePaint } from '../joints/carry-paint.js';
import { cropPlaced, createPlaced, outsetRect, trimToPaint, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { fillSmooth } from '../raster/fill-smooth.js';
import { maskOf, type PlacedMask } from '../raster/mask.js';
import { isMarked } from '../raster/sample.js';
import { nearestWords } from '../raster/nearest-word.js';
import { mixWords, opaqueWord } from '../raster/words.js';
import { innerLines, type InnerLine } from './inner-lines.js';
import { pointsAlongLine } from './points-along.js';
import { carryPattern, patternOf } from './carry-pattern.js';

/** How paint is carried on beneath: the nearest colour, shading, or a pattern. */
export const FILL_MODES = ['flat', 'smooth', 'continue'] as const;
export type FillMode = (typeof FILL_MODES)[number];

/** A piece's own outline, px and colour; width 0 for none. */
export interface OwnLine {
  width: number;
  colour: Rgb;
}

export interface FillInput {
  face: PlacedBitmap;
  /** Where paint is wanted: above 0. */
  region: PlacedMask;
  /** Chosen by the paint beside the region where not given. */
  mode?: FillMode;
  line: OwnLine;
  /** Where the outline runs, x, y pairs, px; the region lies on its inner side. */
  outlines: readonly (readonly number[])[];
}

/** Paint for a region, and how it was made. */
export interface Filled {
  paint: PlacedBitmap;
  mode: FillMode;
}

/** px about a region within which its paint is looked for; in a region that lies farther off, all of the face. */
const ABOUT = 64;
/** The most colours of art that goes on flat. */
const FLAT_COLOURS = 6;
/** px between two places of an outline that is drawn. */
const STEP = 1.5;

/**
 * Paints a region beneath with what the piece shows beside it, line left out, and draws the outline along its contour.
 * @returns opaque paint, or null where the piece shows none to go by
 */
export function fillUnder({ face, region, mode, line, outlines }: FillInput): Filled | null {
  const near = nearFace(face, region);
  if (!near) return null;
  const words = wordsOf(near);
  const pure = purePaint(words, near, { lineWidth: line.width, lineColour: line.colour });
  if (!pure.some((is) => is > 0)) return null;
  const pattern = mode === 'flat' || mode === 'smooth' ? null : patternOf(near, pure);
  const made = mode ?? (pattern ? 'continue' : flatColours(words, pure, FLAT_COLOURS) ? 'flat' : 'smooth');
  const isWanted = (x: number, y: number) => isMarked(region, near.x + x, near.y + y);
  const carried =
    made === 'flat'
      ? nearestWords(wordsOf(near), maskOf(near, pure))
      : made === 'continue'
        ? carryPattern(near, pure, pattern, isWanted)
        : smooth(near, pure);
  const paint = createPlaced(region);
  const to = wordsOf(paint);
  for (let y = 0, i = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++, i++) {
      if (region.data[i] === 0) continue;
      to[i] = carried[(region.y + y - near.y) * near.width + region.x + x - near.x];
    }
  // A pattern has its lines already.
  if (made !== 'continue')
    for (const inner of innerLines(near, isWanted, line, outlines)) drawInnerMutable(paint, inner);
  if (line.width > 0) drawLineMutable(paint, line, outlines);
  const trimmed = trimToPaint(paint);
  return trimmed && { paint: trimmed, mode: made };
}

/** What a face shows about a region; all of it where nothing is near; null where it shows nothing. */
function nearFace(face: PlacedBitmap, region: PlacedMask): PlacedBitmap | null {
  for (const about of [ABOUT, 4 * ABOUT, Math.max(face.width, face.height, ABOUT) * 2]) {
    const near = cropPlaced(face, outsetRect(region, about));
    if (wordsOf(near).some((word) => word >>> 24 === 255)) return near;
  }
  return null;
}

function smooth(near: PlacedBitmap, pure: Uint8Array): Uint32Array {
  return fillSmooth(near, pure).map(ownColour(wordsOf(near), pure));
}

/** Draws the outline on the inner side of a contour, as soft inwards as a drawn one. */
function drawLineMutable(
  paint: PlacedBitmap,
  { width, colour }: OwnLine,
  outlines: readonly (readonly number[])[],
): void {
  drawAlongMutable(paint, outlines, colour, width, (far) => width - far + 0.5);
}

/** Draws a line within, half of its width to either side of its middle. */
function drawInnerMutable(paint: PlacedBitmap, { points, width, colour }: InnerLine): void {
  drawAlongMutable(paint, [points], colour, width / 2, (far) => width / 2 - far + 0.5);
}

/**
 * Mixes a colour into paint along lines of x, y pairs, px.
 * @param reach px from a line beyond which it makes no difference
 * @param shareAt how much of the colour there is at a distance, px; what is above 1 is all of it
 */
function drawAlongMutable(
  paint: PlacedBitmap,
  lines: readonly (readonly number[])[],
  colour: Rgb,
  reach: number,
  shareAt: (far: number) => number,
): void {
  const words = wordsOf(paint);
  const beside = Math.ceil(reach) + 1;
  const far = new Float32Array(words.length).fill(Infinity);
  for (const line of lines)
    for (const { x, y } of pointsAlongLine(line, STEP)) {
      const top = Math.max(0, Math.floor(y - beside) - paint.y);
      const left = Math.max(0, Math.floor(x - beside) - paint.x);
      for (let row = top; row <= Math.min(paint.height - 1, Math.ceil(y + beside) - paint.y); row++)
        for (let column = left; column <= Math.min(paint.width - 1, Math.ceil(x + beside) - paint.x); column++) {
          const d = Math.hypot(paint.x + column + 0.5 - x, paint.y + row + 0.5 - y);
          const i = row * paint.width + column;
          if (d < far[i]) far[i] = d;
        }
    }
  const ink = opaqueWord(colour);
  for (let i = 0; i < words.length; i++) {
    const share = Math.max(0, Math.min(1, shareAt(far[i])));
    if (words[i] !== 0 && share > 0) words[i] = mixWords(words[i], ink, share);
  }
}
