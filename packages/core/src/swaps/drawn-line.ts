import type { PlacedBitmap } from '../raster/bitmap.js';
import { toLab } from '../raster/colour.js';

/** Places at which a line is looked for between both corners. */
const STATIONS = 7;
/** Lightness (0 to 1) by which a place may be lighter than the darkest, and is the same line. */
const SAME = 0.06;

/**
 * The line that a drawing has between two of its places: the darkest paint of each column, as of the lips of a mouth.
 * @returns x, y pairs, px, from the one to the other; straight where no one line is drawn between them
 */
export function drawnLine(picture: PlacedBitmap, from: Place, to: Place): number[] {
  const points: number[] = [from.x, from.y];
  for (let k = 1; k < STATIONS; k++) {
    const share = k / STATIONS;
    const x = from.x + (to.x - from.x) * share;
    points.push(x, darkestAt(picture, x) ?? from.y + (to.y - from.y) * share);
  }
  const found = [...points, to.x, to.y];
  return isSmooth(found) ? found : [from.x, from.y, (from.x + to.x) / 2, (from.y + to.y) / 2, to.x, to.y];
}

/** Share of its whole length by which a line may turn off its way from one place to the next, and still is one line. */
const BEND = 0.09;

/** Is it one line? In an open mouth the darkest paint is now above and now below. */
function isSmooth(points: readonly number[]): boolean {
  const last = points.length - 2;
  const length = Math.hypot(points[last] - points[0], points[last + 1] - points[1]);
  for (let i = 2; i < last; i += 2)
    if (Math.abs(points[i + 1] - (points[i - 1] + points[i + 3]) / 2) > BEND * length) return false;
  return true;
}

interface Place {
  x: number;
  y: number;
}

/** The middle of the darkest run of a column, px; null for a column without paint. */
function darkestAt({ data, width, height, x: left, y: top }: PlacedBitmap, x: number): number | null {
  const column = Math.floor(x) - left;
  if (column < 0 || column >= width) return null;
  let best: { lightness: number; row: number } | null = null;
  const lightnessAt = (row: number): number => {
    const i = (row * width + column) * 4;
    return data[i + 3] > 200 ? toLab(data[i], data[i + 1], data[i + 2])[0] : Infinity;
  };
  for (let row = 0; row < height; row++) {
    const lightness = lightnessAt(row);
    if (lightness < (best?.lightness ?? Infinity)) best = { lightness, row };
  }
  if (!best) return null;
  const limit = best.lightness + SAME;
  let [first, last] = [best.row, best.row];
  while (first > 0 && lightnessAt(first - 1) <= limit) first--;
  while (last + 1 < height && lightnessAt(last + 1) <= limit) last++;
  return top + (first + last + 1) / 2;
}
