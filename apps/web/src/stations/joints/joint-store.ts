import type { Sweep } from '@limber-sheaf/core';
import { create } from 'zustand';

/** A joint's sweep as far as it is known. */
export interface SweepState {
  /** What it was computed from; another signature makes it stale. Empty while it is computed anew. */
  signature: string;
  share: number;
  sweep: Sweep | null;
  /** Was every degree looked at? */
  fine: boolean;
}

interface JointsState {
  /** Waiting for two pieces to be clicked, or for a disc or a chain's stroke to be drawn. */
  placing: { first: string | null; chain?: boolean } | null;
  sweeps: Record<string, SweepState>;
}

/** What Joints is at. */
export const useJoints = create<JointsState>(() => ({ placing: null, sweeps: {} }));

/** A sweep that holds for the joint as it is now; null while that is not known. */
export function knownSweep(state: SweepState | undefined): Sweep | null {
  return state && state.signature !== '' ? state.sweep : null;
}
