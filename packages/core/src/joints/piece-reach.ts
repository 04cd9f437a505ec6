import { drawOrder, hasLineUnder } from '../document/family.js';
import { oncePerDoc } from '../document/keys.js';
import type { CharacterDoc, PieceRow } from '../document/rows.js';
import { rectsMeet, uniteRects, type Rect } from '../raster/bitmap.js';

/** The pieces of a view, in draw order, that may share a pixel with what is drawn of one, itself among them. */
export const piecesAround = oncePerDoc((doc: CharacterDoc, piece: PieceRow): readonly PieceRow[] => {
  const own = reachOf(doc, piece);
  return drawOrder(doc, piece.viewId).filter((other) => rectsMeet(own, reachOf(doc, other)));
});

/** A rectangle that holds whatever may be drawn of a piece at rest, px. */
export const reachOf = oncePerDoc((doc: CharacterDoc, piece: PieceRow): Rect => {
  const { face, own, extra, beneath, margin } = piece;
  let rect: Rect = face;
  for (const more of [own, extra, beneath]) if (more) rect = uniteRects(rect, more);
  let grow = 5 + margin;
  for (const joint of doc.joints) {
    if (!joint.rounded || (joint.childId !== piece.id && joint.parentId !== piece.id)) continue;
    const half = joint.radius + joint.reach + 2;
    rect = uniteRects(rect, { x: joint.x - half, y: joint.y - half, width: 2 * half, height: 2 * half });
    if (hasLineUnder(joint)) grow = Math.max(grow, 5 + margin + joint.lineWidth + Math.abs(joint.lineMore));
  }
  const x = Math.floor(rect.x - grow);
  const y = Math.floor(rect.y - grow);
  return { x, y, width: Math.ceil(rect.x + rect.width + grow) - x, height: Math.ceil(rect.y + rect.height + grow) - y };
});
