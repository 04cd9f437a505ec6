import { parentPiece } from '../document/family.js';
import type { CharacterDoc, PieceId, SwapSetRow, ViewId } from '../document/rows.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { cropPlaced, outsetRect, placedAt, type PlacedBitmap } from '../raster/bitmap.js';
import { composite } from '../raster/composite.js';
import { createPlacedMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { fillUnder } from '../under/fill-under.js';
import { pieceOfSet } from './find-swaps.js';

/** px about the set's piece that are painted as well, where something else hides them: its soft edge lies there. */
const RIM = 3;
/** Alpha of paint that hides what lies behind it. */
const SOLID = 255;

/**
 * The paint that what a set's piece hangs from lacks beneath it: skin where a mouth is taken away. Its own colours and shading
 * are carried on; lines are not. Only places hidden at rest are painted.
 * @returns the piece that is painted and the paint alone; null where nothing is lacking, or it shows no paint to go by
 */
export function beneathSet(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  set: SwapSetRow,
): { pieceId: PieceId; paint: PlacedBitmap } | null {
  const piece = pieceOfSet(doc, set, viewId);
  const behind = piece && parentPiece(doc, piece);
  const images = pieceImages(doc, viewId, art);
  const at = images.findIndex(({ id, sheet }) => id === behind?.id && sheet === 'piece');
  const own = images.find(({ id, sheet }) => id === piece?.id && sheet === 'piece')?.image;
  if (!behind || !own || at < 0) return null;
  const face = images[at].image;
  const region = createPlacedMask(outsetRect(own, RIM));
  const covered = createPlacedMask(region);
  const cropped = cropPlaced(own, region).data;
  for (let i = 0; i < covered.data.length; i++) covered.data[i] = cropped[4 * i + 3];
  const near = reachOf(covered, RIM);
  const front = composite(
    region.width,
    region.height,
    images.slice(at + 1).map(({ image }) => placedAt(image, image.x - region.x, image.y - region.y)),
  );
  const there = cropPlaced(face, region).data;
  let lacking = 0;
  for (let i = 0; i < near.length; i++) {
    if (near[i] === 0 || front.data[4 * i + 3] < SOLID || there[4 * i + 3] === SOLID) continue;
    region.data[i] = 255;
    lacking++;
  }
  if (lacking === 0) return null;
  const filled = fillUnder({ face, region, line: { width: 0, colour: [0, 0, 0] }, outlines: [] });
  return filled && { pieceId: behind.id, paint: filled.paint };
}
