import { composePiece } from '../document/compose-piece.js';
import { parentPiece } from '../document/family.js';
import type { CharacterDoc, PieceId, SwapSetRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { cropPlaced, outsetRect, type PlacedBitmap } from '../raster/bitmap.js';
import { createPlacedMask } from '../raster/mask.js';
import { fillUnder } from '../under/fill-under.js';
import { pieceOfSet } from './find-swaps.js';

/** px of paint beyond what a set's piece covers that the fill looks at, and no more. */
const RIM = 1;
/** Alpha of paint that hides what lies behind it. */
const SOLID = 255;

/**
 * The paint that what a set's piece hangs from lacks beneath it: skin where a mouth is taken away. Its own colours and shading
 * are carried on; lines are not.
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
  const [own, face] = [piece, behind].map((one) => {
    const sheets = one && art.pieces.get(one.id);
    return sheets ? composePiece(sheets) : null;
  });
  if (!behind || !own || !face) return null;
  const region = createPlacedMask(outsetRect(own, RIM));
  const [over, there] = [own, face].map((picture) => cropPlaced(picture, region).data);
  let lacking = 0;
  for (let i = 3, at = 0; i < over.length; i += 4, at++) {
    if (over[i] < SOLID || there[i] === SOLID) continue;
    region.data[at] = 255;
    lacking++;
  }
  if (lacking === 0) return null;
  const filled = fillUnder({ face, region, line: { width: 0, colour: [0, 0, 0] }, outlines: [] });
  return filled && { pieceId: behind.id, paint: filled.paint };
}
