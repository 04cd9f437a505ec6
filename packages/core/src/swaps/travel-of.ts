import { parentPiece } from '../document/family.js';
import type { CharacterDoc, PartId, PieceRow } from '../document/rows.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { pupilTravel, type Travel } from './pupil-travel.js';
import { whiteOf } from './white-of.js';

/** Is a piece the pupil of an eye, or of both, by its part? */
export function isPupil(doc: CharacterDoc, piece: PieceRow): boolean {
  return piece.shadowOf === null && isPupilPart(doc, piece.partId);
}

/** Is a part a pupil, or both? */
export function isPupilPart(doc: CharacterDoc, partId: PartId): boolean {
  const part = doc.parts.find(({ id }) => id === partId);
  return part !== undefined && /^(pupil|iris)/i.test(part.group);
}

/**
 * How far a pupil may go within what it hangs from.
 * @param imageOf what is drawn of a piece; null for nothing
 * @returns null for what is no pupil, and for one that does not lie within its white
 */
export function travelOf(
  doc: CharacterDoc,
  piece: PieceRow,
  imageOf: (id: string) => PlacedBitmap | null,
): Travel | null {
  const eye = isPupil(doc, piece) ? parentPiece(doc, piece) : null;
  const [white, pupil] = [eye && imageOf(eye.id), imageOf(piece.id)];
  if (!white || !pupil) return null;
  // The white goes on beneath the pupil, also where nothing is painted there; the eye's outline is no part of it.
  return pupilTravel(whiteOf(white, pupil), pupil);
}
