import { hidesAt, type OwnerMap } from '../cut/owners.js';
import { mergeSheets } from '../document/compose-piece.js';
import { refuse, type Place, type Result } from '../errors.js';
import { createPlaced, trimToPaint, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { INSIDE, unionCoverage } from '../raster/mask.js';
import { opaqueWord } from '../raster/words.js';

/** px by which the fill goes on beneath the paint that closes it, so that no seam shows at its soft edge. */
const BENEATH = 2;

/**
 * Fills an area beneath a piece that has no paint and is closed all round by the piece's own, of what shows or beneath.
 *
 * @param image the piece as it is drawn; null for one without paint
 * @param beneath what it has beneath already
 * @param index the piece's place in the draw order
 * @param owners of the whole canvas
 * @returns what it has beneath then; or a refusal: `not-hidden` where the place shows at rest, `has-paint` where it has
 * paint, `not-closed` where the area runs out from under what hides it
 */
export function fillClosed(
  { x, y }: Place,
  colour: Rgb,
  image: PlacedBitmap | null,
  beneath: PlacedBitmap | null,
  index: number,
  owners: OwnerMap,
  design: PlacedBitmap,
): Result<{ beneath: PlacedBitmap | null }> {
  const { width, height } = design;
  const isHidden = (i: number) => hidesAt(owners, design, index, i);
  const [column, row] = [Math.floor(x), Math.floor(y)];
  const start = row * width + column;
  if (column < 0 || row < 0 || column >= width || row >= height || !isHidden(start))
    return refuse('not-hidden', 'Nothing lies in front of this piece there. Fill where it is hidden.');
  const { data: painted } = unionCoverage(image ? [image] : [], design);
  if (painted[start] > INSIDE)
    return refuse('has-paint', 'There is paint there already. Erase it first, or brush over it.');
  const filled = new Uint8Array(width * height);
  const edge: number[] = [];
  const ahead = [start];
  filled[start] = 1;
  for (let i = ahead.pop(); i !== undefined; i = ahead.pop()) {
    const [left, top] = [i % width, Math.floor(i / width)];
    for (const next of [left > 0 ? i - 1 : -1, left + 1 < width ? i + 1 : -1, top > 0 ? i - width : -1, i + width]) {
      if (next < 0 || next >= filled.length || (painted[next] <= INSIDE && !isHidden(next)))
        return refuse('not-closed', 'The area is not closed: it runs out from under what hides it. Draw a line first.');
      if (filled[next] > 0) continue;
      if (painted[next] > INSIDE) edge.push(next);
      else {
        filled[next] = 1;
        ahead.push(next);
      }
    }
  }
  for (let step = 0, rim = edge; step < BENEATH; step++) {
    const beyond: number[] = [];
    for (const i of rim) {
      if (filled[i] > 0 || !isHidden(i)) continue;
      filled[i] = 1;
      beyond.push(i - 1, i + 1, i - width, i + width);
    }
    rim = beyond.filter((i) => i >= 0 && i < filled.length);
  }
  const paint = createPlaced({ x: 0, y: 0, width, height });
  const words = wordsOf(paint);
  const ink = opaqueWord(colour);
  for (let i = 0; i < words.length; i++) if (filled[i] > 0) words[i] = ink;
  return { ok: true, beneath: mergeSheets([trimToPaint(paint), beneath]) };
}
