import { create } from 'zustand';

interface StackState {
  /** The piece under the pointer, on the art or in the tree; what the wiggle key takes. */
  under: string | null;
  /** Joints and handles that swing, with the pieces that they move. */
  swinging: readonly { id: string; low: number; high: number; pieceIds: string[] }[];
  /** Branches of the tree that are folded, by their part. */
  folded: readonly string[];
  /** The handle that is about to be begun: its name, while it is typed. */
  naming: string | null;
}

export const useStackStore = create<StackState>(() => ({ under: null, swinging: [], folded: [], naming: null }));
