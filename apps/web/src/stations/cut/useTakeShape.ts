import type { MaskRuns } from '@limber-sheaf/core';
import { useCallback } from 'react';
import { toast } from 'sonner';
import { useOnBench } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { nextPart, pieceOfTokens } from './parts';
import { usePenStore } from './pen-store';

/** Gives pixels to the picked part: out of what is beneath, or as a copy that leaves them there. */
export function useTakeShape() {
  const { doc, view, edit } = useOnBench();
  return useCallback(
    async (mask: MaskRuns, word: 'Soak up' | 'Trace' | 'Mirror') => {
      const { pickedPiece, pickedPart, cutSettings } = useBench.getState();
      const tokens = pickedPart ?? nextPart(doc, view.id, null);
      if (!pickedPiece && !tokens) {
        toast.error('Every part of the plan is cut already.', {
          description: 'Pick one in the ledger, or name another.',
        });
        return null;
      }
      usePenStore.setState({ busy: true });
      const target = pickedPiece ? { pieceId: pickedPiece } : { tokens: tokens ?? undefined };
      if (cutSettings.copy && !pickedPiece) {
        usePenStore.setState({ busy: false });
        toast.error('Copies need a piece that is cut already.', {
          description: 'Take its own pixels first: set “Move”.',
        });
        return null;
      }
      const state = cutSettings.copy
        ? await edit('POST', `/views/${view.id}/cut/copy`, { pieceId: pickedPiece, mask })
        : await edit('POST', `/views/${view.id}/cut/take`, { targets: [{ ...target, mask }], word });
      usePenStore.setState({ busy: false });
      if (!state) return null;
      for (const note of state.notes ?? []) toast(note);
      const piece = tokens && pieceOfTokens(state.doc, view.id, tokens);
      if (piece) pickPiece(piece.id, tokens);
      return { state, target: piece ? { pieceId: piece.id } : target };
    },
    [doc, view.id, edit],
  );
}
