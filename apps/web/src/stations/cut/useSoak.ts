import { useCallback, useRef } from 'react';
import { toast } from 'sonner';
import { useOnBench } from '../../bench/context';
import { useBench, type CutSettings } from '../../bench/store';
import { handWorker } from '../../workers/core';
import { usePenStore } from './pen-store';
import { useTakeShape } from './useTakeShape';

/** Soaking up regions: the one under the pointer is shown before it is taken, and follows its numbers afterwards. */
export function useSoak() {
  const { doc, view, edit } = useOnBench();
  const takeShape = useTakeShape();
  const asking = useRef(false);
  const wanted = useRef<{ x: number; y: number } | null>(null);

  const preview = useCallback(
    (seed: { x: number; y: number }) => handWorker().previewSoak(doc, view.id, seed, useBench.getState().cutSettings),
    [doc, view.id],
  );

  /** Shows what would be taken at a place; asks for one picture at a time, the newest place last. */
  const hover = useCallback(
    async (at: { x: number; y: number }) => {
      wanted.current = at;
      if (asking.current) return;
      asking.current = true;
      try {
        while (wanted.current) {
          const seed = wanted.current;
          wanted.current = null;
          const found = await preview(seed);
          if (useBench.getState().tool !== 'soak') break;
          usePenStore.setState(
            found.ok
              ? { shape: { preview: found, word: 'Soak up', tokens: null }, refusal: null }
              : { shape: null, refusal: found.sentence },
          );
        }
      } finally {
        asking.current = false;
      }
    },
    [preview],
  );

  const take = useCallback(
    async (seed: { x: number; y: number }) => {
      wanted.current = null;
      const found = await preview(seed);
      if (!found.ok) {
        toast.error(found.sentence);
        return;
      }
      usePenStore.setState({ shape: null });
      const taken = await takeShape(found.mask, 'Soak up');
      if (taken) usePenStore.setState({ lastSoak: { seed, revision: taken.state.revision, target: taken.target } });
    },
    [preview, takeShape],
  );

  /** Changes the numbers; what was soaked up last, if nothing else happened since, follows. */
  const set = useCallback(
    async (change: Partial<CutSettings>) => {
      useBench.setState(({ cutSettings }) => ({ cutSettings: { ...cutSettings, ...change } }));
      const { lastSoak } = usePenStore.getState();
      if (!lastSoak || usePenStore.getState().busy) return;
      usePenStore.setState({ busy: true });
      const undone = await edit('POST', `/characters/${doc.character.id}/undo`);
      if (!undone) return usePenStore.setState({ busy: false, lastSoak: null });
      const found = await handWorker().previewSoak(undone.doc, view.id, lastSoak.seed, useBench.getState().cutSettings);
      const still = lastSoak.target.pieceId && undone.doc.pieces.some((p) => p.id === lastSoak.target.pieceId);
      const { pickedPart } = useBench.getState();
      const target = still
        ? { pieceId: lastSoak.target.pieceId }
        : { tokens: lastSoak.target.tokens ?? pickedPart ?? undefined };
      if (found.ok) {
        const state = await edit('POST', `/views/${view.id}/cut/take`, {
          targets: [{ ...target, mask: found.mask }],
          word: 'Soak up',
        });
        if (state) usePenStore.setState({ lastSoak: { ...lastSoak, revision: state.revision } });
      } else toast.error(found.sentence);
      usePenStore.setState({ busy: false });
    },
    [edit, doc.character.id, view.id],
  );

  return { hover, take, set };
}
