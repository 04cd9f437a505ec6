import { hangingFrom } from '../document/family.js';
import { findPart, findPiece } from '../document/find.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { uniteRects, type Rect } from '../raster/bitmap.js';

/**
 * What a part and all that hangs from it take up in a view at rest, px.
 * @param address `group/part/side`
 * @returns null where no piece is that part
 */
export function partReach(doc: CharacterDoc, viewId: ViewId, address: string): Rect | null {
  const [group, part, side] = address.split('/');
  const row = findPart(doc, { group, part: part || null, side: (side || null) as 'A' | 'B' | null, index: null });
  const piece = row && findPiece(doc, viewId, row.id);
  if (!piece) return null;
  const [first, ...others] = hangingFrom(doc, piece).map(({ face: { x, y, width, height } }) => ({
    ...{ x, y, width, height },
  }));
  return others.reduce<Rect>(uniteRects, first);
}
