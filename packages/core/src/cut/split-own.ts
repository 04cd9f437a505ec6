import { createPlaced, trimToPaint, uniteRects, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { distanceField } from '../raster/distance-field.js';
import { createMask } from '../raster/mask.js';

/**
 * Shares the paint of a piece's own layers out after a cut: visible pixels go with the face, hidden ones with the
 * visible pixel they lie nearest to.
 * @param before the face before the cut
 * @param after the face after it; null where nothing is left
 */
export function splitOwn(
  own: PlacedBitmap,
  before: PlacedBitmap,
  after: PlacedBitmap | null,
): { kept: PlacedBitmap | null; given: PlacedBitmap | null } {
  const rect = uniteRects(own, before);
  const seen = createMask(rect.width, rect.height);
  const face = wordsOf(before);
  for (let y = 0; y < before.height; y++)
    for (let x = 0; x < before.width; x++)
      if (face[y * before.width + x] >>> 24 !== 0)
        seen.data[(y + before.y - rect.y) * rect.width + x + before.x - rect.x] = 255;
  const nearest = new Int32Array(seen.data.length);
  distanceField(seen, { nearest });
  const stays = (i: number) => {
    if (!after) return false;
    const x = (i % rect.width) + rect.x - after.x;
    const y = Math.floor(i / rect.width) + rect.y - after.y;
    return x >= 0 && y >= 0 && x < after.width && y < after.height && after.data[(y * after.width + x) * 4 + 3] > 0;
  };
  const kept = createPlaced(own);
  const given = createPlaced(own);
  const from = wordsOf(own);
  const keptWords = wordsOf(kept);
  const givenWords = wordsOf(given);
  for (let y = 0; y < own.height; y++)
    for (let x = 0; x < own.width; x++) {
      const i = y * own.width + x;
      if (from[i] >>> 24 === 0) continue;
      const at = nearest[(y + own.y - rect.y) * rect.width + x + own.x - rect.x];
      (at >= 0 && stays(at) ? keptWords : givenWords)[i] = from[i];
    }
  return { kept: trimToPaint(kept), given: trimToPaint(given) };
}
