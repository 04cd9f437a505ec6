import type { MaskRuns } from '@limber-sheaf/core';
import { refuse, tell } from '../../ui/tell';
import type { BenchValue } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { useCut } from './cut-store';
import { nextPart, pieceOfTokens } from '../../bench/parts';
import { usePenStore } from './pen-store';

/** Who gets what is taken next: the picked piece, or the part that is picked or comes next in the plan; null, and said, where there is none. */
export function pickedTarget({ doc, view }: Pick<BenchValue, 'doc' | 'view'>) {
  const { pickedPiece, pickedPart } = useBench.getState();
  const tokens = pickedPart ?? nextPart(doc, view.id, null);
  if (pickedPiece) return { target: { pieceId: pickedPiece }, tokens };
  if (tokens) return { target: { tokens }, tokens };
  refuse('Every part of the plan is cut already.', {
    description: 'Pick one in the ledger, or name another.',
  });
  return null;
}

/** Gives pixels to the picked part: out of what is beneath, or as a copy that leaves them there. */
export async function takeShape(bench: BenchValue, mask: MaskRuns, word: 'Soak up' | 'Trace' | 'Mirror') {
  const { view, edit } = bench;
  const { pickedPiece } = useBench.getState();
  const { settings } = useCut.getState();
  const picked = pickedTarget(bench);
  if (!picked) return null;
  const { target, tokens } = picked;
  usePenStore.setState({ busy: true });
  if (settings.copy && !pickedPiece) {
    usePenStore.setState({ busy: false });
    refuse('Copies need a piece that is cut already.', {
      description: 'Take its own pixels first: set “Move”.',
    });
    return null;
  }
  const state =
    settings.copy && pickedPiece
      ? await edit('cut.copy', view.id, { pieceId: pickedPiece, mask })
      : await edit('cut.take', view.id, { targets: [{ ...target, mask }], word });
  usePenStore.setState({ busy: false });
  if (!state) return null;
  for (const note of state.notes ?? []) tell(note);
  const piece = tokens && pieceOfTokens(state.doc, view.id, tokens);
  if (piece) pickPiece(piece.id, tokens);
  return { state, tokens };
}
