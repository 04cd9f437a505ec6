import type { JointRow } from '@limber-sheaf/core';
import { useEffect, useRef, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { keyOf } from '../../bench/worker';
import { jointWorker } from './worker';
import type { BendPicture } from './bend-tasks';
import { sweepSignature } from './joint-words';

/** What the picked joint shows at its bend, measured while it is dragged; one angle at a time, the newest next. */
export function useBendPicture(joint: JointRow | undefined, angle: number): BendPicture | null {
  const { doc, sheets } = useOnBench();
  const butt = useBench((s) => s.butt);
  const [picture, setPicture] = useState<BendPicture | null>(null);
  const wish = useRef<(() => Promise<void>) | null>(null);
  const running = useRef(false);
  useEffect(() => {
    if (!joint || angle === 0) {
      wish.current = null;
      return;
    }
    wish.current = async () =>
      setPicture(
        await jointWorker().bend(
          keyOf({ doc, sheets }),
          joint,
          butt,
          sweepSignature({ doc, sheets }, joint, butt),
          angle,
        ),
      );
    if (running.current) return;
    running.current = true;
    void (async () => {
      while (wish.current) {
        const next = wish.current;
        wish.current = null;
        await next().catch(() => undefined);
      }
      running.current = false;
    })();
  }, [doc, sheets, joint, angle, butt]);
  return joint && angle !== 0 ? picture : null;
}
