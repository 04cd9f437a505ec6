import { growRect, uniteRects, type PlacedBitmap } from '../raster/bitmap.js';
import { unionCoverage, type PlacedMask } from '../raster/mask.js';

/** The coverage of a limb's pieces together, over their bounds and a rim of 4 px. */
export function limbSilhouette(faces: readonly PlacedBitmap[], within: PlacedBitmap): PlacedMask {
  const bounds = faces.map(({ x, y, width, height }) => ({ x, y, width, height })).reduce(uniteRects);
  return unionCoverage(faces, growRect(bounds, 4, within));
}
