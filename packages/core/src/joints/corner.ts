import { contours } from '../raster/contours.js';
import type { Mask } from '../raster/mask.js';

/**
 * The sharpest outward corner of a silhouette near a disc: the largest turn of its contour over an eighth of
 * the radius, degrees (a circle of the disc's own size turns by about 7 there).
 * @param centre in the mask's own px
 */
export function sharpestCorner(mask: Mask, centre: { x: number; y: number }, radius: number): number {
  let sharpest = 0;
  for (const contour of contours(mask)) {
    const n = contour.length / 2;
    const span = Math.max(3, Math.round(radius / 8));
    if (n < 4 * span) continue;
    for (let i = 0; i < n; i++) {
      const x = contour[2 * i];
      const y = contour[2 * i + 1];
      const d = Math.hypot(x - centre.x, y - centre.y);
      if (d > 1.2 * radius || d < 0.5 * radius) continue;
      // Where the mask was cropped, its own border is no contour.
      if (x < 2 || y < 2 || x > mask.width - 2 || y > mask.height - 2) continue;
      const a = (i - span + n) % n;
      const b = (i + span) % n;
      const ux = x - contour[2 * a];
      const uy = y - contour[2 * a + 1];
      const vx = contour[2 * b] - x;
      const vy = contour[2 * b + 1] - y;
      // Paint lies to the left of the run, so an outward corner turns left: a negative cross product, y down.
      const turn = -Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
      if (turn > sharpest) sharpest = turn;
    }
  }
  return (sharpest * 180) / Math.PI;
}
