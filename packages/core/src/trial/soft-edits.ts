import { counted } from '../counted.js';
import { DiffBuilder } from '../document/diff.js';
import { pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, Diff, PieceId, SoftLine } from '../document/rows.js';
import { placesAlong } from '../document/soft-line.js';
import { viewById } from '../document/view-edits.js';
import { LimberError } from '../errors.js';
import { setAt } from '../swaps/find-swaps.js';
import { SOFT_POINTS } from './soft-line.js';

/** Points of a line lie at least this far apart, px. */
const APART = 2;

/**
 * The joint that a piece turns about, for one that may become soft.
 * @throws LimberError `not-soft` for one that has drawings, is a shadow, or does not turn
 */
export function jointToBend(doc: CharacterDoc, pieceId: PieceId) {
  const piece = pieceById(doc, pieceId);
  const name = pieceName(doc, piece);
  if (piece.shadowOf) throw new LimberError('not-soft', `${name} is a lifted shadow, and moves with its piece.`);
  if (setAt(doc, piece))
    throw new LimberError('not-soft', `${name} has drawings that take its place, and stays rigid.`);
  const joint = doc.joints.find(({ childId }) => childId === pieceId);
  if (!joint)
    throw new LimberError('not-soft', `${name} has no joint to bend from.`, 'Place its joint in Joints first.');
  return joint;
}

/**
 * Lets a piece bend along a line from now on, or changes its line.
 * @throws LimberError `not-soft`, `bad-line`
 */
export function makeSoft(doc: CharacterDoc, pieceId: PieceId, { points, stiffness, tipBeneath }: SoftLine): Diff {
  jointToBend(doc, pieceId);
  const piece = pieceById(doc, pieceId);
  const { width, height } = viewById(doc, piece.viewId);
  const count = stiffness.length;
  if (points.length !== 2 * count || count < SOFT_POINTS.least || count > SOFT_POINTS.most)
    throw new LimberError(
      'bad-line',
      `A line has ${SOFT_POINTS.least} to ${SOFT_POINTS.most} points, each with its stiffness: ${counted(count, 'point')} here.`,
    );
  const places = placesAlong({ points });
  if (!places.every(({ x, y }) => x >= 0 && y >= 0 && x <= width && y <= height))
    throw new LimberError('bad-line', 'A point of the line lies outside the canvas.', 'Move it onto the piece.');
  if (!stiffness.every((value) => value >= 0 && value <= 1))
    throw new LimberError('bad-line', 'Stiffness goes from 0, soft, to 1, stiff.');
  const near = places.slice(1).find(({ x, y }, i) => Math.hypot(x - places[i].x, y - places[i].y) < APART);
  if (near) throw new LimberError('bad-line', 'Two points of the line lie on one another.', 'Move them apart.', near);
  const tenth = (value: number) => Math.round(value * 10) / 10;
  const diff = new DiffBuilder();
  const soft = { points: points.map(tenth), stiffness: [...stiffness], ...(tipBeneath && { tipBeneath }) };
  diff.update(piece, { soft });
  return diff.build();
}

/** Makes a piece rigid again. */
export function makeRigid(doc: CharacterDoc, pieceId: PieceId): Diff {
  const diff = new DiffBuilder();
  diff.update(pieceById(doc, pieceId), { soft: null });
  return diff.build();
}
