import type { PlacedBitmap } from '../raster/bitmap.js';
import { distanceField } from '../raster/distance-field.js';
import { INSIDE, coverageOf, createMask } from '../raster/mask.js';
import { anyPaint } from '../raster/sample.js';

/** Directions that are looked in, and px from one look to the next. */
const DIRECTIONS = 72;
const STEP = 0.25;

/**
 * How large a disc may be, up to `most` px, so that all of it lies in one of some faces' paint: one that sticks out would
 * show daylight at rest. What is nearer than two fifths of `most` is taken for paint, as a limb is that the disc was fitted to.
 */
export function clearance(faces: readonly PlacedBitmap[], at: { x: number; y: number }, most: number): number {
  let clear = most;
  for (let k = 0; k < DIRECTIONS; k++) {
    const turn = (k / DIRECTIONS) * 2 * Math.PI;
    const [dx, dy] = [Math.cos(turn), Math.sin(turn)];
    // The rim's own pixel is half covered, and counts as in.
    for (let d = 0.4 * most; d <= clear - 0.5; d += STEP)
      if (!anyPaint(faces, at.x + dx * d, at.y + dy * d)) clear = Math.max(0, d + 0.25);
  }
  return clear;
}

/** What was found of a face: a trunk is asked for it by each limb that hangs from it. */
const thicknesses = new WeakMap<PlacedBitmap, number>();

/** The widest disc in a face's paint, px across. */
export function thickness(face: PlacedBitmap): number {
  const known = thicknesses.get(face);
  if (known !== undefined) return known;
  let deepest = 0;
  const depths = depthsOf(face);
  for (let i = 0; i < depths.length; i++) if (depths[i] > deepest) deepest = depths[i];
  thicknesses.set(face, 2 * deepest);
  return 2 * deepest;
}

/** The place within `reach` px of another around which a face's paint reaches farthest; null where it has none there. */
export function deepestNear(
  face: PlacedBitmap,
  near: { x: number; y: number },
  reach: number,
): { x: number; y: number; radius: number } | null {
  const depths = depthsOf(face);
  const stride = face.width + 2;
  let best: { x: number; y: number; radius: number } | null = null;
  for (let i = 0; i < depths.length; i++) {
    // A pixel's middle lies half a pixel inside its edge.
    const radius = depths[i] - 0.5;
    if (radius <= (best?.radius ?? 0)) continue;
    const [x, y] = [face.x + (i % stride) - 0.5, face.y + Math.floor(i / stride) - 0.5];
    if (Math.hypot(x - near.x, y - near.y) <= reach) best = { x, y, radius: Math.min(radius, reach) };
  }
  return best;
}

/** By pixel, with a clear one all round: px from the nearest pixel outside a face's paint. */
function depthsOf(face: PlacedBitmap): Float32Array {
  const { width, height } = face;
  const outside = createMask(width + 2, height + 2);
  const { data } = coverageOf(face);
  for (let y = 0; y < height + 2; y++)
    for (let x = 0; x < width + 2; x++) {
      const on = x > 0 && y > 0 && x <= width && y <= height && data[(y - 1) * width + x - 1] > INSIDE;
      if (!on) outside.data[y * (width + 2) + x] = 255;
    }
  return distanceField(outside);
}
