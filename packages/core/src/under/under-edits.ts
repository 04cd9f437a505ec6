import { DiffBuilder } from '../document/diff.js';
import { partOf } from '../document/family.js';
import { findPart, pieceById } from '../document/find.js';
import type { NameTokens } from '../document/naming.js';
import { viewById } from '../document/view-edits.js';
import type {
  CarriedContour,
  CharacterDoc,
  Diff,
  Graft,
  PieceId,
  PieceRow,
  SheetRef,
  ViewId,
} from '../document/rows.js';
import { LimberError, type Place } from '../errors.js';
import { crossesItself } from './carried.js';

/** Gives pieces other paint beneath, or none. @throws LimberError `not-found` */
export function paintBeneath(doc: CharacterDoc, sheets: ReadonlyMap<PieceId, SheetRef | null>): Diff {
  const diff = new DiffBuilder();
  // What is painted on a graft is painted on its paint: it is pressed flat.
  for (const [id, beneath] of sheets) diff.update(pieceById(doc, id), { beneath, graft: null });
  return diff.build();
}

/** Lays a graft beneath a piece as it was drawn, or with null presses flat the one that is there. @throws LimberError `not-found` */
export function setGraft(
  doc: CharacterDoc,
  pieceId: PieceId,
  laid: { graft: Graft; beneath: SheetRef | null } | null,
): Diff {
  const diff = new DiffBuilder();
  diff.update(pieceById(doc, pieceId), laid ?? { graft: null });
  return diff.build();
}

/** Contours of one piece, and points of one, at most. */
const MOST_CONTOURS = 40;
const MOST_POINTS = 1000;
/** px by which the handles of a curve may lie outside the canvas. */
const SLACK = 400;

/**
 * Carries a piece's contours on as the artist has drawn them; none has them proposed again.
 * @throws LimberError `not-found`, `bad-contour`
 */
export function carryContours(doc: CharacterDoc, pieceId: PieceId, carried: readonly CarriedContour[]): Diff {
  const piece = pieceById(doc, pieceId);
  const { width, height } = viewById(doc, piece.viewId);
  if (carried.length > MOST_CONTOURS) refuseContour(`A piece has ${MOST_CONTOURS} contours of its own at most.`);
  for (const { kind, points } of carried) {
    if (kind === 'curve' ? points.length !== 8 : points.length < 6 || points.length > 2 * MOST_POINTS)
      refuseContour(`A contour has 3 to ${MOST_POINTS} points, a curve four.`);
    const isOutside = points.some((value, i) => value < -SLACK || value > (i % 2 === 0 ? width : height) + SLACK);
    if (isOutside) refuseContour('The contour leaves the canvas.');
    if (kind === 'line' && crossesItself(points)) refuseContour('The contour crosses itself.');
  }
  const diff = new DiffBuilder();
  diff.update(piece, { carried: carried.map(({ kind, points }) => ({ kind, points: [...points] })) });
  return diff.build();
}

function refuseContour(sentence: string): never {
  throw new LimberError('bad-contour', sentence, 'Draw it again in one bow.');
}

/** Places of which the artist has said that there is nothing, at most. */
const MOST_PLACES = 200;

/** Says of a hole that opens in motion that there is nothing. @throws LimberError `not-found`, `outside` */
export function sayNothingAt(doc: CharacterDoc, viewId: ViewId, place: Place): Diff {
  const view = viewById(doc, viewId);
  const { x, y } = place;
  if (x < 0 || y < 0 || x > view.width || y > view.height)
    throw new LimberError('outside', 'That place is not on the canvas.');
  const diff = new DiffBuilder();
  diff.update(view, { nothingAt: [...view.nothingAt, { x, y }].slice(-MOST_PLACES) });
  return diff.build();
}

/** Says that nothing of a piece goes on beneath what hides it, or that its proposed shape counts again. @throws LimberError `not-found` */
export function setEndsHere(doc: CharacterDoc, pieceId: PieceId, endsHere: boolean): Diff {
  const diff = new DiffBuilder();
  diff.update(pieceById(doc, pieceId), { endsHere });
  return diff.build();
}

/** The tokens of the part that a shadow on a piece is: its own, numbered where there are several. */
export function shadowTokens(doc: CharacterDoc, piece: PieceRow): NameTokens {
  const { group, side, part } = partOf(doc, piece);
  const tokens = { group, side, part: [part, 'shadow'].filter(Boolean).join(' '), index: null };
  for (let n = 2; ; n++) {
    const numbered = findPart(doc, tokens) ? { ...tokens, index: n } : tokens;
    if (!findPart(doc, numbered)) return numbered;
  }
}

/** Marks a piece as the shadow on another: it hangs from that, and keeps its colour to itself. */
export function markShadow(doc: CharacterDoc, shadowId: PieceId, pieceId: PieceId): Diff {
  const diff = new DiffBuilder();
  const shadow = pieceById(doc, shadowId);
  diff.update(shadow, { shadowOf: pieceId, unmix: false });
  diff.update(partOf(doc, shadow), { parentId: partOf(doc, pieceById(doc, pieceId)).id });
  return diff.build();
}
