import { underKey } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { useOnBench } from '../../bench/context';
import { keyOf, proxy } from '../../bench/worker';
import { useUnderStore } from './under-store';
import { underWorker } from './worker';

/** ms without a change before what comes into view is worked out anew: the hand goes first. */
const QUIET = 700;

/** Works out in the background what comes into view bare, again whenever something changed that it depends on. */
export function useUnder(): void {
  const { doc, sheets, view } = useOnBench();
  useEffect(() => {
    const signature = underKey(doc, view.id, sheets);
    if (useUnderStore.getState().signature === signature) return;
    useUnderStore.setState({ signature: '', share: 0 });
    let wanted = true;
    const start = setTimeout(() => {
      let done = false;
      const tell = (share: number) => wanted && !done && useUnderStore.setState({ share });
      underWorker()
        .bare(keyOf({ doc, sheets }), view.id, proxy(tell))
        .then(
          (bare) => {
            done = true;
            if (wanted) useUnderStore.setState({ signature, share: 1, bare });
          },
          () => undefined,
        );
    }, QUIET);
    return () => {
      wanted = false;
      clearTimeout(start);
    };
  }, [doc, sheets, view.id]);
}
