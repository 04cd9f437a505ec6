import type { NameTokens } from '@limber-sheaf/core';
import { create } from 'zustand';
import { PEN_IDLE, type PenState } from '../../bench/tools/pen';
import type { CrossPreview } from '../../workers/core-worker';
import type { ShapePreview } from '../../workers/cut-tasks';

/** A cross-cut that is drawn and waits to be taken. */
export interface CrossProposal {
  line: number[];
  /** The piece that is cut; null for what is still uncut. */
  pieceId: string | null;
  /** The side that becomes the new piece. */
  take: 'left' | 'right';
  tokens: NameTokens | null;
}

interface PenStore {
  pen: PenState;
  preview: CrossPreview | null;
  /** Why the line as it is drawn makes no cut. */
  refusal: string | null;
  proposal: CrossProposal | null;
  busy: boolean;
  /** Hugging: the ways along the edge between the loop's points, and from the last to the pointer. */
  ways: number[][];
  ahead: number[];
  /** What a click would take: by soak, or mirrored. */
  shape: { preview: ShapePreview; word: 'Soak up' | 'Mirror'; tokens: NameTokens | null } | null;
  /** The last soak, so that its numbers can still be changed. */
  lastSoak: {
    seed: { x: number; y: number };
    revision: number;
    target: { pieceId?: string; tokens?: NameTokens };
  } | null;
}

export const NO_PEN: PenStore = {
  pen: PEN_IDLE,
  preview: null,
  refusal: null,
  proposal: null,
  busy: false,
  ways: [],
  ahead: [],
  shape: null,
  lastSoak: null,
};

export const usePenStore = create<PenStore>(() => NO_PEN);
