import { underKey } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { call } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { keyOf, proxy } from '../../bench/worker';
import { useUnderStore } from './under-store';
import { underWorker } from './worker';

/**
 * ms without a change before what comes into view is worked out anew: the hand goes first, and at other stations what they
 * work out in the background, as joints their sweeps.
 */
const QUIET = 700;
const QUIET_ELSEWHERE = 5000;

/**
 * Works out in the background what comes into view bare, again whenever something changed that it depends on: at other
 * stations the server does, and here the page, which needs the masks of it as well.
 */
export function useUnder(): void {
  const { doc, sheets, view, station } = useOnBench();
  const isHere = station === 'under';
  useEffect(() => {
    const signature = underKey(doc, view.id, sheets);
    const { signature: known, masked, bare: before } = useUnderStore.getState();
    if (known === signature && (masked || !isHere)) return;
    useUnderStore.setState({ signature: '', share: 0 });
    let wanted = true;
    const start = setTimeout(
      () => {
        let done = false;
        const tell = (share: number) => wanted && !done && useUnderStore.setState({ share });
        const found = isHere
          ? underWorker().bare(keyOf({ doc, sheets }), view.id, proxy(tell))
          : call('under.bare', view.id);
        found.then(
          (bare) => {
            done = true;
            if (wanted) useUnderStore.setState({ signature, share: 1, bare, masked: isHere });
          },
          () => undefined,
        );
      },
      before ? (isHere ? QUIET : QUIET_ELSEWHERE) : 0,
    );
    return () => {
      wanted = false;
      clearTimeout(start);
    };
  }, [doc, sheets, view.id, isHere]);
}
