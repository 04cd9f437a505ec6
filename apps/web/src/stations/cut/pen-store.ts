import type { NameTokens } from '@limber-sheaf/core';
import { create } from 'zustand';
import { PEN_IDLE, type PenState } from '../../bench/pen';
import type { CrossPreview } from './cross-tasks';
import type { ShapePreview } from './cut-tasks';
import type { HeldState } from '../../bench/worker';

/** A cross-cut that is drawn and waits to be taken. */
interface CrossProposal {
  line: number[];
  /** The piece that is cut; null for what is still uncut. */
  pieceId: string | null;
  /** The side that becomes the new piece. */
  take: 'left' | 'right';
  tokens: NameTokens | null;
}

/** What was soaked up last, so that its numbers can still be changed: where, on which state, and what it made. */
export interface LastSoak {
  seed: { x: number; y: number };
  before: HeldState;
  /** The revision that it made; anything newer ends the adjusting. */
  revision: number;
  target: { pieceId?: string; tokens?: NameTokens };
}

/** A way along the edge, and the two points that it was found between. */
export interface Way {
  ends: number[];
  path: number[];
}

interface PenStore {
  pen: PenState;
  preview: CrossPreview | null;
  /** Why the line as it is drawn makes no cut. */
  refusal: string | null;
  proposal: CrossProposal | null;
  busy: boolean;
  /** Hugging: the ways along the edge between the loop's points, and from the last to the pointer. */
  ways: Way[];
  /** What a click would take: by soak, or mirrored. */
  shape: { preview: ShapePreview; word: 'Soak up' | 'Mirror'; tokens: NameTokens | null } | null;
  /** The last soak, so that its numbers can still be changed. */
  lastSoak: LastSoak | null;
}

export const NO_PEN: PenStore = {
  pen: PEN_IDLE,
  preview: null,
  refusal: null,
  proposal: null,
  busy: false,
  ways: [],
  shape: null,
  lastSoak: null,
};

export const usePenStore = create<PenStore>(() => NO_PEN);
