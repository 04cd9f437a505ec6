import type { Bare, FillMode, OpenPlace, OwnLine, Rgb } from '@limber-sheaf/core';
import { create } from 'zustand';
import { NIB_IDLE, type NibState } from '../../bench/nib';
import type { UnderPicture } from './under-tasks';
import { PEN_IDLE, type PenState } from '../../bench/pen';

/** How the picked piece's paint is to be carried on; `auto` goes by the paint. */
export type WantedMode = FillMode | 'auto';

interface UnderState {
  /** The key of what `bare` was worked out from; empty while it is worked out anew. */
  signature: string;
  /** Does the page have the masks of it at hand, and not only its figures? */
  masked: boolean;
  /** How far that is, 0 to 1. */
  share: number;
  /** Bare places, the largest first; null where they are not known yet. */
  bare: readonly Bare[] | null;
  /** Holes that open in motion and belong to nothing yet; null where they are not known. */
  open: readonly OpenPlace[] | null;
  mode: WantedMode;
  /** px that are painted beyond what comes into view; null for the usual. */
  margin: number | null;
  /** The paint that was taken last: its numbers can be changed until something else happens. */
  taken: { pieceId: string; revision: number; anew: boolean; line: OwnLine } | null;
  /** Is the brush in hand? */
  brushing: boolean;
  /** Does it fill closed areas? */
  filling: boolean;
  brush: { size: number; softness: number; colour: Rgb };
  nib: NibState;
  /** Where the brush is, px, as the picked piece lies; null where it is not over the table. */
  at: { x: number; y: number; radius: number; away: boolean } | null;
  /** A piece beneath, as it was worked out last. */
  beneath: { pieceId: string; picture: UnderPicture } | null;
  /** Are contours carried on by hand: handles shown, a line drawn? */
  carrying: boolean;
  pen: PenState;
  /** Is a graft laid, or moved? */
  grafting: boolean;
  /** Is a shadow being marked? */
  lifting: boolean;
  /** A hidden piece about to be begun: its name while it is typed, its contour, its colour, how much darker it is at its deepest. */
  hiding: { name: string; loop: number[] | null; colour: Rgb; shade: number } | null;
  /** How many pieces in front of the picked one are lifted away. */
  lifted: number;
}

/** No contour is drawn, for whatever use, and no graft is moved. */
export const NO_CONTOUR = {
  grafting: false,
  carrying: false,
  lifting: false,
  hiding: null,
  pen: PEN_IDLE,
};

export const useUnderStore = create<UnderState>(() => ({
  signature: '',
  masked: false,
  share: 0,
  bare: null,
  open: null,
  mode: 'auto',
  margin: null,
  taken: null,
  brushing: false,
  filling: false,
  brush: { size: 24, softness: 0.2, colour: [200, 150, 110] },
  nib: NIB_IDLE,
  at: null,
  beneath: null,
  ...NO_CONTOUR,
  lifted: 0,
}));
