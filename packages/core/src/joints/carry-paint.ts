import {
  cropPlaced,
  intersectRects,
  outsetRect,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { colourTest, type Rgb } from '../raster/colour.js';
import { fillSmooth } from '../raster/fill-smooth.js';
import { createMask } from '../raster/mask.js';
import { reachOf, stepsTo } from '../raster/morphology.js';
import type { Direction } from './limb-axis.js';

/** What of a joint's disc says how far paint is looked for, and which paint is line. */
interface Disc {
  /** px. */
  radius: number;
  /** px; 0 for art without outline. */
  lineWidth: number;
  lineColour: Rgb;
}

/** How far from a line its blends lie, px: less than two pixels. */
const BESIDE = 1.9;
/** px from a piece's edge within which its paint is mixed with what lies there. */
const MIXED = 2.2;
/** px about a pixel that say whether it is mixed. */
const BESIDE_ANY = Math.ceil(Math.max(BESIDE, MIXED));
/** Pixels nearer than this to the line colour (OKLab × 100) are taken for line. */
export const LINE_LIKE = 9;
/** The most colours of flat art, and the share of its paint that they make up. */
const FLAT_COLOURS = 8;
const FLAT_SHARE = 0.9;

/**
 * What a piece's paint would be where something in front hides it, beside a joint. Along a limb it is what the limb shows,
 * mirrored at where it ceases to be seen: shading and stripes go on straight. Where there is no limb to follow, the paint
 * all round goes on smoothly; of flat art in its own colours.
 *
 * @param axis the limb's direction away from the joint, or null
 * @param wanted by pixel of `rect`: above 0 where paint is asked for
 * @returns opaque words, 0 where nothing is known
 */
export function carryPaint(
  face: PlacedBitmap,
  disc: Disc,
  rect: Rect,
  axis: Direction | null,
  wanted: Uint8Array,
): Uint32Array {
  const carried = new Uint32Array(rect.width * rect.height);
  const isDone = axis !== null && mirrorMutable(carried, face, disc, rect, axis, wanted);
  if (!isDone) fillLeftMutable(carried, face, disc, rect, wanted);
  return carried;
}

/** Carries on what lies along the limb; true where that was all that is asked for. */
function mirrorMutable(
  carried: Uint32Array,
  face: PlacedBitmap,
  disc: Disc,
  rect: Rect,
  axis: Direction,
  wanted: Uint8Array,
): boolean {
  // Beyond the face, and what counts as its edge, there is nothing to carry.
  const seen = intersectRects(aheadOf(rect, axis, disc), outsetRect(face, BESIDE_ANY));
  const source = seen.width > 0 ? uniteRects(rect, seen) : rect;
  const [left, top] = [rect.x - source.x, rect.y - source.y];
  const words = wordsOf(cropPlaced(face, source));
  const away = stepsTo(purePaint(words, source, disc), source);
  let isDone = true;
  for (let y = 0, i = 0; y < rect.height; y++)
    for (let x = 0; x < rect.width; x++, i++) {
      if (wanted[i] === 0) continue;
      const from = mirrored(away, source, x + left, y + top, axis);
      if (from >= 0) carried[i] = words[from];
      else isDone = false;
    }
  return isDone;
}

/** What lies along a limb from a rectangle on, and so much to its other sides as tells what is mixed. */
function aheadOf(rect: Rect, axis: Direction, disc: Disc): Rect {
  const room = Math.ceil(1.5 * disc.radius + 2 * disc.lineWidth);
  const [left, right] = [axis.x < 0 ? room : BESIDE_ANY, axis.x > 0 ? room : BESIDE_ANY];
  const [above, below] = [axis.y < 0 ? room : BESIDE_ANY, axis.y > 0 ? room : BESIDE_ANY];
  return {
    x: rect.x - left,
    y: rect.y - above,
    width: rect.width + left + right,
    height: rect.height + above + below,
  };
}

/** Fills what no limb says from the paint all round: nearer by than along a limb, as what lies far off says little. */
function fillLeftMutable(carried: Uint32Array, face: PlacedBitmap, disc: Disc, rect: Rect, wanted: Uint8Array): void {
  const room = Math.ceil(0.5 * disc.radius + 2 * disc.lineWidth);
  const source = outsetRect(rect, room);
  const seen = cropPlaced(face, source);
  const pure = purePaint(wordsOf(seen), source, disc);
  const smooth = fillSmooth(seen, pure);
  const own = ownColour(wordsOf(seen), pure);
  for (let y = 0, i = 0; y < rect.height; y++)
    for (let x = 0; x < rect.width; x++, i++)
      if (wanted[i] > 0 && carried[i] === 0) carried[i] = own(smooth[(y + room) * source.width + x + room]);
}

/** By pixel: 255 where a piece shows paint of its own, free of line and of blends; with less left, with the blends. */
export function purePaint(
  words: Uint32Array,
  { width, height }: Pick<Rect, 'width' | 'height'>,
  disc: Omit<Disc, 'radius'>,
): Uint8Array {
  const paint = createMask(width, height);
  const line = createMask(width, height);
  const outside = createMask(width, height);
  const isLine = colourTest(disc.lineColour, (distance) => distance < LINE_LIKE);
  for (let i = 0; i < words.length; i++) {
    if (words[i] >>> 24 !== 255) outside.data[i] = 255;
    else if (disc.lineWidth > 0 && isLine(words[i])) line.data[i] = 255;
    else paint.data[i] = 255;
  }
  const besideLine = disc.lineWidth > 0 ? reachOf(line, BESIDE) : line.data;
  const besideEdge = reachOf(outside, MIXED);
  const pure = new Uint8Array(words.length);
  const clean = new Uint8Array(words.length);
  let [pureLeft, cleanLeft] = [0, 0];
  for (let i = 0; i < words.length; i++) {
    if (paint.data[i] === 0 || besideLine[i] > 0) continue;
    clean[i] = 255;
    cleanLeft++;
    if (besideEdge[i] > 0) continue;
    pure[i] = 255;
    pureLeft++;
  }
  return pureLeft > 0 ? pure : cleanLeft > 0 ? clean : paint.data;
}

/**
 * The pixel that a hidden one mirrors: as far behind the first seen one along the axis as that is away; or that first one.
 * @param away by pixel: steps to the nearest seen one, none of which is passed over in as many
 */
function mirrored(away: Uint16Array, { width, height }: Rect, x: number, y: number, axis: Direction): number {
  // Asked for at every hidden pixel: no closure.
  for (let t = 1; ;) {
    const px = Math.round(x + axis.x * t);
    const py = Math.round(y + axis.y * t);
    if (px < 0 || py < 0 || px >= width || py >= height) return -1;
    const first = py * width + px;
    if (away[first] > 0) {
      t += away[first];
      continue;
    }
    const bx = Math.round(x + axis.x * 2 * t);
    const by = Math.round(y + axis.y * 2 * t);
    if (bx < 0 || by < 0 || bx >= width || by >= height) return first;
    const behind = by * width + bx;
    return away[behind] === 0 ? behind : first;
  }
}

/** The most used of some pure paint's colours, where so few make up nearly all of it: flat art. Null for other art. */
export function flatColours(words: Uint32Array, pure: Uint8Array, most: number): number[] | null {
  const counts = new Map<number, number>();
  let all = 0;
  let from = 0;
  // Pixels side by side are mostly of one colour: they are counted together.
  for (let i = 1; i <= words.length; i++) {
    if (i < words.length && words[i] === words[from] && pure[i] === pure[from]) continue;
    if (pure[from] > 0) {
      all += i - from;
      counts.set(words[from], (counts.get(words[from]) ?? 0) + i - from);
    }
    from = i;
  }
  const flat = [...counts].sort((a, b) => b[1] - a[1]).slice(0, most);
  return flat.reduce((sum, [, count]) => sum + count, 0) < FLAT_SHARE * all ? null : flat.map(([colour]) => colour);
}

/** Flat art goes on in its own colours: asked for a word, gives the nearest of them. What is not flat stays as it is. */
export function ownColour(words: Uint32Array, pure: Uint8Array): (word: number) => number {
  const flat = flatColours(words, pure, FLAT_COLOURS);
  if (!flat) return (word) => word;
  const apart = (a: number, b: number) =>
    ((a & 255) - (b & 255)) ** 2 +
    (((a >>> 8) & 255) - ((b >>> 8) & 255)) ** 2 +
    (((a >>> 16) & 255) - ((b >>> 16) & 255)) ** 2;
  const nearest = new Map<number, number>();
  return (word) => {
    let own = nearest.get(word);
    if (own === undefined) {
      own = flat.reduce((best, colour) => (apart(colour, word) < apart(best, word) ? colour : best), flat[0] ?? 0);
      nearest.set(word, own);
    }
    return own;
  };
}
