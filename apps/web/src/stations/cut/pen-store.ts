import type { NameTokens } from '@limber-sheaf/core';
import { create } from 'zustand';
import { PEN_IDLE, type PenState } from '../../bench/tools/pen';
import type { CrossPreview } from '../../workers/core-worker';

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
}

export const NO_PEN: PenStore = { pen: PEN_IDLE, preview: null, refusal: null, proposal: null, busy: false };

export const usePenStore = create<PenStore>(() => NO_PEN);
