import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';
import { knownSweep, useJoints } from './joint-store';
import { isShortOfRange } from './joint-words';
import { useSweeps } from './useSweeps';

export const joints = defineStation({
  key: 'joints',
  number: 3,
  word: 'Joints',
  hotkey: '3',
  hint: 'Fit a disc at each joint and round both ends to it.',
  bends: true,
  useFigure() {
    const { doc, view } = useOnBench();
    const sweeps = useJoints((s) => s.sweeps);
    const here = doc.joints.filter((j) => j.viewId === view.id);
    if (here.length === 0) return { word: '–', share: 0, open: false };
    const open = here.filter((j) => !j.rounded || isShortOfRange(j, knownSweep(sweeps[j.id]))).length;
    // What is not proven yet is not done yet.
    const unknown = here.filter((j) => j.rounded && j.kind !== 'slide' && !knownSweep(sweeps[j.id])).length;
    const word = open > 0 ? `${open} open` : unknown > 0 ? '…' : String(here.length);
    return { word, share: 1 - (open + unknown) / here.length, open: open > 0 };
  },
  useMarks() {
    const { doc } = useOnBench();
    const sweeps = useJoints((s) => s.sweeps);
    return useMemo(() => {
      const short = doc.joints.filter((joint) => isShortOfRange(joint, knownSweep(sweeps[joint.id])));
      return new Map(short.map((joint) => [joint.childId as string, 'Its joint is not clean through its range.']));
    }, [doc, sweeps]);
  },
  useBackground: useSweeps,
  checks: {
    pivots: { name: 'Pivots', asks: 'on the limb, at the joint disc’s centre' },
    'joints-clean': { name: 'Joints clean in range', asks: 'no daylight, no broken outline' },
  },
  load: () => import('./station'),
});
