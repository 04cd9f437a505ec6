import { partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { placeOf } from '../document/keys.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import type { DraftedDoubt } from '../document/row-types.js';
import { viewById } from '../document/view-edits.js';
import { jointById } from '../joints/joint-edits.js';
import { partAddress } from '../plan/known-parts.js';
import { encloses, type OpenPlace } from '../under/open-places.js';

/** A hole of a smaller share of the figure than this is asked about in Under alone. */
const LEAST = 0.001;
/** Of many holes only the largest are asked about: the others are listed in Under. */
const MOST = 6;
/** px within which a place of which is said that there is nothing is the same. */
const SAME = 12;

/** The holes that open when the limbs of a draft turn, each to be asked about: is there nothing, or whose is it? */
export function openDoubts(doc: CharacterDoc, viewId: ViewId, open: readonly OpenPlace[]): DraftedDoubt[] {
  const least = LEAST * viewById(doc, viewId).designArea;
  const large = open.filter(({ area }) => area >= least).slice(0, MOST);
  return large.map(({ area, place, turns: [{ jointId, angle }] }) => {
    const piece = pieceById(doc, jointById(doc, jointId).childId);
    const { x, y } = place;
    return {
      ...{ kind: 'open', parts: [partAddress(partOf(doc, piece))], faces: [placeOf(piece.face)] },
      ...{ angle, place: { x: Math.round(x), y: Math.round(y) }, size: Math.round(area) },
    };
  });
}

/** Has nobody said yet of a hole that there is nothing, or given it to a piece? */
export function isStillOpen(doc: CharacterDoc, viewId: ViewId, { place }: DraftedDoubt): boolean {
  const { x, y } = place;
  const isGiven = doc.pieces.some(
    (piece) =>
      piece.viewId === viewId && piece.carried.some(({ kind, points }) => kind === 'line' && encloses(points, x, y)),
  );
  const isNothing = viewById(doc, viewId).nothingAt.some((at) => Math.hypot(at.x - x, at.y - y) < SAME);
  return !isGiven && !isNothing;
}
