import { intersectRects, paintArea, type PlacedBitmap } from '../raster/bitmap.js';

/** A whole-pixel way from where a picture lies to where it belongs, px. */
export interface SeatOffset {
  x: number;
  y: number;
}

/** What a seat by least difference came to. */
export interface Registered extends SeatOffset {
  /** Mean difference of the two at that place, 0 to 255: 0 for the very same. */
  difference: number;
}

/** Middle of two marks, x, y, x, y. */
export const middle = ([ax, ay, bx, by]: readonly number[]) => ({ x: (ax + bx) / 2, y: (ay + by) / 2 });

/**
 * The way by which a drawing's two marks come to lie on the set's: its middle onto the set's middle, whole pixels, so that
 * its paint is not resampled.
 */
export function seatByMarks(set: readonly number[], own: readonly number[]): SeatOffset {
  const [to, from] = [middle(set), middle(own)];
  return { x: Math.round(to.x - from.x), y: Math.round(to.y - from.y) };
}

/** px by which a drawing's marks may lie off the set's. */
export const SEATED = 0.5;

/** Seat drift: the largest distance of a drawing's marks from the set's, px; 0 where either has none. */
export function seatDrift(set: readonly number[], own: readonly number[]): number {
  if (set.length < 4 || own.length < 4) return 0;
  return Math.max(Math.hypot(own[0] - set[0], own[1] - set[1]), Math.hypot(own[2] - set[2], own[3] - set[3]));
}

/** Pixels of the longer side at which the search starts: few enough to try every place. */
const COARSE = 40;

/**
 * The place at which a drawing differs least from the default one, to a whole pixel: colours by coverage, tried at every
 * place on a small scale and then around the best of them on larger ones.
 * @returns null where one of them has no paint
 */
export function registerLeast(fixed: PlacedBitmap, moving: PlacedBitmap): Registered | null {
  if (paintArea(fixed) === 0 || paintArea(moving) === 0) return null;
  const longest = Math.max(fixed.width, fixed.height, moving.width, moving.height);
  let step = 1;
  while (longest / step > COARSE) step *= 2;
  const start = centred(fixed, moving);
  let [best, reach] = [{ ...start, difference: Infinity }, Math.ceil(COARSE / 2)];
  for (; step >= 1; step >>= 1) {
    const [a, b] = [smaller(fixed, step), smaller(moving, step)];
    const from = { x: Math.round(best.x / step), y: Math.round(best.y / step) };
    let found = { ...best, difference: Infinity };
    for (let y = from.y - reach; y <= from.y + reach; y++)
      for (let x = from.x - reach; x <= from.x + reach; x++) {
        const difference = differenceAt(a, b, fixed, moving, step, x, y);
        if (difference < found.difference) found = { x: x * step, y: y * step, difference };
      }
    best = found;
    reach = 2;
  }
  return best;
}

/** The way that puts the middle of what is moved onto that of what is fixed. */
function centred(fixed: PlacedBitmap, moving: PlacedBitmap): SeatOffset {
  return {
    x: Math.round(fixed.x + fixed.width / 2 - moving.x - moving.width / 2),
    y: Math.round(fixed.y + fixed.height / 2 - moving.y - moving.height / 2),
  };
}

/** A picture made smaller: colours times coverage, and coverage, a cell each; planes of four. */
export interface Cells {
  width: number;
  height: number;
  data: Float32Array;
}

/** A picture on a grid of cells so many px wide, whose lines are those of the canvas. */
export function smaller({ x, y, width, height, data }: PlacedBitmap, step: number): Cells {
  // Cells lie on the canvas' own grid, so that both pictures are divided alike wherever they lie.
  const [left, top] = [Math.floor(x / step), Math.floor(y / step)];
  const [wide, high] = [Math.ceil((x + width) / step) - left, Math.ceil((y + height) / step) - top];
  const cells = new Float32Array(wide * high * 4);
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i += 4) {
      const alpha = data[i + 3];
      if (alpha === 0) continue;
      const cell = ((Math.floor((y + row) / step) - top) * wide + Math.floor((x + column) / step) - left) * 4;
      for (let c = 0; c < 3; c++) cells[cell + c] += (data[i + c] * alpha) / 255;
      cells[cell + 3] += alpha;
    }
  const share = 1 / (step * step);
  for (let i = 0; i < cells.length; i++) cells[i] *= share;
  return { width: wide, height: high, data: cells };
}

/** Mean difference, 0 to 255, with what is moved so many cells away; all that only one of them covers differs as a whole. */
function differenceAt(
  a: Cells,
  b: Cells,
  fixed: PlacedBitmap,
  moving: PlacedBitmap,
  step: number,
  x: number,
  y: number,
): number {
  const [ax, ay] = [Math.floor(fixed.x / step), Math.floor(fixed.y / step)];
  const [bx, by] = [Math.floor(moving.x / step) + x, Math.floor(moving.y / step) + y];
  const shared = intersectRects(
    { x: ax, y: ay, width: a.width, height: a.height },
    { x: bx, y: by, width: b.width, height: b.height },
  );
  let [sum, shown] = [0, 0];
  // What lies outside of the rectangle that both share differs by all that it covers.
  let alone = coverOf(a) + coverOf(b);
  for (let row = shared.y; row < shared.y + shared.height; row++)
    for (let column = shared.x; column < shared.x + shared.width; column++) {
      const i = ((row - ay) * a.width + column - ax) * 4;
      const k = ((row - by) * b.width + column - bx) * 4;
      const [coverA, coverB] = [a.data[i + 3], b.data[k + 3]];
      if (coverA === 0 && coverB === 0) continue;
      for (let c = 0; c < 4; c++) sum += Math.abs(a.data[i + c] - b.data[k + c]) / 4;
      alone -= coverA + coverB;
      shown += Math.max(coverA, coverB);
    }
  return ((sum + alone) * 255) / Math.max(1, shown + alone);
}

const covers = new WeakMap<Cells, number>();

function coverOf(cells: Cells): number {
  const known = covers.get(cells);
  if (known !== undefined) return known;
  let sum = 0;
  for (let i = 3; i < cells.data.length; i += 4) sum += cells.data[i];
  covers.set(cells, sum);
  return sum;
}
