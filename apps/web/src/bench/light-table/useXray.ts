import { drawOrder } from '@limber-sheaf/core';
import type { BenchValue } from '../context';
import { useEffect, useState } from 'react';
import { handWorker, keyOf } from '../worker';
import type { TableTasks } from '../worker/table-tasks';
import type { Tint } from '../worker/tint';
import { useBench } from '../store';

/** All pieces in flat tints while X-ray is on; null otherwise. */
export function useXray({ doc, sheets, view }: BenchValue): Tint | null {
  const viewId = view.id;
  const on = useBench((s) => s.xray);
  const [tint, setTint] = useState<Tint | null>(null);
  const key = drawOrder(doc, viewId)
    .map((p) => `${p.face.blob}@${p.face.x},${p.face.y}`)
    .join();
  useEffect(() => {
    if (!on) return;
    let wanted = true;
    void handWorker<TableTasks>()
      .xray(keyOf({ doc, sheets }), viewId)
      .then((made) => wanted && setTint(made));
    return () => {
      wanted = false;
    };
    // `key` stands for the pieces.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [on, key, viewId]);
  return on ? tint : null;
}
