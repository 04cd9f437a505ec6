import { createPlaced, outsetRect, uniteRects, wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { connectedRegions, unionCoverage } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';

/** px to the farthest of the eight pixels about one, and a little. */
const DIAGONAL = 1.5;

/**
 * Hidden sheets of a piece without the paint that floats free of it: groups of pixels that nowhere touch its face, of
 * which no limb is made. Sheets without any are given back as they are.
 */
export function withoutFreePaint(
  sheets: readonly (PlacedBitmap | null)[],
  face: PlacedBitmap | null,
): (PlacedBitmap | null)[] {
  const present = sheets.filter((sheet): sheet is PlacedBitmap => sheet !== null);
  if (!face || present.length === 0) return [...sheets];
  const rect = present.reduce<Rect>(uniteRects, present[0]);
  const cover = unionCoverage(present, rect);
  const { labels, regions } = connectedRegions(cover, 0);
  const held = new Uint8Array(regions.length + 1);
  const besideFace = reachOf(unionCoverage([face], outsetRect(rect, 1)), DIAGONAL);
  for (let y = 0, i = 0; y < rect.height; y++)
    for (let x = 0; x < rect.width; x++, i++)
      if (labels[i] !== 0 && besideFace[(y + 1) * (rect.width + 2) + x + 1] > 0) held[labels[i]] = 1;
  if (regions.every((_, index) => held[index + 1])) return [...sheets];
  return sheets.map((sheet) => {
    if (!sheet) return null;
    const kept = createPlaced(sheet);
    const words = wordsOf(sheet);
    const to = wordsOf(kept);
    let left = 0;
    for (let y = 0, i = 0; y < sheet.height; y++)
      for (let x = 0; x < sheet.width; x++, i++) {
        if (!held[labels[(sheet.y + y - rect.y) * rect.width + sheet.x + x - rect.x]]) continue;
        to[i] = words[i];
        if (words[i] !== 0) left++;
      }
    return left > 0 ? kept : null;
  });
}
