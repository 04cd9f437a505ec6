import { composePiece } from '../document/compose-piece.js';
import type { CharacterDoc, DrawingId, SwapSetRow, ViewId } from '../document/rows.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { cropPlaced } from '../raster/bitmap.js';
import { composite } from '../raster/composite.js';
import { INSIDE } from '../raster/mask.js';
import type { Place } from '../errors.js';
import { defaultOf, drawingsOf, inView, pieceOfSet } from './find-swaps.js';

/** What comes bare under a drawing: where the default one covered, and nothing does now. */
export interface BareUnder {
  drawingId: DrawingId;
  /** px. */
  area: number;
  place: Place;
}

/**
 * What of a view shows background under each drawing of a set where the design has paint: the default drawing covered it, and
 * neither this one nor what lies behind does.
 * @param art with the pictures of the set's drawings
 */
export function bareUnder(doc: CharacterDoc, viewId: ViewId, art: ViewArt, set: SwapSetRow): BareUnder[] {
  const piece = pieceOfSet(doc, set, viewId);
  const sheets = piece && art.pieces.get(piece.id);
  const own = sheets ? composePiece(sheets) : null;
  if (!piece || !own) return [];
  const others = pieceImages(doc, viewId, art).filter(({ id, sheet }) => id !== piece.id || sheet === 'line');
  const behind = composite(
    own.width,
    own.height,
    others.map(({ image }) => ({ ...image, x: image.x - own.x, y: image.y - own.y })),
  );
  const wanted = cropPlaced(art.design, own).data;
  const standing = defaultOf(doc, set);
  return drawingsOf(doc, set).flatMap((drawing): BareUnder[] => {
    const row = drawing.id === standing.id ? null : inView(doc, drawing.id, viewId);
    if (!row) return [];
    const picture = row.picture ? art.drawings?.get(row.id) : null;
    if (row.picture && !picture) return [];
    const shown = picture ? cropPlaced(picture, own).data : null;
    let [area, sumX, sumY] = [0, 0, 0];
    for (let i = 3, at = 0; i < wanted.length; i += 4, at++) {
      if (wanted[i] <= INSIDE || behind.data[i] > INSIDE || (shown && shown[i] > INSIDE)) continue;
      area++;
      sumX += at % own.width;
      sumY += Math.floor(at / own.width);
    }
    return area > 0 ? [{ drawingId: drawing.id, area, place: { x: own.x + sumX / area, y: own.y + sumY / area } }] : [];
  });
}
