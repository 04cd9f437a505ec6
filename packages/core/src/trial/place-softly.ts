import type { CharacterDoc, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { Place } from '../errors.js';
import {
  AT_REST,
  placePiece,
  placePieces,
  turnAbout,
  type Gaze,
  type PieceTurn,
  type Placement,
} from '../joints/place-pieces.js';
import { carriedAlong } from './soft-line.js';

const softly: PieceTurn = ({ soft }, { x, y }, angle) =>
  soft ? { own: AT_REST, carries: (at) => carriedAlong(soft, angle, at) } : { own: turnAbout(x, y, angle) };

/**
 * `placePieces` with soft pieces bent along their lines: such a piece itself stays where what it hangs from carries it, its
 * picture is bent (`bendPicture`), and what hangs from it goes along with the place of the line that it is nearest to.
 */
export function placeSoftly(
  doc: CharacterDoc,
  viewId: ViewId,
  bends: Readonly<Record<string, number>>,
  shift?: Place,
  gaze?: Gaze,
): Map<PieceId, Placement> {
  return placePieces(doc, viewId, bends, { shift, turn: softly, gaze });
}

/** `placeSoftly` of one piece alone. */
export function placeOneSoftly(
  doc: CharacterDoc,
  piece: PieceRow,
  bends: Readonly<Record<string, number>>,
  shift?: Place,
): Placement {
  return placePiece(doc, piece, { bends, shift, turn: softly });
}

/** By soft piece of a view, the degrees that its tip is turned by; those that are at rest are left out. */
export function softBends(
  doc: CharacterDoc,
  viewId: ViewId,
  bends: Readonly<Record<string, number>>,
): Map<PieceId, number> {
  const bent = new Map<PieceId, number>();
  for (const { id, viewId: own, soft } of doc.pieces) {
    const joint = own === viewId && soft && doc.joints.find(({ childId }) => childId === id);
    if (joint && bends[joint.id]) bent.set(id, bends[joint.id]);
  }
  return bent;
}
