import {
  SWAP_KINDS,
  defaultOf,
  drawingById,
  drawnIn,
  drawnInstead,
  drawnOver,
  partnerOf,
  partOf,
  pieceOfSet,
  setById,
  type CharacterDoc,
  type DrawingRow,
  type SheetRef,
  type SpokenLine,
  type SwapSetRow,
} from '@limber-sheaf/core';
import { create } from 'zustand';
import { pickPiece, useBench, type OverPiece } from '../../bench/store';

/** A line as it is tried: its words, what it was read as, and how it is said. */
export interface TriedLine {
  text: string;
  fps: 12 | 24 | 30;
  wordsAMinute: number;
  spoken: SpokenLine | null;
  /** The frame that shows; null while nothing is said. */
  frame: number | null;
}

interface SwapsState {
  /** The set whose chart is open; the first where it is not there. */
  setId: string | null;
  /** A place of its chart that has no drawing and is looked at; null for none. */
  cell: { shape: string; mood: string } | null;
  /** By set, the drawing that shows in place of the default one. */
  worn: Readonly<Record<string, string>>;
  /** All drawings of the set are laid faintly over one another. */
  ghosts: boolean;
  /** Where the drawing that shows differs from the default one is marked. */
  difference: boolean;
  /** The marks are shown, and can be dragged. */
  marks: boolean;
  /** What runs by itself: all drawings of the set, a cycle by its id, the line. */
  playing: string | null;
  /** px by which the arrow keys have moved a drawing that is not saved yet. */
  nudged: { drawingId: string; x: number; y: number } | null;
  /** ms that each drawing is held where a set is flipped through. */
  flipMs: number;
  /** The line panel; null while it is closed. */
  line: TriedLine | null;
}

/** What runs where all drawings of the set are flipped through. */
export const FLIP = 'flip';
/** What runs where the line is said. */
export const LINE = 'line';

export const LAID_BY: SwapsState = {
  setId: null,
  cell: null,
  worn: {},
  ghosts: false,
  difference: false,
  marks: false,
  playing: null,
  nudged: null,
  flipMs: 260,
  line: null,
};

export const useSwaps = create<SwapsState>(() => LAID_BY);

/** The sets that have their piece in a view: mouths, lids, brows, hands and so on. */
export function setsIn(doc: CharacterDoc, viewId: string): SwapSetRow[] {
  const rank = ({ kind }: SwapSetRow) => SWAP_KINDS.indexOf(kind);
  return doc.swapSets.filter((set) => pieceOfSet(doc, set, viewId)).sort((a, b) => rank(a) - rank(b));
}

/** The set whose chart is open. */
export function openSet(doc: CharacterDoc, viewId: string, setId = useSwaps.getState().setId): SwapSetRow | null {
  const sets = setsIn(doc, viewId);
  return sets.find(({ id }) => id === setId) ?? sets[0] ?? null;
}

/** The set that says which drawing of another shows: the one it is linked to, or itself. */
function leaderOf(doc: CharacterDoc, set: SwapSetRow): SwapSetRow {
  return doc.swapSets.find(({ id }) => id === set.linkedTo) ?? set;
}

/** The drawing of a set that shows; of a linked one, that which goes with the other's. */
export function wornOf(doc: CharacterDoc, set: SwapSetRow, worn = useSwaps.getState().worn): DrawingRow {
  const leader = leaderOf(doc, set);
  if (leader.id !== set.id) return partnerOf(doc, set, wornOf(doc, leader, worn));
  return doc.drawings.find(({ id, setId }) => id === worn[set.id] && setId === set.id) ?? defaultOf(doc, set);
}

/** Shows a drawing in its piece's place; what a linked set follows shows its partner. */
export function wear(doc: CharacterDoc, drawingId: string): void {
  const drawing = drawingById(doc, drawingId);
  const { setId } = drawing;
  const leader = leaderOf(doc, setById(doc, setId));
  const chosen = leader.id === setId ? drawing : partnerOf(doc, leader, drawing);
  useSwaps.setState(({ worn }) => ({ setId, cell: null, worn: { ...worn, [leader.id]: chosen.id } }));
}

/** Shows every set's default drawing again. */
export function wearNothing(): void {
  useSwaps.setState({ worn: {}, playing: null });
  useBench.setState({ gaze: {} });
}

/** Opens a set's chart, and picks its piece. */
export function pickSet(doc: CharacterDoc, viewId: string, set: SwapSetRow): void {
  useSwaps.setState({ setId: set.id, cell: null, playing: null });
  const piece = pieceOfSet(doc, set, viewId);
  if (piece) pickPiece(piece.id, partOf(doc, piece));
}

/** The next or the previous drawing of the open set shows. */
export function step(doc: CharacterDoc, viewId: string, by: 1 | -1): void {
  const set = openSet(doc, viewId);
  if (!set) return;
  const drawings = drawnIn(doc, set, viewId);
  const at = drawings.findIndex(({ id }) => id === wornOf(doc, set).id);
  wear(doc, drawings[(at + by + drawings.length) % drawings.length].id);
}

/** What is drawn in place of pieces, by piece (nothing for null), and in front of some. */
export function insteadOf(
  doc: CharacterDoc,
  viewId: string,
  { worn, nudged }: Pick<SwapsState, 'worn' | 'nudged'>,
): { instead: Record<string, SheetRef | null>; over: OverPiece[] } {
  const ids = setsIn(doc, viewId).map((set) => wornOf(doc, set, worn).id);
  const instead: Record<string, SheetRef | null> = {};
  const placed = (picture: SheetRef, drawingId: string) => {
    const by = nudged?.drawingId === drawingId ? nudged : { x: 0, y: 0 };
    return { ...picture, x: picture.x + by.x, y: picture.y + by.y };
  };
  for (const [pieceId, row] of drawnInstead(doc, viewId, ids))
    instead[pieceId] = row?.picture ? placed(row.picture, row.drawingId) : null;
  const over = drawnOver(doc, viewId, ids).map(({ at, of, row, picture }) => ({
    at,
    of,
    picture: placed(picture, row.drawingId),
  }));
  return { instead, over };
}

/** Opens the line panel, or lays it by. */
export function openLine(): void {
  useSwaps.setState(({ line, playing }) =>
    line
      ? { line: null, playing: playing === LINE ? null : playing }
      : { line: { text: '', fps: 24, wordsAMinute: 160, spoken: null, frame: null } },
  );
}

/** Brings the open set's piece into view, with some of what is about it. */
export function lookAtSet(doc: CharacterDoc, viewId: string, set: SwapSetRow): void {
  const face = pieceOfSet(doc, set, viewId)?.face;
  if (!face) return;
  const height = doc.views.find(({ id }) => id === viewId)?.height ?? 0;
  const reach = Math.max(height * 0.05, Math.max(face.width, face.height) * 0.3);
  const width = face.width + 2 * reach;
  // The line panel lies over the right half: the piece goes to the left one.
  const beside = useSwaps.getState().line ? 1.3 * width : 0;
  const rect = { x: face.x - reach, y: face.y - reach, width: width + beside, height: face.height + 2 * reach };
  useBench.setState({ lookAt: { kind: 'rect', ...rect } });
}
