import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { create } from 'zustand';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';

/** Where the arrow keys have moved a pivot to, px, before it is saved. */
export const useNudged = create<{ jointId: string; x: number; y: number } | { jointId: null }>(() => ({
  jointId: null,
}));

const KEYS = ['left', 'right', 'up', 'down'];
const PAUSE = 450;

/** Arrow keys move the picked joint's pivot by 1 px, with Shift by 0.1 px; a run of them is one edit. */
export function useNudge(): void {
  const { doc, edit } = useOnBench();
  const pickedJoint = useBench((s) => s.pickedJoint);
  const joint = doc.joints.find((j) => j.id === pickedJoint);
  const nudged = useNudged();
  useHotkeys(
    [...KEYS, ...KEYS.map((key) => `shift+${key}`)],
    (event) => {
      if (!joint || (event.target as Element).getAttribute('role') === 'slider') return;
      event.preventDefault();
      const by = event.shiftKey ? 0.1 : 1;
      const from = nudged.jointId === joint.id ? nudged : joint;
      const dx = event.key === 'ArrowLeft' ? -by : event.key === 'ArrowRight' ? by : 0;
      const dy = event.key === 'ArrowUp' ? -by : event.key === 'ArrowDown' ? by : 0;
      const tenth = (v: number) => Math.round(v * 10) / 10;
      useNudged.setState({ jointId: joint.id, x: tenth(from.x + dx), y: tenth(from.y + dy) }, true);
    },
    {},
    [joint, nudged],
  );
  useEffect(() => {
    if (nudged.jointId === null) return;
    const { jointId, x, y } = nudged;
    const timer = setTimeout(() => {
      void edit('PATCH', `/joints/${jointId}`, { x, y }).then(() => useNudged.setState({ jointId: null }, true));
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [nudged, edit]);
}
