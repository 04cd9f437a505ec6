import { applyDiff, isEmptyDiff, joinDiffs, NO_CHANGE } from '../document/diff.js';
import type { CharacterDoc, Diff, DrawingViewRow, SwapSetId, SwapSetRow, ViewId } from '../document/rows.js';
import { drawingLabel, drawingsOf, inView, marksOf, pieceOfSet, setName } from './find-swaps.js';
import { seatByMarks } from './seat.js';
import { moveDrawing } from './swap-edits.js';

/** What seating all drawings of a view came to. */
export interface SeatedAll {
  diff: Diff;
  /** How many drawings were moved. */
  moved: number;
  /** What was left alone, and why. */
  notes: string[];
}

/** Moves every drawing of a view, or of one set in it, whose marks are known by whole pixels onto its set's; what has none is left, and said. */
export function seatAll(doc: CharacterDoc, viewId: ViewId, only?: SwapSetId): SeatedAll {
  const notes: string[] = [];
  let diff = NO_CHANGE;
  let moved = 0;
  for (const set of setsToSeat(doc, viewId, only)) {
    const marks = marksOf(doc, set, viewId);
    const rows = picturesOf(doc, set, viewId);
    if (marks.length === 0) {
      if (rows.length > 0) notes.push(`${setName(doc, set)} has no marks: set two on its default drawing.`);
      continue;
    }
    notes.push(...unmarkedNotes(doc, set, rows));
    for (const { drawingId, marks: own } of rows) {
      if (own.length === 0) continue;
      const { x, y } = seatByMarks(marks, own);
      if (x === 0 && y === 0) continue;
      const step = moveDrawing(applyDiff(doc, diff), drawingId, viewId, x, y);
      if (!isEmptyDiff(step)) moved++;
      diff = joinDiffs(diff, step);
    }
  }
  return { diff, moved, notes };
}

/** The sets that have their piece in a view: all of them, or only one. */
export function setsToSeat(doc: CharacterDoc, viewId: ViewId, only?: SwapSetId): SwapSetRow[] {
  return doc.swapSets.filter((one) => (only === undefined || one.id === only) && pieceOfSet(doc, one, viewId));
}

/** A set's drawings in a view that have a picture of their own. */
export function picturesOf(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): DrawingViewRow[] {
  return drawingsOf(doc, set).flatMap(({ id, isDefault }) => {
    const row = isDefault ? null : inView(doc, id, viewId);
    return row?.picture ? [row] : [];
  });
}

/** Says which drawings of a set that has marks have none themselves. */
export function unmarkedNotes(doc: CharacterDoc, set: SwapSetRow, rows: readonly DrawingViewRow[]): string[] {
  const unmarked = rows.filter(({ marks }) => marks.length === 0);
  if (unmarked.length === 0) return [];
  const only = doc.drawings.find(({ id }) => id === unmarked[0].drawingId);
  return unmarked.length === 1 && only
    ? [`${drawingLabel(doc, only)} has no marks of its own and stays.`]
    : [`${unmarked.length} drawings of ${setName(doc, set)} have no marks of their own and stay.`];
}
