import { createPlaced, intersectRects, trimToPaint, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { sampleBitmap } from '../raster/sample.js';
import type { Place } from '../errors.js';
import { middle, smaller, type Cells } from './seat.js';

/** How a drawing is turned, scaled and moved onto its seat: about a place of its own, which comes to lie elsewhere; px. */
export interface Seating {
  /** Degrees clockwise. */
  angle: number;
  scale: number;
  from: Place;
  to: Place;
}

/** How far a drawing may be turned, degrees, and scaled, to find its seat. */
const MOST_TURN = 12;
const MOST_SCALE = 1.15;

/** The turn, scale and move that puts a drawing's two marks exactly on the set's. */
export function seatingByMarks(set: readonly number[], own: readonly number[]): Seating {
  const way = ([ax, ay, bx, by]: readonly number[]) => ({
    angle: (Math.atan2(by - ay, bx - ax) * 180) / Math.PI,
    length: Math.hypot(bx - ax, by - ay),
  });
  const [to, from] = [way(set), way(own)];
  const angle = ((((to.angle - from.angle + 180) % 360) + 360) % 360) - 180;
  return { angle, scale: to.length / Math.max(1e-6, from.length), from: middle(own), to: middle(set) };
}

/** Where a place comes to lie by a seating. */
export function seated({ angle, scale, from, to }: Seating, { x, y }: Place): Place {
  const [cos, sin] = turnOf(angle);
  const [dx, dy] = [(x - from.x) * scale, (y - from.y) * scale];
  return { x: to.x + dx * cos - dy * sin, y: to.y + dx * sin + dy * cos };
}

/** A drawing put on its seat, its paint resampled; null where nothing of it is left on the canvas. */
export function seatDrawing(picture: PlacedBitmap, seating: Seating, within: Rect): PlacedBitmap | null {
  const { x, y, width, height } = picture;
  const corners = [
    { x, y },
    { x: x + width, y },
    { x, y: y + height },
    { x: x + width, y: y + height },
  ].map((corner) => seated(seating, corner));
  const [left, right] = [Math.min(...corners.map((c) => c.x)), Math.max(...corners.map((c) => c.x))];
  const [top, bottom] = [Math.min(...corners.map((c) => c.y)), Math.max(...corners.map((c) => c.y))];
  const [x0, y0] = [Math.floor(left) - 1, Math.floor(top) - 1];
  const room = { x: x0, y: y0, width: Math.ceil(right) + 1 - x0, height: Math.ceil(bottom) + 1 - y0 };
  const out = createPlaced(intersectRects(room, within));
  const back = { angle: -seating.angle, scale: 1 / seating.scale, from: seating.to, to: seating.from };
  const colour = new Float64Array(4);
  for (let row = 0, i = 0; row < out.height; row++)
    for (let column = 0; column < out.width; column++, i += 4) {
      const comes = seated(back, { x: out.x + column + 0.5, y: out.y + row + 0.5 });
      sampleBitmap(picture, comes.x, comes.y, colour);
      if (colour[3] < 0.5) continue;
      for (let c = 0; c < 4; c++) out.data[i + c] = Math.round(colour[c]);
    }
  return trimToPaint(out);
}

/** Cells of the longer side on which the search begins, and on which it ends. */
const COARSE = 40;
const FINE = 120;

/**
 * The turn, scale and move by which a drawing differs least from the default one: every turn and scale on a small scale, its
 * middle on the other's; then, on finer ones, whatever of angle, scale and place makes the difference less.
 * @returns null where one of them has no paint
 */
export function registerTurned(fixed: PlacedBitmap, moving: PlacedBitmap): Seating | null {
  const longest = Math.max(fixed.width, fixed.height, moving.width, moving.height);
  const steps = [COARSE, (COARSE + FINE) / 2, FINE].map((cells) => Math.max(1, Math.round(longest / cells)));
  const levels = [...new Set(steps)].map((step) => ({
    step,
    fixed: fieldOf(fixed, step),
    moving: fieldOf(moving, step),
  }));
  const from = middleOf(levels[0].moving);
  const to = middleOf(levels[0].fixed);
  if (!from || !to) return null;
  let best: Seating = { angle: 0, scale: 1, from, to };
  let least = Infinity;
  for (let angle = -MOST_TURN; angle <= MOST_TURN; angle += 2)
    for (let scale = 1 / MOST_SCALE; scale <= MOST_SCALE; scale += 0.025) {
      const tried = { ...best, angle, scale };
      const found = difference(levels[0].fixed, levels[0].moving, tried);
      if (found < least) [best, least] = [tried, found];
    }
  for (const level of levels) best = refined(level.fixed, level.moving, best, level.step);
  return best;
}

/** A seating that differs less, tried by smaller and smaller steps of angle, scale and place. */
function refined(fixed: Field, moving: Field, start: Seating, step: number): Seating {
  let best = start;
  let least = difference(fixed, moving, best);
  for (let size = 1; size > 0.01; size /= 2) {
    for (let better = true; better;) {
      better = false;
      for (const [angle, scale, x, y] of WAYS) {
        const tried = {
          ...best,
          angle: best.angle + angle * size,
          scale: best.scale + scale * size,
          to: { x: best.to.x + x * size * step, y: best.to.y + y * size * step },
        };
        if (Math.abs(tried.angle) > MOST_TURN || tried.scale > MOST_SCALE || tried.scale < 1 / MOST_SCALE) continue;
        const found = difference(fixed, moving, tried);
        if (found >= least) continue;
        [best, least, better] = [tried, found, true];
      }
    }
  }
  return best;
}

/** Degrees, share, and cells of place that are tried on either side. */
const WAYS = [
  [1.5, 0, 0, 0],
  [-1.5, 0, 0, 0],
  [0, 0.02, 0, 0],
  [0, -0.02, 0, 0],
  [0, 0, 1, 0],
  [0, 0, -1, 0],
  [0, 0, 0, 1],
  [0, 0, 0, -1],
] as const;

/** A picture as cells, and where they lie; px a cell. */
interface Field extends Cells {
  left: number;
  top: number;
  step: number;
}

function fieldOf(picture: PlacedBitmap, step: number): Field {
  const cells = smaller(picture, step);
  return { ...cells, left: Math.floor(picture.x / step), top: Math.floor(picture.y / step), step };
}

/** The middle of a picture's paint, px; null for none. */
function middleOf({ width, height, data, left, top, step }: Field): Place | null {
  let [sum, x, y] = [0, 0, 0];
  for (let row = 0, i = 3; row < height; row++)
    for (let column = 0; column < width; column++, i += 4) {
      sum += data[i];
      x += data[i] * (left + column + 0.5);
      y += data[i] * (top + row + 0.5);
    }
  return sum > 0 ? { x: (x / sum) * step, y: (y / sum) * step } : null;
}

/** How much a seated drawing differs from the fixed one, over all cells that either covers. */
function difference(fixed: Field, moving: Field, { angle, scale, from, to }: Seating): number {
  const { step } = fixed;
  const [cos, sin] = turnOf(-angle);
  // Some cells beyond the fixed one: what is moved may reach past it.
  const beyond = Math.ceil(Math.max(fixed.width, fixed.height) * 0.15) + 2;
  let sum = 0;
  for (let row = -beyond; row < fixed.height + beyond; row++)
    for (let column = -beyond; column < fixed.width + beyond; column++) {
      const dx = ((fixed.left + column + 0.5) * step - to.x) / scale;
      const dy = ((fixed.top + row + 0.5) * step - to.y) / scale;
      const u = (from.x + dx * cos - dy * sin) / step - moving.left - 0.5;
      const v = (from.y + dx * sin + dy * cos) / step - moving.top - 0.5;
      const i =
        row >= 0 && column >= 0 && row < fixed.height && column < fixed.width ? (row * fixed.width + column) * 4 : -1;
      sum += cellDifference(fixed.data, i, moving, u, v);
    }
  return sum;
}

/** Squared difference of a cell of the fixed picture (-1 for none) from the moving one between four of its cells. */
function cellDifference(data: Float32Array, at: number, moving: Field, u: number, v: number): number {
  const [column, row] = [Math.floor(u), Math.floor(v)];
  const [fu, fv] = [u - column, v - row];
  const isOut = column < -1 || row < -1 || column >= moving.width || row >= moving.height;
  if (isOut && at < 0) return 0;
  let sum = 0;
  for (let c = 0; c < 4; c++) {
    const here = isOut
      ? 0
      : (cell(moving, column, row, c) * (1 - fu) + cell(moving, column + 1, row, c) * fu) * (1 - fv) +
        (cell(moving, column, row + 1, c) * (1 - fu) + cell(moving, column + 1, row + 1, c) * fu) * fv;
    const there = at < 0 ? 0 : data[at + c];
    sum += (here - there) ** 2;
  }
  return sum;
}

function cell({ data, width, height }: Field, column: number, row: number, c: number): number {
  return column < 0 || row < 0 || column >= width || row >= height ? 0 : data[(row * width + column) * 4 + c];
}

function turnOf(degrees: number): [cos: number, sin: number] {
  const angle = (degrees * Math.PI) / 180;
  return [Math.cos(angle), Math.sin(angle)];
}
