import type { NameTokens, Sweep } from '@limber-sheaf/core';
import { create } from 'zustand';

export type StationKey = 'plan' | 'cut' | 'joints' | 'stack' | 'handoff';
export type CutTool = 'cross' | 'soak' | 'trace' | 'give';

/** How pixels are found and taken; kept while the bench is open. */
export interface CutSettings {
  /** OKLab × 100. */
  tolerance: number;
  /** px. */
  gap: number;
  takeOutline: boolean;
  /** Does a traced loop follow the drawn edge? */
  hug: boolean;
  /** Move pixels out of the piece beneath, or copy them and leave them there. */
  copy: boolean;
}

/** Where the light table looks: canvas px times scale, plus offset, is screen px. */
export interface Viewport {
  scale: number;
  x: number;
  y: number;
}

/** A joint's sweep as far as it is known. */
export interface SweepState {
  /** What it was computed from; another signature makes it stale. Empty while it is computed anew. */
  signature: string;
  share: number;
  sweep: Sweep | null;
}

/** The bench's own state: what is picked and looked at. Never saved, never undone. */
export interface BenchState {
  pickedPiece: string | null;
  /** The part that gets paint: set with a piece, or chosen before it is cut. */
  pickedPart: NameTokens | null;
  pickedJoint: string | null;
  tool: CutTool | null;
  cutSettings: CutSettings;
  /** All pieces in flat tints. */
  xray: boolean;
  /** Joints: waiting for two pieces to be clicked, or for a disc to be drawn. */
  placing: { first: string | null; chain?: boolean } | null;
  peek: boolean;
  /** The paper is being moved, or space is held to move it: nothing on it may be dragged. */
  panning: boolean;
  /** Only this piece is shown. */
  solo: string | null;
  viewport: Viewport;
  /** Degrees by joint. */
  bends: Record<string, number>;
  butt: boolean;
  sweeps: Record<string, SweepState>;
  /** What to bring into view next: the whole character, or a spot. */
  lookAt: { kind: 'all' } | { kind: 'rect'; x: number; y: number; width: number; height: number } | null;
  night: boolean;
  finder: boolean;
  keysShown: boolean;
  panels: boolean;
}

/** A sweep that holds for the joint as it is now; null while that is not known. */
export function knownSweep(state: SweepState | undefined): Sweep | null {
  return state && state.signature !== '' ? state.sweep : null;
}

const THEME_KEY = 'limber-sheaf.night';

const atRest: Omit<BenchState, 'night'> = {
  pickedPiece: null,
  pickedPart: null,
  pickedJoint: null,
  tool: null,
  cutSettings: { tolerance: 8, gap: 6, takeOutline: true, hug: false, copy: false },
  xray: false,
  placing: null,
  peek: false,
  panning: false,
  solo: null,
  viewport: { scale: 0.2, x: 0, y: 0 },
  bends: {},
  butt: false,
  sweeps: {},
  lookAt: { kind: 'all' },
  finder: false,
  keysShown: false,
  panels: true,
};

export const useBench = create<BenchState>(() => ({
  ...atRest,
  night: typeof localStorage !== 'undefined' && localStorage.getItem(THEME_KEY) === 'yes',
}));

/** Starts afresh for another character; the theme stays. */
export function resetBench(): void {
  useBench.setState(atRest);
}

/** Picks a piece, or nothing; the part that gets paint follows. */
export function pickPiece(pieceId: string | null, part: NameTokens | null): void {
  useBench.setState({ pickedPiece: pieceId, pickedPart: part });
}

export function pickJoint(jointId: string | null): void {
  useBench.setState({ pickedJoint: jointId, placing: null });
}

/** Brings a spot of the canvas into view. */
export function lookAtPlace(x: number, y: number, reach = 120): void {
  useBench.setState({ lookAt: { kind: 'rect', x: x - reach, y: y - reach, width: 2 * reach, height: 2 * reach } });
}

export function setBend(jointId: string, angle: number): void {
  useBench.setState(({ bends }) => ({ bends: { ...bends, [jointId]: angle } }));
}

export function setNight(night: boolean): void {
  localStorage.setItem(THEME_KEY, night ? 'yes' : 'no');
  useBench.setState({ night });
}
