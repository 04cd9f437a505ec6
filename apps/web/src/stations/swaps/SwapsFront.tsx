import { useEffect } from 'react';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { SayLine } from './SayLine';
import { insteadOf, lookAtSet, openSet, useSwaps } from './swaps-store';
import { usePlaying } from './usePlaying';

/** What goes on over the light table: the drawings that show are told to it, and the line that is tried. */
export function SwapsFront() {
  const bench = useOnBench();
  const { doc, view } = bench;
  const { setId, worn, nudged, line } = useSwaps();
  const set = openSet(doc, view.id, setId);
  usePlaying(bench);
  useEffect(
    () => useBench.setState({ instead: insteadOf(doc, view.id, { worn, nudged }) }),
    [doc, view.id, worn, nudged],
  );
  const opened = set?.id;
  const isSaying = line !== null;
  useEffect(() => {
    if (set) lookAtSet(doc, view.id, set);
    // The art is brought into view when another set or the line is opened, not with every edit.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [opened, view.id, isSaying]);
  return line && <SayLine line={line} />;
}
