import type { MakeStep, MouthInside } from '../document/row-types.js';
import {
  createPlaced,
  cropPlaced,
  intersectRects,
  outsetRect,
  trimToPaint,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { compositeOverMutable } from '../raster/composite.js';
import { mixWords, opaqueWord, withAlpha } from '../raster/words.js';
import { placesOf } from './bend-drawing.js';
import { spanInMouth, wideInMouth } from '../under/mouth-inside.js';

type PartStep = Extract<MakeStep, { do: 'part' }>;

/** Colour distance within which a pixel beside the line that is parted along still is that line. */
const SAME_LINE = 22;
/** A run of like colour that is longer than this share of the drawing's height, and than as many px, is no line. */
const LINE_SHARE = 0.4;
const LINE_PX = 24;
/** How much darker the inside is at its middle than at its rim. */
const DEEPER = 0.3;
const TEETH: Rgb = [247, 243, 232];
const TONGUE: Rgb = [206, 106, 108];

/** One column of a drawing that is parted: where the line runs, what of it is line, and how far each half moves, px. */
interface Column {
  middle: number;
  /** Rows of the drawn line about it: the first, and the one after the last. */
  from: number;
  to: number;
  up: number;
  down: number;
}

/**
 * Parts a drawing along a line: what lies above it moves up and what lies below moves down, most at the middle and not at all
 * at the line's ends. A line that is drawn there goes along with both halves, in its own width. What opens is filled with the
 * inside of a mouth, darker towards its depth, with teeth along its upper and a tongue on its lower side, or left open.
 * A line that runs down rather than across parts to both sides.
 * @param within the canvas, past which nothing reaches
 * @returns trimmed to its paint; null where nothing is left
 */
export function partDrawing(picture: PlacedBitmap, step: PartStep, within: Rect): PlacedBitmap | null {
  const { line } = step;
  const [dx, dy] = [line[line.length - 2] - line[0], line[line.length - 1] - line[1]];
  if (Math.abs(dy) <= Math.abs(dx)) return partAcross(picture, step, within);
  const turned = line.map((_, at) => line[at % 2 === 0 ? at + 1 : at - 1]);
  const made = partAcross(transposed(picture), { ...step, line: turned }, transposedRect(within));
  return made && transposed(made);
}

function partAcross(picture: PlacedBitmap, step: PartStep, within: Rect): PlacedBitmap | null {
  const { up, down, inside } = step;
  const room = intersectRects(outsetRect(picture, Math.ceil(Math.max(up, down)) + 2), within);
  if (room.width === 0 || room.height === 0) return null;
  const columns = columnsOf(picture, step);
  const out = createPlaced(room);
  if (inside) compositeOverMutable(out, insideOf(columns, inside, room));
  for (const half of [lowerHalf, upperHalf]) compositeOverMutable(out, half(picture, columns, room));
  return trimToPaint(out);
}

/** The columns between both ends of the line. */
function columnsOf(picture: PlacedBitmap, { line, up, down }: PartStep): Map<number, Column> {
  const points = placesOf(line);
  points.sort((a, b) => a.x - b.x);
  const [left, right] = [points[0].x, points[points.length - 1].x];
  const columns = new Map<number, Column>();
  let at = 0;
  for (let x = Math.ceil(left - 0.5); x + 0.5 <= right; x++) {
    while (at + 2 < points.length && points[at + 1].x < x + 0.5) at++;
    const [a, b] = [points[at], points[at + 1]];
    const share = b.x > a.x ? (x + 0.5 - a.x) / (b.x - a.x) : 0;
    const middle = a.y + share * (b.y - a.y);
    // Round to both ends, as lips are.
    const open = Math.sqrt(Math.sin((Math.PI * (x + 0.5 - left)) / (right - left)));
    columns.set(x, { middle, ...runAt(picture, x, middle), up: up * open, down: down * open });
  }
  return columns;
}

/** The drawn line about a place of a column; nothing of it where the paint there is no line. */
function runAt(picture: PlacedBitmap, x: number, middle: number): { from: number; to: number } {
  const none = { from: middle, to: middle };
  const column = x - picture.x;
  const row = Math.floor(middle) - picture.y;
  if (column < 0 || column >= picture.width || row < 0 || row >= picture.height) return none;
  const at = (y: number) => (y * picture.width + column) * 4;
  const { data } = picture;
  const seed = at(row);
  if (data[seed + 3] === 0) return none;
  const colour: Rgb = [data[seed], data[seed + 1], data[seed + 2]];
  const isLine = (y: number) =>
    y >= 0 &&
    y < picture.height &&
    data[at(y) + 3] > 0 &&
    colourDistance(colour, [data[at(y)], data[at(y) + 1], data[at(y) + 2]]) < SAME_LINE;
  let [from, to] = [row, row + 1];
  while (isLine(from - 1)) from--;
  while (isLine(to)) to++;
  if (to - from > Math.max(LINE_PX, picture.height * LINE_SHARE)) return none;
  // Its soft edge goes along.
  return { from: picture.y + Math.max(0, from - 1), to: picture.y + Math.min(picture.height, to + 1) };
}

/** What lies above the line, with the line itself, moved up. */
function upperHalf(picture: PlacedBitmap, columns: ReadonlyMap<number, Column>, room: Rect): PlacedBitmap {
  return movedHalf(picture, columns, room, ({ to, up }) => ({ by: up, from: -Infinity, to }));
}

/** What lies below it, with the line, moved down. */
function lowerHalf(picture: PlacedBitmap, columns: ReadonlyMap<number, Column>, room: Rect): PlacedBitmap {
  return movedHalf(picture, columns, room, ({ from, down }) => ({ by: -down, from, to: Infinity }));
}

/**
 * A half of the picture, moved along its columns by parts of a pixel.
 * @param partOf which rows of a column belong to it, px, and how far up it moves
 */
function movedHalf(
  picture: PlacedBitmap,
  columns: ReadonlyMap<number, Column>,
  room: Rect,
  partOf: (column: Column) => { by: number; from: number; to: number },
): PlacedBitmap {
  const out = createPlaced(room);
  const source = cropPlaced(picture, room);
  const { width, height } = room;
  for (let x = 0; x < width; x++) {
    const column = columns.get(room.x + x);
    const { by, from, to } = column ? partOf(column) : { by: 0, from: -Infinity, to: Infinity };
    for (let y = 0; y < height; y++) {
      const comes = y + by;
      const row = Math.floor(comes);
      const share = comes - row;
      const cover = Math.min(1, room.y + comes + 1 - from, to - (room.y + comes));
      if (cover <= 0) continue;
      const i = (y * width + x) * 4;
      const near = row >= 0 && row < height ? (row * width + x) * 4 : -1;
      const far = share > 0 && row + 1 >= 0 && row + 1 < height ? near + 4 * width : -1;
      const [a, b] = [weightOf(source, near, 1 - share), weightOf(source, far, share)];
      const alpha = a + b;
      if (alpha <= 0) continue;
      for (let c = 0; c < 3; c++)
        out.data[i + c] = Math.round(
          ((near >= 0 ? a * source.data[near + c] : 0) + (far >= 0 ? b * source.data[far + c] : 0)) / alpha,
        );
      out.data[i + 3] = Math.round(alpha * cover);
    }
  }
  return out;
}

function weightOf({ data }: PlacedBitmap, at: number, share: number): number {
  return at < 0 ? 0 : data[at + 3] * share;
}

/** The inside of a parted mouth, from the middle of the line above to that of the line below. */
function insideOf(columns: ReadonlyMap<number, Column>, inside: MouthInside, room: Rect): PlacedBitmap {
  const out = createPlaced(room);
  const words = new Uint32Array(out.data.buffer);
  const xs = [...columns.keys()];
  const [left, right] = [Math.min(...xs), Math.max(...xs) + 1];
  const [half, centre] = [(right - left) / 2, (left + right) / 2];
  const all = [...columns.values()];
  const height =
    Math.max(...all.map(({ middle, down }) => middle + down)) - Math.min(...all.map((c) => c.middle - c.up));
  const dark = opaqueWord(inside.colour);
  const black = opaqueWord([0, 0, 0]);
  for (const [x, { middle, up, down }] of columns) {
    if (x < room.x || x >= room.x + room.width) continue;
    const sides: [number, number] = [middle - up, middle + down];
    const spans = (['tongue', 'teeth'] as const)
      .filter((what) => inside[what])
      .flatMap((what) => {
        const across = (x + 0.5 - centre) / (half * wideInMouth(what));
        if (Math.abs(across) > 1) return [];
        const colour = opaqueWord(what === 'teeth' ? TEETH : TONGUE);
        return [{ colour, span: spanInMouth(what, across, sides, height) }];
      });
    const first = Math.max(room.y, Math.floor(sides[0]));
    const last = Math.min(room.y + room.height, Math.ceil(sides[1]));
    for (let y = first; y < last; y++) {
      const cover = covered(y, sides);
      if (cover <= 0) continue;
      const deep = Math.min(1, (2 * Math.min(y + 0.5 - sides[0], sides[1] - y - 0.5)) / Math.max(1, height));
      let word = mixWords(dark, black, DEEPER * Math.max(0, deep));
      for (const { colour, span } of spans) word = mixWords(word, colour, covered(y, span));
      words[(y - room.y) * room.width + x - room.x] = withAlpha(word, Math.round(255 * cover));
    }
  }
  return out;
}

/** The share of a pixel's row that a span covers. */
function covered(y: number, [from, to]: readonly [number, number]): number {
  return Math.max(0, Math.min(y + 1, to) - Math.max(y, from));
}

function transposedRect({ x, y, width, height }: Rect): Rect {
  return { x: y, y: x, width: height, height: width };
}

/** A picture mirrored at the diagonal: its columns are rows. */
function transposed(picture: PlacedBitmap): PlacedBitmap {
  const out = createPlaced(transposedRect(picture));
  const [from, to] = [new Uint32Array(picture.data.slice().buffer), new Uint32Array(out.data.buffer)];
  for (let y = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x++) to[x * picture.height + y] = from[y * picture.width + x];
  return out;
}
