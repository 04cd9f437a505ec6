import { drawnIn, wornInLine, type CharacterDoc, type SpokenLine } from '@limber-sheaf/core';
import { useEffect } from 'react';
import type { BenchValue } from '../../bench/context';
import { FLIP, LINE, openSet, useSwaps } from './swaps-store';

/** Frames a second of cycles. */
const CYCLE_FPS = 24;

/** Runs what is playing: flips through the open set, a cycle, or the line. */
export function usePlaying({ doc, view }: Pick<BenchValue, 'doc' | 'view'>): void {
  const { playing, flipMs } = useSwaps();
  useEffect(() => {
    if (!playing) return;
    if (playing === LINE) return playLine(doc, view.id);
    const set = openSet(doc, view.id);
    if (!set) return;
    const cycle = doc.cycles.find(({ id }) => id === playing);
    const show = (drawingId: string) =>
      useSwaps.setState(({ worn }) => ({ worn: { ...worn, [cycle?.setId ?? set.id]: drawingId } }));
    if (playing === FLIP) {
      const ids = drawnIn(doc, set, view.id).map(({ id }) => id);
      let at = 0;
      const timer = setInterval(() => show(ids[at++ % ids.length]), flipMs);
      return () => clearInterval(timer);
    }
    if (!cycle) return;
    const frames = cycle.drawingIds.flatMap((id, at) => new Array<string>(cycle.frames[at]).fill(id));
    let at = 0;
    const timer = setInterval(() => show(frames[at++ % frames.length]), 1000 / CYCLE_FPS);
    return () => clearInterval(timer);
  }, [playing, flipMs, doc, view.id]);
}

/** Says the line once, by the clock. @returns what stops it */
function playLine(doc: CharacterDoc, viewId: string): (() => void) | undefined {
  const { line } = useSwaps.getState();
  const spoken = line?.spoken;
  if (!line || !spoken || spoken.frames === 0) {
    useSwaps.setState({ playing: null });
    return;
  }
  const start = performance.now();
  let asked = 0;
  const tick = () => {
    const frame = Math.floor(((performance.now() - start) / 1000) * line.fps);
    if (frame >= spoken.frames) {
      showFrame(doc, viewId, spoken, null);
      useSwaps.setState({ playing: null });
      return;
    }
    if (useSwaps.getState().line?.frame !== frame) showFrame(doc, viewId, spoken, frame);
    asked = requestAnimationFrame(tick);
  };
  asked = requestAnimationFrame(tick);
  return () => cancelAnimationFrame(asked);
}

/** Shows a frame of a line; what other sets show stays. */
export function showFrame(doc: CharacterDoc, viewId: string, spoken: SpokenLine, frame: number | null): void {
  useSwaps.setState(({ worn, line }) => ({
    worn: { ...worn, ...wornInLine(doc, viewId, spoken, frame) },
    line: line && { ...line, frame },
  }));
}
