import { defaultOf, standIn, type CharacterDoc, type SpokenLine } from '@limber-sheaf/core';
import { useEffect } from 'react';
import type { BenchValue } from '../../bench/context';
import { FLIP, LINE, defaultFirst, drawnIn, openSet, setsIn, useSwaps } from './swaps-store';

/** Frames a second of cycles. */
const CYCLE_FPS = 24;
/** Frames that a blink takes. */
const BLINK = 4;

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

/** The shape that is said at a frame; null past its end. */
function shapeAt({ shapes }: SpokenLine, frame: number) {
  let at = 0;
  for (const one of shapes) {
    at += one.frames;
    if (frame < at) return one;
  }
  return null;
}

/** The drawings that show at a frame of a line, by set: the mouth's, and shut lids where the eyes blink; null is the rest. */
function wornAt(doc: CharacterDoc, viewId: string, spoken: SpokenLine, frame: number | null): Record<string, string> {
  const worn: Record<string, string> = {};
  const said = frame === null ? null : shapeAt(spoken, frame);
  const isBlink = frame !== null && spoken.blinks.some((from) => frame >= from && frame < from + BLINK);
  for (const set of setsIn(doc, viewId)) {
    if (set.kind === 'mouth') {
      const standing = defaultOf(doc, set);
      const drawings = defaultFirst(doc, set, viewId);
      const mood = said?.mood && set.moods.includes(said.mood) ? said.mood : set.moods[0];
      worn[set.id] = (said && standIn(drawings, said.shape, mood, set.moods[0])?.drawing.id) ?? standing.id;
    } else if (set.kind === 'lids') {
      const shut = drawnIn(doc, set, viewId).find(({ shape }) => shape === 'shut');
      worn[set.id] = isBlink && shut ? shut.id : defaultOf(doc, set).id;
    }
  }
  return worn;
}

/** Shows a frame of a line; what other sets show stays. */
export function showFrame(doc: CharacterDoc, viewId: string, spoken: SpokenLine, frame: number | null): void {
  useSwaps.setState(({ worn, line }) => ({
    worn: { ...worn, ...wornAt(doc, viewId, spoken, frame) },
    line: line && { ...line, frame },
  }));
}

/** A line as scenes: the drawings that show together, and for how many frames; what other sets show stays. */
export function scenesOf(
  doc: CharacterDoc,
  viewId: string,
  spoken: SpokenLine,
): { drawingIds: string[]; frames: number }[] {
  const { worn } = useSwaps.getState();
  const scenes: { drawingIds: string[]; frames: number }[] = [];
  for (let frame = 0; frame < spoken.frames; frame++) {
    const drawingIds = Object.values({ ...worn, ...wornAt(doc, viewId, spoken, frame) });
    const last = scenes.at(-1);
    if (last && last.drawingIds.join() === drawingIds.join()) last.frames++;
    else scenes.push({ drawingIds, frames: 1 });
  }
  return scenes;
}
