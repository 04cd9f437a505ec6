import { refuse } from '../../ui/tell';
import { create } from 'zustand';
import type { BenchValue } from '../../bench/context';
import { wetUntil } from '../../bench/wet-strokes';
import { pieceOfTokens } from '../../bench/parts';
import type { TableEvent } from '../../bench/station';
import { pickPiece, useBench } from '../../bench/store';
import { useCut } from './cut-store';
import { NIB_IDLE, nibRadius, nibStep, type NibEvent, type NibState } from '../../bench/nib';
import { usePenStore } from './pen-store';
import { pickedTarget } from './take-shape';

interface NibStore {
  nib: NibState;
  /** Where the nib is, px; null where it is not over the table. */
  at: { x: number; y: number; radius: number; away: boolean } | null;
}

/** The nib over the light table. */
export const useNib = create<NibStore>(() => ({ nib: NIB_IDLE, at: null }));

/** What the pointer does with the nib in hand. */
export function sendNib(event: TableEvent, bench: BenchValue): void {
  const { x, y, kind, free: away, pressure } = event;
  const radius = nibRadius(useCut.getState().settings.nib, pressure);
  useNib.setState({ at: kind === 'lost' ? null : { x, y, radius, away } });
  if (kind === 'press') step({ kind, x, y, radius, away }, bench);
  else if (kind === 'move') step({ kind, x, y, radius }, bench);
  else if (kind === 'release' || kind === 'lost') step({ kind }, bench);
}

/** One step back: the stroke under way is dropped, or the tool is laid down. */
export function nibBack(bench: BenchValue): void {
  step({ kind: 'back' }, bench);
}

function step(event: NibEvent, bench: BenchValue): void {
  const { state, effect } = nibStep(useNib.getState().nib, event);
  useNib.setState({ nib: state });
  if (effect?.kind === 'drop-tool') useCut.setState({ tool: null });
  if (effect?.kind === 'stroke') void wetUntil(effect, draw(bench, effect.stroke, effect.away));
}

/** Adds a stroke to the picked part, or takes it away from the picked piece. */
async function draw(bench: BenchValue, stroke: number[], away: boolean): Promise<void> {
  const { view, edit } = bench;
  const { pickedPiece } = useBench.getState();
  if (away && !pickedPiece) {
    refuse('Pick a piece first: the nib takes away from it.');
    return;
  }
  const picked = pickedTarget(bench);
  if (!picked) return;
  const { target, tokens } = picked;
  const { hardness } = useCut.getState().settings;
  usePenStore.setState({ busy: true });
  const state = await edit('cut.nib', view.id, { ...target, stroke, hardness, away });
  usePenStore.setState({ busy: false });
  const piece = state && tokens && !pickedPiece && pieceOfTokens(state.doc, view.id, tokens);
  if (piece) pickPiece(piece.id, tokens);
}
