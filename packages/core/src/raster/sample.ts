import { INSIDE, type PlacedMask } from './mask.js';
import type { PlacedBitmap } from './bitmap.js';

/** A mask's value at a point of the canvas (px), bilinear between pixel centres; 0 outside. */
export function sampleMask(mask: PlacedMask, x: number, y: number): number {
  const { x: left, y: top, width, height, data } = mask;
  const fx = x - left - 0.5;
  const fy = y - top - 0.5;
  const ix = Math.floor(fx);
  const iy = Math.floor(fy);
  const u = fx - ix;
  const v = fy - iy;
  const at = (px: number, py: number) => (px < 0 || py < 0 || px >= width || py >= height ? 0 : data[py * width + px]);
  return (
    (at(ix, iy) * (1 - u) + at(ix + 1, iy) * u) * (1 - v) + (at(ix, iy + 1) * (1 - u) + at(ix + 1, iy + 1) * u) * v
  );
}

/** Straight RGBA at a point of the canvas, bilinear with colours weighed by alpha; blank outside. Fills and returns `out`. */
export function sampleBitmap(src: PlacedBitmap, x: number, y: number, out: Float64Array): Float64Array {
  const { x: left, y: top, width, height, data } = src;
  const fx = x - left - 0.5;
  const fy = y - top - 0.5;
  const ix = Math.floor(fx);
  const iy = Math.floor(fy);
  out.fill(0);
  for (let k = 0; k < 4; k++) {
    const px = ix + (k & 1);
    const py = iy + (k >> 1);
    if (px < 0 || py < 0 || px >= width || py >= height) continue;
    const weight = (k & 1 ? fx - ix : 1 - fx + ix) * (k >> 1 ? fy - iy : 1 - fy + iy);
    const i = (py * width + px) * 4;
    const a = data[i + 3] * weight;
    out[0] += data[i] * a;
    out[1] += data[i + 1] * a;
    out[2] += data[i + 2] * a;
    out[3] += a;
  }
  if (out[3] > 0) for (let c = 0; c < 3; c++) out[c] /= out[3];
  return out;
}

/** Is a pixel of the canvas marked in a mask? */
export function isMarked({ x: left, y: top, width, height, data }: PlacedMask, x: number, y: number): boolean {
  const [column, row] = [x - left, y - top];
  return column >= 0 && row >= 0 && column < width && row < height && data[row * width + column] > 0;
}

/** Is there paint of a face at a place? */
export function hasPaint(face: PlacedBitmap, x: number, y: number): boolean {
  const { x: left, y: top, width, height, data } = face;
  const column = Math.floor(x) - left;
  const row = Math.floor(y) - top;
  if (column < 0 || row < 0 || column >= width || row >= height) return false;
  return data[(row * width + column) * 4 + 3] > INSIDE;
}

/** Is there paint of one of some faces at a place? */
export function anyPaint(faces: readonly PlacedBitmap[], x: number, y: number): boolean {
  // Asked at every pixel of much: no closure.
  for (const face of faces) if (hasPaint(face, x, y)) return true;
  return false;
}

/** Is there paint of one of some faces within `reach` px of a place, looked for every `step` px? */
export function anyPaintWithin(
  faces: readonly PlacedBitmap[],
  { x, y }: { x: number; y: number },
  reach: number,
  step: number,
): boolean {
  for (let dy = -reach; dy <= reach; dy += step)
    for (let dx = -reach; dx <= reach; dx += step)
      if (Math.hypot(dx, dy) <= reach && anyPaint(faces, x + dx, y + dy)) return true;
  return false;
}
