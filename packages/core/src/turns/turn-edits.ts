import { DiffBuilder } from '../document/diff.js';
import type { ExceptionKind } from '../document/row-types.js';
import type { CharacterDoc, Diff, ExceptionId, PartId, ViewId } from '../document/rows.js';
import { viewById } from '../document/view-edits.js';
import { LimberError } from '../errors.js';
import { LANDMARK_KEYS } from './landmarks.js';

/** The longest name of a height line of one's own, characters, and how many of them a view may have. */
export const HEIGHT_NAME = { least: 1, most: 24 } as const;
const MOST_HEIGHTS = 40;

/**
 * Puts a height line of a view where the artist says; null lets it lie where joints and pieces say, and drops one of the
 * artist's own. The floor is where the character stands.
 * @param y px from the top of the canvas
 * @throws LimberError `outside`, `bad-height`
 */
export function setHeight(doc: CharacterDoc, viewId: ViewId, key: string, y: number | null): Diff {
  const view = viewById(doc, viewId);
  const diff = new DiffBuilder();
  if (y !== null && !(y >= 0 && y <= view.height))
    throw new LimberError('outside', `The line would lie outside the canvas, which is ${view.height} px high.`);
  if (key === 'floor') {
    if (y === null)
      throw new LimberError('bad-height', 'A view always has a floor.', 'Drag it to where the feet stand.');
    if (y < 1) throw new LimberError('bad-height', 'The floor cannot lie at the very top.', 'Drag it to the feet.');
    diff.update(view, { floorY: Math.round(y) });
    return diff.build();
  }
  const floor = view.floorY;
  if (y !== null && y >= floor)
    throw new LimberError('bad-height', `The line would lie below the floor, at ${floor} px.`, 'Drag the floor first.');
  const others = view.heights.filter((one) => one.key !== key);
  const word = key.trim();
  if (!LANDMARK_KEYS.includes(key) && !(word.length >= HEIGHT_NAME.least && word.length <= HEIGHT_NAME.most))
    throw new LimberError('bad-height', `A height line has a name of 1 to ${HEIGHT_NAME.most} characters.`);
  if (y !== null && others.length >= MOST_HEIGHTS)
    throw new LimberError('bad-height', `A view has at most ${MOST_HEIGHTS} height lines.`);
  const heights = y === null ? others : [...others, { key: word, y: Math.round(y * 10) / 10 }];
  if (JSON.stringify(heights) !== JSON.stringify(view.heights)) diff.update(view, { heights });
  return diff.build();
}

/**
 * Says that something is otherwise in one view by intent, and why; null takes that back.
 * @throws LimberError `not-found`, `is-there` for a part that is made in the view and is said not to show
 */
export function setException(
  doc: CharacterDoc,
  viewId: ViewId,
  { partId, what, because }: { partId: PartId; what: ExceptionKind; because: string | null },
  freshId: ExceptionId,
): Diff {
  viewById(doc, viewId);
  if (!doc.parts.some(({ id }) => id === partId)) throw new LimberError('not-found', 'That part is no longer there.');
  const isMade = doc.pieces.some((piece) => piece.viewId === viewId && piece.partId === partId);
  if (because !== null && isMade === (what === 'unseen'))
    throw new LimberError(
      'is-there',
      isMade ? 'That part is made in this view: it shows.' : 'That part is not made in this view: nothing drifts.',
    );
  const diff = new DiffBuilder();
  const known = doc.exceptions.find((one) => one.viewId === viewId && one.partId === partId && one.what === what);
  if (because === null) {
    if (known) diff.remove(known);
  } else if (known) {
    if (known.because !== because) diff.update(known, { because });
  } else diff.add({ table: 'exception', id: freshId, version: 1, viewId, partId, what, because });
  return diff.build();
}
