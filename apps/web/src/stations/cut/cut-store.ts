import { create } from 'zustand';

export type CutTool = 'cross' | 'soak' | 'trace' | 'nib' | 'give';

/** How pixels are found and taken; kept while the bench is open. */
export interface CutSettings {
  /** OKLab × 100. */
  tolerance: number;
  /** px. */
  gap: number;
  takeOutline: boolean;
  /** Does a traced loop follow the drawn edge? */
  hug: boolean;
  /** px; how wide the nib is. */
  nib: number;
  /** 0 to 1; the share of the nib that takes all it goes over. */
  hardness: number;
  /** Move pixels out of the piece beneath, or copy them and leave them there. */
  copy: boolean;
}

interface CutState {
  tool: CutTool | null;
  settings: CutSettings;
}

/** The tool in hand at Cut, and its numbers. */
export const useCut = create<CutState>(() => ({
  tool: null,
  settings: { tolerance: 8, gap: 6, takeOutline: true, hug: false, nib: 24, hardness: 1, copy: false },
}));

/** Changes the numbers of the tools. */
export function setCut(change: Partial<CutSettings>): void {
  useCut.setState(({ settings }) => ({ settings: { ...settings, ...change } }));
}
