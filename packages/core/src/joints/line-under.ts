import {
  createPlaced,
  cropPlaced,
  outsetRect,
  trimToPaint,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { colourTest, type Rgb } from '../raster/colour.js';
import { overWord } from '../raster/composite.js';
import { distanceField } from '../raster/distance-field.js';
import { createMask, maskOf, unionCoverage, type Mask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { nearestWords } from '../raster/nearest-word.js';
import { NOWHERE, offSegment, type Vector } from './limb-axis.js';
import { alikeWords, colourOf, opaqueWord, withAlpha } from '../raster/words.js';

/** A piece whose outline is drawn beneath all fills of its limb. */
export interface LineUnder {
  /** Drawn in place of the face: its paint without the outline round the limb; null where nothing is left. */
  fill: PlacedBitmap | null;
  /** The outline, solid a little way under the fill, with the discs of its joints; null where it has none. */
  line: PlacedBitmap | null;
}

/** What a piece's outline is taken apart by. */
export interface LineUnderInput {
  design: PlacedBitmap;
  /** What is drawn of the piece: its face, edges unmixed or not. */
  face: PlacedBitmap;
  /** The faces of all pieces of the limb: the outline runs round them together. */
  limb: readonly PlacedBitmap[];
  /** The piece's joints whose line lies under all, px, and how far from each its limb goes straight on. */
  discs: readonly { x: number; y: number; radius: number; straight?: Vector }[];
  /** px; above 0. */
  lineWidth: number;
  lineColour: Rgb;
}

/** px by which the line goes on beneath the fill, so that no gap shows between the two when they are turned. */
const BENEATH = 3;
/** Pixels nearer than this to the line colour (OKLab × 100) are taken for line. */
const LINE_LIKE = 9;

/**
 * Takes the outline round a limb out of a piece: line and fill drawn over one another are the piece, to 1/255. Lines
 * within the limb stay in the fill. A pixel that is a blend of line and fill goes to both: solid line beneath, the fill's
 * own colour over it as far as it covers; where that would not give the pixel back, it stays in the fill whole.
 */
export function lineUnder({ design, face, limb, discs, lineWidth, lineColour }: LineUnderInput): LineUnder {
  const margin = Math.ceil(lineWidth) + 4;
  let rect: Rect = outsetRect(face, margin);
  for (const { x, y, radius, straight = NOWHERE } of discs) {
    const reach = radius + Math.hypot(straight.x, straight.y);
    rect = uniteRects(rect, {
      x: Math.floor(x - reach) - 2,
      y: Math.floor(y - reach) - 2,
      width: Math.ceil(2 * reach) + 4,
      height: Math.ceil(2 * reach) + 4,
    });
  }
  const depth = distanceField(outsideOf(limb, rect));
  const words = wordsOf(cropPlaced(face, rect));
  const art = wordsOf(cropPlaced(design, rect));
  const inner = nearestFill(words, rect, lineColour);
  const fill = createPlaced(rect);
  const fills = wordsOf(fill);
  const line = createPlaced(rect);
  const lines = wordsOf(line);
  const solid = opaqueWord(lineColour);
  const ring = createMask(rect.width, rect.height);
  for (let i = 0; i < words.length; i++) {
    const word = words[i];
    fills[i] = word;
    if (word >>> 24 === 0 || depth[i] > lineWidth + 1.5) continue;
    const [over, under] = takenApart(word, inner[i], lineColour);
    if (under === 0) continue;
    fills[i] = over;
    lines[i] = under;
    ring.data[i] = 255;
  }
  const beneath = reachOf(ring, BENEATH);
  for (let i = 0; i < lines.length; i++) if (lines[i] === 0 && beneath[i] && fills[i] >>> 24 === 255) lines[i] = solid;
  for (const disc of discs) addDiscMutable(lines, art, rect, disc, solid);
  return { fill: trimToPaint(fill), line: trimToPaint(line) };
}

/** 255 where a limb is not. */
function outsideOf(limb: readonly PlacedBitmap[], rect: Rect): Mask {
  const outside = createMask(rect.width, rect.height);
  const covered = unionCoverage(limb, rect);
  for (let i = 0; i < outside.data.length; i++) outside.data[i] = covered.data[i] < 128 ? 255 : 0;
  return outside;
}

/** A pixel as what of it is fill, and the line beneath that; the line 0 where all of it stays fill. */
function takenApart(word: number, inner: number, lineColour: Rgb): [over: number, under: number] {
  const share = inner === 0 ? 1 : lineShare(word, inner, lineColour);
  // A soft outer edge is line alone; what is all line needs no fill over it.
  const whole = share > 0.96 || word >>> 24 < 255;
  if (share < 0.04 || (whole && share < 0.5)) return [word, 0];
  const under = whole ? word : opaqueWord(lineColour);
  const over = whole ? 0 : withAlpha(inner, Math.round(255 * (1 - share)));
  return alikeWords(overWord(over, under), word) ? [over, under] : [word, 0];
}

/** A joint's disc in line colour, beneath where the design is opaque. */
function addDiscMutable(
  lines: Uint32Array,
  art: Uint32Array,
  rect: Rect,
  { x, y, radius, straight = NOWHERE }: LineUnderInput['discs'][number],
  solid: number,
): void {
  for (let i = 0; i < lines.length; i++) {
    if (lines[i] >>> 24 === 255 || art[i] >>> 24 !== 255) continue;
    const px = rect.x + (i % rect.width) + 0.5 - x;
    const py = rect.y + Math.floor(i / rect.width) + 0.5 - y;
    const [dx, dy] = offSegment(px, py, straight);
    const alpha = Math.round(255 * Math.max(0, Math.min(1, radius - Math.hypot(dx, dy) + 0.5)));
    if (alpha > lines[i] >>> 24) lines[i] = withAlpha(solid, alpha);
  }
}

/**
 * The same line thicker or thinner on its outside, px. It is no longer the design at rest, as far as the line moved.
 * @param by px; below 0 for thinner
 */
export function thickenLine(line: PlacedBitmap, by: number, lineColour: Rgb): PlacedBitmap | null {
  if (by === 0) return line;
  const rect = outsetRect(line, Math.ceil(Math.max(0, by)) + 2);
  const source = cropPlaced(line, rect);
  const words = wordsOf(source);
  const inside = createMask(rect.width, rect.height);
  for (let i = 0; i < words.length; i++) if (words[i] >>> 24 > 127) inside.data[i] = 255;
  // The line's inner edge, beneath the fill, may stay where it is: only what lies outside shows.
  const away = distanceField(inside);
  const within = distanceField(
    maskOf(
      inside,
      inside.data.map((v) => 255 - v),
    ),
  );
  const solid = opaqueWord(lineColour);
  for (let i = 0; i < words.length; i++) {
    const edge = inside.data[i] ? 0.5 - within[i] : away[i] - 0.5;
    const alpha = Math.round(255 * Math.max(0, Math.min(1, by - edge + 0.5)));
    words[i] =
      by < 0
        ? withAlpha(words[i], Math.min(words[i] >>> 24, alpha))
        : withAlpha(words[i] >>> 24 < 255 ? solid : words[i], Math.max(words[i] >>> 24, alpha));
  }
  return trimToPaint(source);
}

/** For each pixel the nearest paint that is not line, away from blends with it, as an opaque word; 0 where there is none. */
function nearestFill(words: Uint32Array, rect: Rect, lineColour: Rgb): Uint32Array {
  const isLine = colourTest(lineColour, (distance) => distance < LINE_LIKE);
  const line = createMask(rect.width, rect.height);
  for (let i = 0; i < words.length; i++) if (words[i] >>> 24 > 0 && isLine(words[i])) line.data[i] = 255;
  const blends = reachOf(line, 2);
  const paint = createMask(rect.width, rect.height);
  for (let i = 0; i < words.length; i++) if (words[i] >>> 24 === 255 && !blends[i]) paint.data[i] = 255;
  return nearestWords(words, paint);
}

/** How much of a colour is line, 0 to 1: its place on the way from fill to line, in sRGB as it was blended. */
function lineShare(word: number, fill: number, line: Rgb): number {
  const f = colourOf(fill);
  const c = colourOf(word);
  let dot = 0;
  let length = 0;
  for (let k = 0; k < 3; k++) {
    dot += (c[k] - f[k]) * (line[k] - f[k]);
    length += (line[k] - f[k]) ** 2;
  }
  return length === 0 ? 0 : Math.max(0, Math.min(1, dot / length));
}
