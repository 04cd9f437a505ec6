import { composePiece } from '../document/compose-piece.js';
import type { CharacterDoc, DrawingId, PieceId, SwapSetRow, ViewId } from '../document/rows.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { cropPlaced, outsetRect, type Rect } from '../raster/bitmap.js';
import { INSIDE, connectedRegions, createMask, unionCoverage, type Mask } from '../raster/mask.js';
import type { Place } from '../errors.js';
import { drawnInstead } from './drawn-instead.js';
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
 * neither this one nor what lies behind does. Where the background reaches in from outside the figure, as between the fingers
 * of a hand, its outline is another, and nothing is bare.
 * @param art with the pictures of the set's drawings
 */
export function bareUnder(doc: CharacterDoc, viewId: ViewId, art: ViewArt, set: SwapSetRow): BareUnder[] {
  const piece = pieceOfSet(doc, set, viewId);
  const sheets = piece && art.pieces.get(piece.id);
  const own = sheets ? composePiece(sheets) : null;
  if (!piece || !own) return [];
  // A pixel of what is about it, so that what lies outside is known as such.
  const room = outsetRect(own, 1);
  const images = pieceImages(doc, viewId, art);
  const wanted = cropPlaced(art.design, room).data;
  // Most drawings of a set take the place of the same pieces.
  const known = new Map<string, Uint8Array>();
  const behindWithout = (gone: ReadonlyMap<PieceId, unknown>): Uint8Array => {
    const key = [...gone.keys()].join();
    const behind =
      known.get(key) ??
      unionCoverage(
        images.flatMap(({ id, image }) => (gone.has(id) ? [] : [image])),
        room,
      ).data;
    known.set(key, behind);
    return behind;
  };
  const standing = defaultOf(doc, set);
  return drawingsOf(doc, set).flatMap((drawing): BareUnder[] => {
    const row = drawing.id === standing.id ? null : inView(doc, drawing.id, viewId);
    if (!row) return [];
    const picture = row.picture ? art.drawings?.get(row.id) : null;
    if (row.picture && !picture) return [];
    const shown = picture ? cropPlaced(picture, room).data : null;
    const open = openPlaces(behindWithout(drawnInstead(doc, viewId, [drawing.id])), shown, room);
    const { area, middle } = shutIn(open, wanted);
    return area > 0 ? [{ drawingId: drawing.id, area, place: { x: room.x + middle.x, y: room.y + middle.y } }] : [];
  });
}

/** Where nothing is drawn. @param behind how much is covered, by pixel @param shown the drawing's pixels, RGBA; null for a blank one */
function openPlaces(behind: Uint8Array, shown: Uint8Array | null, { width, height }: Rect): Mask {
  const open = createMask(width, height);
  for (let at = 0; at < open.data.length; at++)
    if (behind[at] <= INSIDE && !(shown && shown[4 * at + 3] > INSIDE)) open.data[at] = 255;
  return open;
}

/** Of open places those that reach nowhere to what lies outside the figure: how many, and their middle. @param wanted the design, RGBA */
function shutIn(open: Mask, wanted: Uint8Array): { area: number; middle: Place } {
  const { labels, regions } = connectedRegions(open);
  const isOutside = new Uint8Array(regions.length + 1);
  for (let at = 0; at < labels.length; at++) if (wanted[4 * at + 3] <= INSIDE) isOutside[labels[at]] = 1;
  let area = 0;
  let sumX = 0;
  let sumY = 0;
  for (let at = 0; at < labels.length; at++) {
    if (labels[at] === 0 || isOutside[labels[at]] > 0) continue;
    area++;
    sumX += at % open.width;
    sumY += Math.floor(at / open.width);
  }
  return { area, middle: { x: sumX / area, y: sumY / area } };
}
