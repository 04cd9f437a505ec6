import type { JointRow } from '@limber-sheaf/core';
import { useEffect, useRef } from 'react';
import { create } from 'zustand';
import { useOnBench } from '../../bench/context';

interface Nudged {
  jointId: string;
  x: number;
  y: number;
}

/** Where the arrow keys have moved a pivot to, px, before it is saved. */
export const useNudged = create<Nudged | { jointId: null }>(() => ({ jointId: null }));

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

/**
 * Saves where a pivot was moved to: once the keys rest, or at once where another joint is moved or the station is left.
 * A run of keys is one edit.
 */
export function useNudge(): void {
  const { doc, edit } = useOnBench();
  const nudged = useNudged();
  const joints = useRef(doc.joints);
  const before = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    joints.current = doc.joints;
  }, [doc.joints]);
  useEffect(() => {
    if (nudged.jointId === null) return;
    const { jointId, x, y } = nudged;
    let saved = false;
    /** One after the other, so that each has seen what the one before it made. */
    const save = () => {
      saved = true;
      before.current = before.current
        .then(() => {
          const seen = joints.current.find((joint) => joint.id === jointId);
          return seen && edit('joints.change', jointId, { x, y, saw: { [jointId]: seen.version } });
        })
        .then(() => {
          // Keys that came meanwhile begin a run of their own.
          if (useNudged.getState() === nudged) useNudged.setState({ jointId: null }, true);
        });
    };
    const timer = setTimeout(save, PAUSE);
    return () => {
      clearTimeout(timer);
      const now = useNudged.getState();
      const goesOn = now !== nudged && now.jointId === jointId;
      if (!saved && !goesOn) save();
    };
  }, [nudged, edit]);
}
