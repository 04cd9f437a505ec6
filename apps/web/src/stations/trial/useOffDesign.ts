import { counted, offDesign, type OffDesign } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { useTrial } from './trial-store';

/** The pieces that do not sit on the ghost, those that are farthest off first; null without a ghost, or while it plays. */
export function useOffDesign(): readonly OffDesign[] | null {
  const { doc, view } = useOnBench();
  const bends = useBench((s) => s.bends);
  const shift = useBench((s) => s.shift);
  const gaze = useBench((s) => s.gaze);
  const shown = useTrial(({ ghost, playing }) => ghost && !playing);
  return useMemo(
    () => (shown ? offDesign(doc, view.id, bends, shift, gaze) : null),
    [doc, view.id, bends, shift, gaze, shown],
  );
}

/** How far a piece is off, in words. */
export const farOff = ({ far: px }: OffDesign) => `${counted(Math.round(px), 'px', 'px')} off`;
