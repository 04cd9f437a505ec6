import type { JointRow } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { create } from 'zustand';
import { useOnBench } from '../../bench/context';

/** Where the arrow keys have moved a pivot to, px, before it is saved. */
export const useNudged = create<{ jointId: string; x: number; y: number } | { jointId: null }>(() => ({
  jointId: null,
}));

/** ms after the last key. */
const PAUSE = 450;

/** Moves a joint's pivot by 1 px, with Shift by 0.1 px. */
export function nudge(joint: JointRow, { key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>): void {
  const by = shiftKey ? 0.1 : 1;
  const nudged = useNudged.getState();
  const from = nudged.jointId === joint.id ? nudged : joint;
  const dx = key === 'ArrowLeft' ? -by : key === 'ArrowRight' ? by : 0;
  const dy = key === 'ArrowUp' ? -by : key === 'ArrowDown' ? by : 0;
  const tenth = (v: number) => Math.round(v * 10) / 10;
  useNudged.setState({ jointId: joint.id, x: tenth(from.x + dx), y: tenth(from.y + dy) }, true);
}

/** Saves where a pivot was moved to, once the keys rest: a run of them is one edit. */
export function useNudge(): void {
  const { edit } = useOnBench();
  const nudged = useNudged();
  useEffect(() => {
    if (nudged.jointId === null) return;
    const { jointId, x, y } = nudged;
    const timer = setTimeout(() => {
      void edit('joints.change', jointId, { x, y }).then(() => useNudged.setState({ jointId: null }, true));
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [nudged, edit]);
}
