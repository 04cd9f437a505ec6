import { DiffBuilder } from '../document/diff.js';
import { PRESSED_FLAT } from '../document/removal.js';
import type { MakeStep, MouthInside } from '../document/row-types.js';
import type { CharacterDoc, Diff, DrawingId, DrawingViewRow, SheetRef, ViewId } from '../document/rows.js';
import { LimberError } from '../errors.js';
import { drawingById, inView } from './find-swaps.js';
import { MOST_STEPS } from './make-drawing.js';

/** A step as it comes from outside: only some of its fields are there. */
export interface StepFields {
  do: MakeStep['do'];
  handles?: number[];
  held?: number[];
  line?: number[];
  up?: number;
  down?: number;
  inside?: MouthInside;
  reach?: number;
  by?: number;
}

/** px between both ends of a line to part or to darken along, at least. */
const SHORTEST_LINE = 2;

/** Steps with all that each needs. @throws LimberError `bad-step` */
export function stepsOf(fields: readonly StepFields[]): MakeStep[] {
  if (fields.length > MOST_STEPS)
    throw new LimberError('bad-step', `A drawing is made in at most ${MOST_STEPS} steps.`, 'Press it flat first.');
  return fields.map((step): MakeStep => {
    const { line = [], handles = [], held = [], up = 0, down = 0, inside, reach = 0, by = 0 } = step;
    const ends = Math.hypot((line.at(-2) ?? 0) - (line[0] ?? 0), (line.at(-1) ?? 0) - (line[1] ?? 0));
    if (step.do !== 'bend' && (line.length < 4 || line.length % 2 === 1 || ends < SHORTEST_LINE))
      throw new LimberError('bad-step', 'The line has no length.', 'Draw it from one corner to the other.');
    switch (step.do) {
      case 'bend':
        if (handles.length === 0 || handles.length % 4 !== 0 || held.length % 2 !== 0)
          throw new LimberError('bad-step', 'A bend has handles: where each takes hold, and where it is dragged to.');
        return { do: 'bend', handles, held };
      case 'part':
        if (up + down <= 0)
          throw new LimberError('bad-step', 'Neither half moves.', 'Say how far the upper or the lower one does.');
        return { do: 'part', line, up, down, ...(inside && { inside }) };
      case 'darken':
        if (reach <= 0 || by <= 0)
          throw new LimberError('bad-step', 'Nothing would be darker.', 'Choose a wider reach, or more of it.');
        return { do: 'darken', line, reach, by };
    }
  });
}

/** Which of a drawing's pictures: its own, or the second one, drawn elsewhere in the order. */
export type DrawingPicture = 'picture' | 'over';

/** The row of a drawing whose pictures can be changed. @throws LimberError `is-default`, `not-found` */
export function ownRow(doc: CharacterDoc, id: DrawingId, viewId: ViewId): DrawingViewRow {
  if (drawingById(doc, id).isDefault)
    throw new LimberError(
      'is-default',
      'The default drawing is the piece’s own paint: it is cut, and painted beneath.',
      'Make another drawing of it, and paint on that.',
    );
  const row = inView(doc, id, viewId);
  if (!row)
    throw new LimberError('not-found', 'The drawing is not there in this view.', 'Bring it in, or begin it blank.');
  return row;
}

/** Gives a drawing another picture; its own one is pressed flat by that. */
export function putPicture(
  doc: CharacterDoc,
  id: DrawingId,
  viewId: ViewId,
  picture: SheetRef | null,
  which: DrawingPicture = 'picture',
): Diff {
  const diff = new DiffBuilder();
  diff.update(ownRow(doc, id, viewId), which === 'over' ? { over: picture } : { picture, ...PRESSED_FLAT });
  return diff.build();
}

/** Presses a drawing flat: what it was made of may change, and it stays. @throws LimberError `nothing-there` */
export function pressFlat(doc: CharacterDoc, id: DrawingId, viewId: ViewId): Diff {
  const row = ownRow(doc, id, viewId);
  if (row.madeOf === null) throw new LimberError('nothing-there', 'The drawing is flat already.');
  const diff = new DiffBuilder();
  diff.update(row, PRESSED_FLAT);
  return diff.build();
}

/** Gives drawings that were made of others the pictures that their steps give now. */
export function remade(
  doc: CharacterDoc,
  made: readonly { id: string; picture: SheetRef | null; key: string }[],
): Diff {
  const diff = new DiffBuilder();
  for (const { id, picture, key } of made) {
    const row = doc.drawingViews.find((one) => one.id === id);
    if (row) diff.update(row, { picture, madeKey: key });
  }
  return diff.build();
}
