import { inView, pieceOfSet, type CharacterDoc, type DrawingRow, type SheetRef } from '@limber-sheaf/core';
import { create } from 'zustand';
import type { BenchValue } from '../../bench/context';
import { openSet, useSwaps, wear, wornOf } from './swaps-store';

interface Place {
  x: number;
  y: number;
}

/** A drawing in the hand, to be bent into another. */
interface Bending {
  drawingId: string;
  /** Where each handle takes hold and where it is now, px. */
  handles: { from: Place; to: Place }[];
  /** Places that stay. */
  held: Place[];
}

export const useBending = create<{ bending: Bending | null }>(() => ({ bending: null }));

/** The picture that a drawing has in a view: its own, or its piece's face. */
function pictureOf(doc: CharacterDoc, viewId: string, drawing: DrawingRow): SheetRef | null {
  const set = openSet(doc, viewId, drawing.setId);
  const own = drawing.isDefault && set ? pieceOfSet(doc, set, viewId)?.face : inView(doc, drawing.id, viewId)?.picture;
  return own ?? null;
}

/** Takes the drawing that shows in hand: its corners are held, handles stand at its upper and lower edge and beside both. */
export function beginBend({ doc, view }: Pick<BenchValue, 'doc' | 'view'>): void {
  const set = openSet(doc, view.id);
  const drawing = set && wornOf(doc, set);
  const picture = drawing && pictureOf(doc, view.id, drawing);
  if (!picture) return;
  const { x, y, width, height } = picture;
  const marks = inView(doc, drawing.id, view.id)?.marks ?? [];
  const middle = y + height / 2;
  const [ax, ay, bx, by] = marks.length === 4 ? marks : [x, middle, x + width, middle];
  const at = (px: number, py: number) => ({ from: { x: px, y: py }, to: { x: px, y: py } });
  useBending.setState({
    bending: {
      drawingId: drawing.id,
      handles: [0.28, 0.5, 0.72].flatMap((share) => [at(x + share * width, y), at(x + share * width, y + height)]),
      held: [
        { x: ax, y: ay },
        { x: bx, y: by },
      ],
    },
  });
}

/** Lays the hand's drawing back. */
export function leaveBend(): void {
  useBending.setState({ bending: null });
}

/** Moves a handle. */
export function dragHandle(index: number, to: Place): void {
  useBending.setState(({ bending }) => ({
    bending: bending && {
      ...bending,
      handles: bending.handles.map((handle, at) => (at === index ? { ...handle, to } : handle)),
    },
  }));
}

/** Moves all handles towards the line between both held places (below 1), or away from it. */
export function squeeze(share: number): void {
  useBending.setState(({ bending }) => {
    if (!bending) return { bending };
    const [a, b] = bending.held;
    const lineAt = (x: number) => a.y + ((x - a.x) / Math.max(1, b.x - a.x)) * (b.y - a.y);
    const handles = bending.handles.map(({ from, to }) => {
      const line = lineAt(to.x);
      return { from, to: { x: to.x, y: line + (to.y - line) * share } };
    });
    return { bending: { ...bending, handles } };
  });
}

/** The handles and held places as the API and the worker take them. */
export function flatOf({ handles, held }: Pick<Bending, 'handles' | 'held'>): { handles: number[]; held: number[] } {
  return {
    handles: handles.flatMap(({ from, to }) => [from.x, from.y, to.x, to.y]),
    held: held.flatMap(({ x, y }) => [x, y]),
  };
}

/** Takes the bent drawing for a place of the chart, and shows it. */
export async function takeBend({ edit, view }: BenchValue, shape: string, mood: string): Promise<void> {
  const { bending } = useBending.getState();
  if (!bending) return;
  const state = await edit('swaps.bend', bending.drawingId, { viewId: view.id, shape, mood, ...flatOf(bending) });
  if (!state) return;
  leaveBend();
  const setId = state.doc.drawings.find(({ id }) => id === bending.drawingId)?.setId;
  const made = state.doc.drawings.find((one) => one.setId === setId && one.shape === shape && one.mood === mood);
  useSwaps.setState({ playing: null });
  if (made) wear(state.doc, made.id);
}
