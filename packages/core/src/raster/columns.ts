import { INSIDE, type Mask } from './mask.js';

/** Stands for a column without a pixel of the mask within reach: farther than any. */
const NONE = 32767;

/** Rows from each pixel to the nearest one above 127 in its column, upwards below 0; `NONE` beyond `reach` rows. */
export function stepsInColumn({ width, height, data }: Mask, reach: number): Int16Array {
  const cap = Math.min(NONE - 1, reach);
  const column = new Int16Array(data.length);
  const open = new Int16Array(width).fill(cap);
  const pass = (y: number, way: 1 | -1) => {
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const steps = data[i] > INSIDE ? 0 : open[x] + 1;
      open[x] = Math.min(cap, steps);
      const isNearer = way < 0 || steps < Math.abs(column[i]);
      if (isNearer) column[i] = steps > cap ? NONE : way * steps;
    }
  };
  for (let y = 0; y < height; y++) pass(y, -1);
  open.fill(cap);
  for (let y = height - 1; y >= 0; y--) pass(y, 1);
  return column;
}

/**
 * Tells for a row which of its pixels lie within `by` px (Euclidean, centre to centre) of a mask: each pixel reaches sideways
 * as far as its distance within its own column leaves it.
 * @param column as `stepsInColumn` gives it, up to `by` at least
 * @returns for a row, above 0 where it does; one array, written anew for each row that is asked for
 */
export function rowReach(column: Int16Array, width: number, by: number): (y: number) => Int32Array {
  const cap = Math.floor(by);
  const sideways = Int32Array.from({ length: cap + 1 }, (_, d) => Math.floor(Math.sqrt(by * by - d * d)));
  const reach = new Int32Array(width + 1);
  return (y) => {
    reach.fill(0);
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const steps = Math.abs(column[i]);
      if (steps > cap) continue;
      reach[Math.max(0, x - sideways[steps])]++;
      reach[Math.min(width, x + sideways[steps] + 1)]--;
    }
    for (let x = 1; x < width; x++) reach[x] += reach[x - 1];
    return reach;
  };
}
