import { composePiece } from '../document/compose-piece.js';
import { drawOrder } from '../document/family.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { intersectRects, type PlacedBitmap } from '../raster/bitmap.js';

/** How far a piece may move in the draw order and nothing that shows at rest changes. */
export interface RoomInOrder {
  /** The nearest pieces behind and in front of it that it touches; null where it may go to the end. */
  behind: PieceId | null;
  front: PieceId | null;
  /** Pieces between those two, less itself: it touches none of them. */
  between: number;
}

/** Finds how far a piece may move in the draw order: past all that share no pixel with it, whether that shows or not. */
export function roomInOrder(doc: CharacterDoc, viewId: ViewId, art: ViewArt, pieceId: PieceId): RoomInOrder {
  const order = drawOrder(doc, viewId).map(({ id }) => id);
  const index = order.indexOf(pieceId);
  const imageOf = (id: PieceId) => {
    const sheets = art.pieces.get(id);
    return sheets ? composePiece(sheets) : null;
  };
  const own = imageOf(pieceId);
  const touches = (at: number) => sharePixel(own, imageOf(order[at]));
  let low = index - 1;
  while (low >= 0 && !touches(low)) low--;
  let high = index + 1;
  while (high < order.length && !touches(high)) high++;
  return { behind: order[low] ?? null, front: order[high] ?? null, between: high - low - 2 };
}

/** Have two pictures paint at one place? */
function sharePixel(a: PlacedBitmap | null, b: PlacedBitmap | null): boolean {
  if (!a || !b) return false;
  const both = intersectRects(a, b);
  for (let y = both.y; y < both.y + both.height; y++)
    for (let x = both.x; x < both.x + both.width; x++) {
      const isBoth =
        a.data[((y - a.y) * a.width + x - a.x) * 4 + 3] > 0 && b.data[((y - b.y) * b.width + x - b.x) * 4 + 3] > 0;
      if (isBoth) return true;
    }
  return false;
}
