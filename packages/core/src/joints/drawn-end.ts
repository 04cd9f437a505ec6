import type { DiscOn } from '../document/row-types.js';
import { cropPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance } from '../raster/colour.js';
import type { JointFit } from './fit-joint.js';
import type { SharedBorder } from './shared-border.js';

/** Which end is finished by a line drawn along the border: that piece keeps it, and the other carries the disc. */
export function drawnEnd(child: PlacedBitmap, parent: PlacedBitmap, border: SharedBorder, fit: JointFit): DiscOn {
  if (fit.lineWidth === 0) return 'both';
  const lined = (face: PlacedBitmap) => lineShare(face, border, fit);
  const onChild = lined(child);
  const onParent = lined(parent);
  if (onParent > 0.5 && onChild < 0.5 * onParent) return 'child';
  if (onChild > 0.5 && onParent < 0.5 * onChild) return 'parent';
  return 'both';
}

/**
 * How much line a face has along a border, its ends left out: 1 where half a line width beside it is all line. A line
 * that was cut off the other piece leaves a pixel or two of itself, which is little.
 */
function lineShare(face: PlacedBitmap, border: SharedBorder, fit: JointFit): number {
  const { points } = border;
  // Dark fills and the shade under a hem are near the line's colour, and are not line.
  const apart = Math.min(10, colourDistance(fit.lineColour, fit.fillColour) / 2);
  const reach = Math.max(1, Math.round(fit.lineWidth / 2));
  const side = 2 * reach + 1;
  let windows = 0;
  let lined = 0;
  for (let i = 0; i < points.length; i += 2) {
    const fromEnds = Math.min(
      Math.hypot(points[i] - border.x0, points[i + 1] - border.y0),
      Math.hypot(points[i] - border.x1, points[i + 1] - border.y1),
    );
    if (fromEnds < 2 * fit.lineWidth) continue;
    windows++;
    const x = Math.floor(points[i]) - reach;
    const y = Math.floor(points[i + 1]) - reach;
    const { data } = cropPlaced(face, { x, y, width: side, height: side });
    for (let k = 0; k < data.length; k += 4) {
      if (data[k + 3] < 255) continue;
      if (colourDistance([data[k], data[k + 1], data[k + 2]], fit.lineColour) <= apart) lined++;
    }
  }
  return windows === 0 ? 0 : Math.min(1, lined / windows / (side * reach));
}
