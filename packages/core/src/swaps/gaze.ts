import type { CharacterDoc, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { Place } from '../errors.js';
import type { Gaze } from '../joints/place-pieces.js';
import { withinTravel, type Travel } from './pupil-travel.js';
import { isPupil } from './travel-of.js';

/** The pupils of a view. */
export function pupilsIn(doc: CharacterDoc, viewId: ViewId): PieceRow[] {
  return doc.pieces.filter((piece) => piece.viewId === viewId && isPupil(doc, piece));
}

/**
 * Where pupils look when one of them is dragged: it alone, or all alike, each kept within its own white.
 * @param travels how far each may go, by piece; one without goes nowhere
 * @param by px from where it rests
 */
export function gazeAt(
  before: Gaze,
  travels: ReadonlyMap<PieceId, Travel | null>,
  draggedId: PieceId,
  by: Place,
  together: boolean,
): Gaze {
  const moved = together ? [...travels.keys()] : [draggedId];
  const next = { ...before };
  for (const id of moved) {
    const travel = travels.get(id);
    if (!travel) continue;
    const [x, y] = withinTravel(travel, by.x, by.y);
    next[id] = { x, y };
  }
  return next;
}
