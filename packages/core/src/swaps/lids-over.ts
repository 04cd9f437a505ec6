import { composePiece, mergeSheets } from '../document/compose-piece.js';
import { drawOrder, parentPiece } from '../document/family.js';
import type { CharacterDoc, PieceRow, SwapSetRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { createPlaced, cropPlaced, trimToPaint, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { isRim } from './cover-for.js';
import { pieceOfSet } from './find-swaps.js';
import { isPupil } from './travel-of.js';

/** What of its own lies on the eyes of a set: pupils, and the rims round them; back to front. */
export function onEyes(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): PieceRow[] {
  const eyes = pieceOfSet(doc, set, viewId);
  return drawOrder(doc, viewId).filter(
    (piece) => (isPupil(doc, piece) || isRim(doc, piece)) && parentPiece(doc, piece)?.id === eyes?.id,
  );
}

/** The eyes of a set as they look with all that lies on them; null where the set has none in this view. */
export function wholeEyes(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId, art: ViewArt): PlacedBitmap | null {
  const eyes = pieceOfSet(doc, set, viewId);
  const face = (eyes && art.pieces.get(eyes.id)?.face) ?? null;
  const pupils = onEyes(doc, set, viewId)
    .filter((piece) => isPupil(doc, piece))
    .map(({ id }) => {
      const sheets = art.pieces.get(id);
      return sheets ? composePiece(sheets) : null;
    });
  return face && mergeSheets([face, ...pupils]);
}

/** What lids add to the eyes that they were drawn on, alone: it goes in front of pupils. Null for nothing. */
export function lidsAlone(lids: PlacedBitmap, eyes: PlacedBitmap): PlacedBitmap | null {
  const out = createPlaced(lids);
  const [words, drawn, before] = [wordsOf(out), wordsOf(lids), wordsOf(cropPlaced(eyes, lids))];
  for (let i = 0; i < words.length; i++) if (drawn[i] !== before[i]) words[i] = drawn[i];
  return trimToPaint(out);
}
