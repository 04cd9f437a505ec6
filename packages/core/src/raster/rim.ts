import { rowReach, stepsInColumn } from './columns.js';
import { INSIDE, type Mask } from './mask.js';

/** Pixels about a mask: where they are, the mask's pixel nearest to each, and how far from that each is, px; in reading order. */
export interface Rim {
  at: number[];
  nearest: number[];
  far: number[];
}

/**
 * The pixels that lie within `by` px (Euclidean, centre to centre) of a pixel above 127 and are not above it themselves.
 * Of several that are equally near, the upper one is told, and of those the one to the left.
 * @param by px
 */
export function rimOf(mask: Mask, by: number): Rim {
  const { width, height, data } = mask;
  const cap = Math.floor(by);
  const column = stepsInColumn(mask, cap);
  const reached = rowReach(column, width, by);
  const rim: Rim = { at: [], nearest: [], far: [] };
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const inReach = reached(y);
    for (let x = 0; x < width; x++) {
      if (inReach[x] === 0 || data[row + x] > INSIDE) continue;
      let least = Infinity;
      let toX = 0;
      let up = 0;
      for (let nx = Math.max(0, x - cap); nx <= Math.min(width - 1, x + cap); nx++) {
        const dy = column[row + nx];
        const far = (nx - x) * (nx - x) + dy * dy;
        if (far > least || (far === least && dy >= up)) continue;
        least = far;
        toX = nx;
        up = dy;
      }
      rim.at.push(row + x);
      rim.nearest.push(row + up * width + toX);
      rim.far.push(Math.sqrt(least));
    }
  }
  return rim;
}
