import { useEffect } from 'react';
import { useOnBench } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import { useUnderStore } from './under-store';
import { underWorker } from './worker';

/** Looks for holes that open in motion, once it is known what comes into view. */
export function useOpen(): void {
  const { doc, sheets, view } = useOnBench();
  const known = useUnderStore((s) => s.signature !== '');
  useEffect(() => {
    if (!known) return;
    let wanted = true;
    underWorker()
      .open(keyOf({ doc, sheets }), view.id)
      .then(
        (open) => wanted && useUnderStore.setState({ open }),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [doc, sheets, view.id, known]);
}
