import { drawSteps, type DrawStep } from '../document/family.js';
import type { CharacterDoc, DrawingId, DrawingViewRow, PieceId, SheetRef, ViewId } from '../document/rows.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { drawingById, inView, pieceOfSet, setById } from './find-swaps.js';
import { withPartners } from './set-rules.js';

/**
 * What is drawn in place of pieces while some drawings show, by piece: a drawing's row, or null for a piece that is hidden. A
 * default drawing, and one that is not there in the view, leaves its piece as it is. Linked sets show what goes with them.
 */
export function drawnInstead(
  doc: CharacterDoc,
  viewId: ViewId,
  drawingIds: readonly DrawingId[],
): Map<PieceId, DrawingViewRow | null> {
  const instead = new Map<PieceId, DrawingViewRow | null>();
  const hidden = new Set<PieceId>();
  for (const id of withPartners(doc, drawingIds)) {
    const drawing = drawingById(doc, id);
    const piece = pieceOfSet(doc, setById(doc, drawing.setId), viewId);
    const row = drawing.isDefault ? null : inView(doc, id, viewId);
    if (!piece || !row) continue;
    instead.set(piece.id, row);
    for (const other of doc.pieces)
      if (other.viewId === viewId && drawing.hides.includes(other.partId)) hidden.add(other.id);
  }
  // What one drawing hides is hidden, whatever another set would show there.
  for (const id of hidden) instead.set(id, null);
  return instead;
}

/** A second picture while its drawing shows. */
export interface DrawnOver {
  /** The piece directly in front of which it is drawn. */
  at: PieceId;
  /** The piece that it moves with: the set's own. */
  of: PieceId;
  row: DrawingViewRow;
  picture: SheetRef;
}

/** The second pictures that show with some drawings. @param instead what these put in place of pieces */
export function drawnOver(
  doc: CharacterDoc,
  viewId: ViewId,
  drawingIds: readonly DrawingId[],
  instead = drawnInstead(doc, viewId, drawingIds),
): DrawnOver[] {
  return withPartners(doc, drawingIds).flatMap((id): DrawnOver[] => {
    const set = setById(doc, drawingById(doc, id).setId);
    const piece = pieceOfSet(doc, set, viewId);
    const row = inView(doc, id, viewId);
    if (!piece || !row?.over || instead.get(piece.id) !== row) return [];
    const before = set.overPartId && pieceOfSet(doc, { ...set, partId: set.overPartId }, viewId);
    return [{ at: before ? before.id : piece.id, of: piece.id, row, picture: row.over }];
  });
}

/** An image that shows with some drawings: a piece's own or what is drawn in its place, its outline, or a second picture. */
export interface ShownImage {
  /** The piece in the place of which it is drawn; of a second picture, the one that it lies directly in front of. */
  at: PieceId;
  /** The piece that it moves with. */
  of: PieceId;
  sheet: DrawStep['sheet'] | 'over';
  image: PlacedBitmap;
}

/**
 * What is drawn of a view while some drawings show, back to front. A drawing also takes the place of the outline that its
 * piece has beneath its limb's fills.
 * @param art with drawings
 */
export function shownImages(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  drawingIds: readonly DrawingId[],
): ShownImage[] {
  const instead = drawnInstead(doc, viewId, drawingIds);
  const overs = drawnOver(doc, viewId, drawingIds, instead);
  return drawSteps(doc, viewId).flatMap(({ piece: { id }, sheet }) => {
    const row = instead.get(id);
    const own = sheet === 'line' ? (art.pieces.get(id)?.line ?? null) : imageOf(art, id);
    const drawn = sheet === 'piece' && row ? (art.drawings?.get(row.id) ?? null) : null;
    const image = instead.has(id) ? drawn : own;
    const before = sheet === 'piece' ? overs.filter(({ at }) => at === id) : [];
    return [
      ...(image ? [{ at: id, of: id, sheet, image }] : []),
      ...before.flatMap((over): ShownImage[] => {
        const picture = art.overs?.get(over.row.id);
        return picture ? [{ at: id, of: over.of, sheet: 'over', image: picture }] : [];
      }),
    ];
  });
}
