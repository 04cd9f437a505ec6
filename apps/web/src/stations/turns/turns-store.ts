import { create } from 'zustand';

/** How the views are looked at. */
export type TurnsWay = 'beside' | 'round' | 'drift';

interface TurnsState {
  /** The view that the others are held against; the first where it is none of the character's. */
  referenceId: string | null;
  way: TurnsWay;
  /** While turning round: the place in the list of views, whether it goes on by itself, and views a second. */
  at: number;
  playing: boolean;
  pace: number;
}

export const useTurns = create<TurnsState>(() => ({
  referenceId: null,
  way: 'beside',
  at: 0,
  playing: false,
  pace: 2,
}));

/** Looks at the views in another way. */
export function lookAs(way: TurnsWay): void {
  useTurns.setState({ way, playing: way === 'round' && useTurns.getState().playing });
}
