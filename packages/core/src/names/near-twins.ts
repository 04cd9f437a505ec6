import { drawOrder } from '../document/family.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import { cropPlaced, placedAt, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { isUnlike } from '../raster/compare.js';

/** Share of the pixels of two pictures that may differ for them to be nearly the same. */
const FEW = 0.03;
/** px; smaller pictures are alike too easily. */
const LEAST = 60;

/** Two pieces whose pictures are nearly the same, wherever they lie: the share of their pixels that differ. */
export interface NearTwins {
  pieceId: PieceId;
  otherId: PieceId;
  differing: number;
}

/**
 * Finds pieces of a view that have nearly the same picture under two names: a copy that was nudged, or touched up and
 * forgotten. Pictures are laid corner to corner, so that it does not matter where they lie on the canvas. Those that are
 * the very same are not among them.
 * @param faces of the view's pieces
 */
export function findNearTwins(
  doc: CharacterDoc,
  viewId: ViewId,
  faces: ReadonlyMap<PieceId, PlacedBitmap | null>,
): NearTwins[] {
  const pieces = drawOrder(doc, viewId).flatMap(({ id }) => {
    const face = faces.get(id);
    return face && face.width * face.height >= LEAST ? [{ id, face }] : [];
  });
  const found: NearTwins[] = [];
  for (const [at, one] of pieces.entries())
    for (const other of pieces.slice(at + 1)) {
      const differing = shareDiffering(one.face, other.face);
      if (differing) found.push({ pieceId: other.id, otherId: one.id, differing });
    }
  return found;
}

/** The share of the painted pixels that differ, corner to corner; null where it is more than a few. */
function shareDiffering(a: PlacedBitmap, b: PlacedBitmap): number | null {
  const isNear = (p: number, q: number) => Math.abs(p - q) <= Math.max(2, FEW * Math.max(p, q));
  if (!isNear(a.width, b.width) || !isNear(a.height, b.height)) return null;
  const [width, height] = [Math.max(a.width, b.width), Math.max(a.height, b.height)];
  const [first, second] = [a, b].map((picture) =>
    wordsOf(cropPlaced(placedAt(picture, 0, 0), { x: 0, y: 0, width, height })),
  );
  let [painted, unlike] = [0, 0];
  // More than so many pixels of the whole cannot be few of the painted ones.
  const most = FEW * first.length;
  for (let i = 0; i < first.length && unlike <= most; i++) {
    if ((first[i] | second[i]) >>> 24 === 0) continue;
    painted++;
    if (isUnlike(first[i], second[i])) unlike++;
  }
  return painted === 0 || unlike > FEW * painted ? null : unlike / painted;
}
