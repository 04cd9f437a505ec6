import { createPlaced, uniteRects, wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { INSIDE, connectedRegions, unionCoverage } from '../raster/mask.js';

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
  for (let y = 0, i = 0; y < rect.height; y++)
    for (let x = 0; x < rect.width; x++, i++)
      // Most of a group touches the face: no more than its first pixel that does is asked for.
      if (labels[i] !== 0 && held[labels[i]] === 0 && isBeside(face, rect.x + x, rect.y + y)) held[labels[i]] = 1;
  if (regions.every((_, index) => held[index + 1])) return [...sheets];
  return sheets.map((sheet) => sheet && heldPaint(sheet, labels, held, rect));
}

/** What of a sheet lies in groups that are held; null for nothing. @param labels the groups, by pixel of `rect` */
function heldPaint(sheet: PlacedBitmap, labels: Int32Array, held: Uint8Array, rect: Rect): PlacedBitmap | null {
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
}

/** Has a picture paint at a pixel, or at one of the eight about it? */
function isBeside({ x, y, width, height, data }: PlacedBitmap, px: number, py: number): boolean {
  const [left, right] = [Math.max(0, px - 1 - x), Math.min(width - 1, px + 1 - x)];
  for (let row = Math.max(0, py - 1 - y); row <= Math.min(height - 1, py + 1 - y); row++)
    for (let column = left; column <= right; column++) if (data[(row * width + column) * 4 + 3] > INSIDE) return true;
  return false;
}
