import { pieceOfSet } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { useMaking } from './making';
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
  const inHand = useMaking((s) => (s.isDrawn ? s.making?.drawingId : undefined));
  useEffect(() => {
    const { instead, over } = insteadOf(doc, view.id, { worn, nudged });
    // What is made is drawn with its handles, in place of the piece.
    const set = doc.swapSets.find(({ id }) => id === doc.drawings.find((one) => one.id === inHand)?.setId);
    const piece = set && pieceOfSet(doc, set, view.id);
    useBench.setState({ instead: piece ? { ...instead, [piece.id]: null } : instead, over: piece ? [] : over });
  }, [doc, view.id, worn, nudged, inHand]);
  const opened = set?.id;
  const isSaying = line !== null;
  useEffect(() => {
    if (set) lookAtSet(doc, view.id, set);
    // The art is brought into view when another set or the line is opened, not with every edit.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [opened, view.id, isSaying]);
  return line && <SayLine line={line} />;
}
