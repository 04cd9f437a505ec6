import { drawOrder, type CharacterDoc } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { handWorker } from '../../workers/core';
import type { Tint } from '../../workers/tint';
import { useBench } from '../store';

/** All pieces in flat tints while X-ray is on; null otherwise. */
export function useXray(doc: CharacterDoc, viewId: string): Tint | null {
  const on = useBench((s) => s.xray);
  const [tint, setTint] = useState<Tint | null>(null);
  const key = drawOrder(doc, viewId)
    .map((p) => `${p.face.blob}@${p.face.x},${p.face.y}`)
    .join();
  useEffect(() => {
    if (!on) return;
    let wanted = true;
    void handWorker()
      .xray(doc, viewId)
      .then((made) => wanted && setTint(made));
    return () => {
      wanted = false;
    };
    // `key` stands for the pieces.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [on, key, viewId]);
  return on ? tint : null;
}
