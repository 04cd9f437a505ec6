import { placeOf } from '../document/keys.js';
import type { CharacterDoc, Diff, ViewId } from '../document/rows.js';
import { changeView, viewById } from '../document/view-edits.js';
import { LimberError } from '../errors.js';
import { betweenInWords, keyOf, pairOf, standing } from './asked-together.js';
import { isStanding } from './drafted-doubts.js';
import type { Pair } from './other-cuts.js';

/** The pairs of pieces whose cuts a doubt is about, and their names. @throws LimberError `not-found`, `no-answer` where it is about no cut */
export function bordersAsked(doc: CharacterDoc, viewId: ViewId, key: string): { pairs: Pair[]; between: string } {
  const asked = standing(doc, viewId).find((one) => keyOf(one) === key);
  if (!asked) throw new LimberError('not-found', 'That is no doubt any more: what it was about has changed.');
  if (asked.some(({ kind }) => kind !== 'border'))
    throw new LimberError('no-answer', 'That is no answer to this doubt.');
  return { pairs: asked.map((border) => pairOf(doc, viewId, border)), between: betweenInWords(doc, asked) };
}

/**
 * A cut was moved in answer to a doubt: what is doubted of its pieces is doubted still, that cut with it.
 * @param before the character, and as it is once the cut is moved
 */
export function doubtStill(before: CharacterDoc, after: CharacterDoc, viewId: ViewId): Diff {
  const moved = new Map<string, string>();
  for (const { id, face } of before.pieces) {
    const now = after.pieces.find((piece) => piece.id === id);
    if (now) moved.set(placeOf(face), placeOf(now.face));
  }
  const drafted = (viewById(before, viewId).drafted ?? []).map((doubt) =>
    isStanding(before, viewId, doubt) ? { ...doubt, faces: doubt.faces.map((face) => moved.get(face) ?? face) } : doubt,
  );
  return changeView(after, viewId, { drafted });
}
