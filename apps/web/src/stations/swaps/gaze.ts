import { isPupil, withinTravel, type CharacterDoc, type PieceRow, type Travel } from '@limber-sheaf/core';

/** How far pupils have been dragged from where they rest, to try them, px; by piece. */
export type Gaze = Readonly<Record<string, { x: number; y: number }>>;

/** The pupils of a view. */
export function pupilsIn(doc: CharacterDoc, viewId: string): PieceRow[] {
  return doc.pieces.filter((piece) => piece.viewId === viewId && isPupil(doc, piece));
}

/**
 * Where pupils look when one of them is dragged: it alone, or all alike, each kept within its own white.
 * @param travels how far each may go, by piece; one without goes nowhere
 */
export function gazeAt(
  before: Gaze,
  travels: ReadonlyMap<string, Travel | null>,
  draggedId: string,
  by: { x: number; y: number },
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
