import type { PlacedBitmap } from '../raster/bitmap.js';
import { anyPaint } from './limb-stretch.js';

/** Directions that are looked in, and px from one look to the next. */
const DIRECTIONS = 72;
const STEP = 0.25;

/**
 * How large a disc may be, up to `most` px, so that all of it lies in one of some faces' paint: one that sticks out would
 * show daylight at rest.
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
