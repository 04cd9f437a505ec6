import { createPlaced, type PlacedBitmap } from './bitmap.js';

/**
 * A picture made smaller by a whole number: each pixel of the result is the mean of a cell of `by` × `by` px, its
 * colour weighted by alpha. The cells lie on a grid that begins at the canvas's origin, so that the pieces of a
 * picture, made smaller, add up to the picture made smaller: no seam shows between them.
 * @param by px, 1 or more
 * @returns placed in cells, not in pixels of the canvas
 */
export function makeSmaller(picture: PlacedBitmap, by: number): PlacedBitmap {
  const left = Math.floor(picture.x / by);
  const top = Math.floor(picture.y / by);
  const small = createPlaced({
    x: left,
    y: top,
    width: Math.ceil((picture.x + picture.width) / by) - left,
    height: Math.ceil((picture.y + picture.height) / by) - top,
  });
  const sums = new Float64Array(small.width * 4);
  const cell = by * by;
  for (let row = 0; row < small.height; row++) {
    sums.fill(0);
    const from = Math.max(0, (top + row) * by - picture.y);
    const to = Math.min(picture.height, (top + row + 1) * by - picture.y);
    for (let y = from; y < to; y++) addRow(picture, y, by, left, sums);
    for (let i = 0, at = row * small.width * 4; i < sums.length; i += 4, at += 4) {
      const alpha = sums[i + 3];
      if (alpha === 0) continue;
      for (let c = 0; c < 3; c++) small.data[at + c] = Math.round(sums[i + c] / alpha);
      small.data[at + 3] = Math.round(alpha / cell);
    }
  }
  return small;
}

/** Adds a row of a picture to the sums of its cells: colour times alpha, and alpha. */
function addRow(
  { data, width, x: left }: PlacedBitmap,
  y: number,
  by: number,
  cells: number,
  sums: Float64Array,
): void {
  let at = y * width * 4;
  for (let x = 0; x < width; x++, at += 4) {
    const alpha = data[at + 3];
    if (alpha === 0) continue;
    const i = (Math.floor((left + x) / by) - cells) * 4;
    sums[i] += data[at] * alpha;
    sums[i + 1] += data[at + 1] * alpha;
    sums[i + 2] += data[at + 2] * alpha;
    sums[i + 3] += alpha;
  }
}
