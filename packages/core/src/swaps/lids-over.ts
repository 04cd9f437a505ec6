import { composePiece, mergeSheets } from '../document/compose-piece.js';
import { drawOrder, parentPiece } from '../document/family.js';
import type { CharacterDoc, PieceRow, SwapSetRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import {
  createPlaced,
  cropPlaced,
  intersectRects,
  outsetRect,
  trimToPaint,
  wordsOf,
  type PlacedBitmap,
} from '../raster/bitmap.js';
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
  if (!eyes || !face) return null;
  const imageOf = ({ id }: PieceRow): PlacedBitmap | null => {
    const sheets = art.pieces.get(id);
    return sheets ? composePiece(sheets) : null;
  };
  const own = imageOf(eyes);
  const lying = onEyes(doc, set, viewId);
  const [rims, pupils] = [lying.filter((piece) => isRim(doc, piece)), lying.filter((piece) => isPupil(doc, piece))];
  const outlines = rims.map((rim) => own && sharedPaint(own, art.pieces.get(rim.id)?.face ?? null));
  return mergeSheets([face, ...outlines, ...pupils.map(imageOf)]);
}

/** px above and below an eye in which its outline's last blends with the skin lie. */
const BLENDS = 2;

/**
 * Eyes with the face's own paint a little above and below them: lids that are drawn in front of both hide the blends of an
 * outline that they cover, instead of leaving a hairline of it. The corners stay where they are.
 */
export function withBlends(eyes: PlacedBitmap, design: PlacedBitmap): PlacedBitmap {
  const out = cropPlaced(eyes, intersectRects(outsetRect(eyes, BLENDS), design));
  const [words, own, face] = [wordsOf(out), wordsOf(cropPlaced(eyes, out)), wordsOf(cropPlaced(design, out))];
  for (let y = 0, i = 0; y < out.height; y++)
    for (let x = 0; x < out.width; x++, i++)
      for (let k = -BLENDS; k <= BLENDS; k++)
        if (y + k >= 0 && y + k < out.height && own[i + k * out.width] >>> 24 !== 0) words[i] = face[i];
  return out;
}

/** What a rim has taken of the eye that it lies on, which keeps the same paint beneath: its outline, its lashes. */
function sharedPaint(eye: PlacedBitmap, rim: PlacedBitmap | null): PlacedBitmap | null {
  if (!rim) return null;
  const out = createPlaced(eye);
  const [words, own, there] = [wordsOf(out), wordsOf(eye), wordsOf(cropPlaced(rim, eye))];
  for (let i = 0; i < words.length; i++) if (there[i] !== 0 && there[i] === own[i]) words[i] = own[i];
  return trimToPaint(out);
}

/** What lids add to the eyes that they were drawn on, alone: it goes in front of pupils. Null for nothing. */
export function lidsAlone(lids: PlacedBitmap, eyes: PlacedBitmap): PlacedBitmap | null {
  const out = createPlaced(lids);
  const [words, drawn, before] = [wordsOf(out), wordsOf(lids), wordsOf(cropPlaced(eyes, lids))];
  for (let i = 0; i < words.length; i++) if (drawn[i] !== before[i]) words[i] = drawn[i];
  return trimToPaint(out);
}
