import { proposeKeys, type Rect } from '@limber-sheaf/core';
import { create } from 'zustand';

/** How the views are looked at. */
export type TurnsWay = 'beside' | 'round' | 'drift';

/** A figure of a sheet, px of its canvas, and the key of the view that it is to become. */
export interface SheetFigure extends Rect {
  key: string;
}

interface TurnsState {
  /** The view that the others are held against; the first where it is none of the character's. */
  referenceId: string | null;
  way: TurnsWay;
  /** While turning round: the place in the list of views, whether it goes on by itself, and views a second. */
  at: number;
  playing: boolean;
  pace: number;
  /** The figures of a sheet as they were corrected, by its view; what the measuring found where there are none. */
  sheets: Readonly<Record<string, readonly SheetFigure[]>>;
  /** Views that are said to show one figure, whatever the measuring found. */
  oneFigure: ReadonlySet<string>;
}

export const useTurns = create<TurnsState>(() => ({
  referenceId: null,
  way: 'beside',
  at: 0,
  playing: false,
  pace: 2,
  sheets: {},
  oneFigure: new Set(),
}));

/** Looks at the views in another way. */
export function lookAs(way: TurnsWay): void {
  useTurns.setState({ way, playing: way === 'round' && useTurns.getState().playing });
}

/** The figures of a sheet: as they were corrected, otherwise as the measuring proposes them. */
export function figuresOf(
  sheets: TurnsState['sheets'],
  viewId: string,
  proposed: readonly Rect[],
): readonly SheetFigure[] {
  const keys = proposeKeys(proposed.length);
  return sheets[viewId] ?? proposed.map((box, at) => ({ ...box, key: keys[at] }));
}

/** Keeps the figures of a sheet as they are corrected; as the measuring proposes them again for null. */
export function correctSheet(viewId: string, figures: readonly SheetFigure[] | null): void {
  useTurns.setState(({ sheets: { [viewId]: _, ...others } }) => ({
    sheets: figures ? { ...others, [viewId]: figures } : others,
  }));
}
