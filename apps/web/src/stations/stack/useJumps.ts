import type { CharacterDoc, OrderChangeRow, OrderJumps } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import { stackWorker } from './worker';

/** How much is seen to jump where a change of the draw order begins and ends; null while it is looked at. */
export function useJumps(change: OrderChangeRow): OrderJumps | null {
  const { doc, sheets } = useOnBench();
  const [found, setFound] = useState<{ of: CharacterDoc; jumps: OrderJumps } | null>(null);
  useEffect(() => {
    let wanted = true;
    stackWorker()
      .jumps(keyOf({ doc, sheets }), change.viewId, change.id)
      .then(
        (jumps) => wanted && setFound({ of: doc, jumps }),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [doc, sheets, change.id, change.viewId]);
  // What was found of another state says nothing of this one.
  return found?.of === doc ? found.jumps : null;
}
