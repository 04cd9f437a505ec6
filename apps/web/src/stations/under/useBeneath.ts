import { useEffect } from 'react';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { keyOf } from '../../bench/worker';
import { proposeOptions } from './take-proposal';
import { useUnderStore } from './under-store';
import type { UnderPicture } from './under-tasks';
import { underWorker } from './worker';

/** The picked piece beneath; null while it is worked out, and for none. */
export function useBeneath(): UnderPicture | null {
  const { doc, sheets, view } = useOnBench();
  const pieceId = useBench((s) => s.pickedPiece);
  const known = useUnderStore((s) => s.signature !== '');
  const mode = useUnderStore((s) => s.mode);
  const margin = useUnderStore((s) => s.margin);
  const beneath = useUnderStore((s) => s.beneath);
  useEffect(() => {
    if (!pieceId || !known) return;
    let wanted = true;
    underWorker()
      .beneath(keyOf({ doc, sheets }), view.id, pieceId, proposeOptions({ mode, margin }))
      .then(
        (picture) => wanted && useUnderStore.setState({ beneath: { pieceId, picture } }),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [doc, sheets, view.id, pieceId, known, mode, margin]);
  return beneath && beneath.pieceId === pieceId ? beneath.picture : null;
}
