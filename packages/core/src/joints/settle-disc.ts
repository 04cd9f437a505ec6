import { refuse, type Result } from '../errors.js';
import { contours } from '../raster/contours.js';
import { cropMask, type PlacedMask } from '../raster/mask.js';
import { fitJoint, type JointFit } from './fit-joint.js';

/**
 * The disc inscribed in a limb near a place that the hand points at: the cut that `fitJoint` needs runs through the
 * place and the nearest point of the contour.
 *
 * @param silhouette the limb's coverage, 0 to 255
 * @param reach px: at least the limb's width; what lies farther off is not looked at
 * @returns the disc, or a refusal: `not-on-limb`, or one of `fitJoint`'s
 */
export function settleDisc(silhouette: PlacedMask, at: { x: number; y: number }, reach: number): Result<JointFit> {
  const side = Math.ceil(reach);
  const window = cropMask(silhouette, {
    x: Math.floor(at.x) - side,
    y: Math.floor(at.y) - side,
    width: 2 * side + 1,
    height: 2 * side + 1,
  });
  let nearest = Infinity;
  let ux = 0;
  let uy = 0;
  for (const contour of contours(window))
    for (let i = 0; i < contour.length; i += 2) {
      const dx = contour[i] + window.x - at.x;
      const dy = contour[i + 1] + window.y - at.y;
      const d = Math.hypot(dx, dy);
      if (d >= nearest || d < 1e-6) continue;
      nearest = d;
      ux = dx / d;
      uy = dy / d;
    }
  if (nearest > reach) return refuse('not-on-limb', 'There is no limb here to settle into.', at);
  const cut = { x0: at.x - ux * reach, y0: at.y - uy * reach, x1: at.x + ux * reach, y1: at.y + uy * reach };
  return fitJoint(window, cut, { slide: 0.1 });
}
