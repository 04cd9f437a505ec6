import {
  type LineScene,
  measureMotion,
  motionFrames,
  wornOver,
  type CharacterDoc,
  type DrawingId,
  type MotionFaults,
  type MotionFinding,
  type MotionFrames,
  type ViewId,
} from '@limber-sheaf/core';
import { useEffect } from 'react';
import useSWR from 'swr';
import { useShallow } from 'zustand/react/shallow';
import { call } from '../../api/client';
import { useChecks } from '../../api/useHandOffs';
import { useOnBench } from '../../bench/context';
import { lastOf } from '../../ui/last-of';
import { useRested } from '../../ui/useRested';
import { showDrawings, standLike, useTrial, type Rate } from './trial-store';

const framesOf = lastOf(motionFrames);
const findingsOf = lastOf(measureMotion);
/** The same object while what it is made with is the same, as the frames are kept by it. */
const optionsOf = lastOf((fps: Rate, amount: number, late: boolean, says: readonly LineScene[]) => ({
  ...{ fps, amount, late, says },
}));

/** What the tried motion is made with. */
function useOptions() {
  const { fps, amount, late, says } = useTrial(
    useShallow(({ fps, amount, late, says }) => ({ fps, amount, late, says })),
  );
  return optionsOf(fps, amount, late, says);
}

/** The motion that is tried, frame by frame; null for none. */
export function useMotion(): MotionFrames | null {
  const { doc, view } = useOnBench();
  const motion = useTrial((s) => s.motion);
  const options = useOptions();
  const made = motion && framesOf(doc, view.id, motion, options);
  return made && made.poses.length > 0 ? made : null;
}

/** ms that a motion stays as it is before its bare places are looked for. */
const RESTS_MS = 400;

/** What the pictures of a motion tell that is wrong, as the server finds it; null while it is being looked for. */
function useFaults(motion: MotionFrames | null): MotionFaults | null {
  const { view, revision } = useOnBench();
  const options = useOptions();
  const key = motion?.key ?? null;
  const wish = useRested(options, RESTS_MS);
  const { data } = useSWR(
    key && (['trial.faults', view.id, revision, key, wish] as const),
    ([operation, viewId, , asked, made]) =>
      call(operation, viewId, { motion: asked, ...made, says: made.says.map((scene) => ({ ...scene })) }),
    { revalidateOnFocus: false },
  );
  return wish === options ? (data ?? null) : null;
}

/** What every frame of a motion was found to do; null while joints are not proven yet or bare places are looked for. */
export function useFindings(motion: MotionFrames | null): MotionFinding[] | null {
  const { doc, view, revision } = useOnBench();
  const { data } = useChecks(view.id, revision);
  const faults = useFaults(motion);
  const proofs = data?.revision === revision ? data.joints : null;
  return (
    motion &&
    proofs &&
    faults &&
    findingsOf(doc, view.id, motion, proofs as Parameters<typeof measureMotion>[3], faults)
  );
}

/** Shows the frame that is held, and plays on while it plays, by the clock. */
export function usePlay(motion: MotionFrames | null): void {
  const { doc, view } = useOnBench();
  const playing = useTrial((s) => s.playing);
  const pace = useTrial((s) => s.pace);
  // While it plays, the pose and the drawings come with the frame: everything is drawn once a frame.
  const held = useTrial((s) => (s.playing ? null : s.frame));
  const wears = useTrial((s) => s.wears);
  useEffect(() => {
    if (motion && held !== null) standLike(doc, view.id, motion.poses[held % motion.poses.length]);
  }, [motion, held, doc, view.id]);
  const shown = motion && held !== null ? wornIn(doc, motion, held, wears) : null;
  useEffect(() => {
    if (shown !== null) showWorn(doc, view.id, shown);
  }, [shown, doc, view.id]);
  useEffect(() => {
    if (!motion || !playing) return;
    const { frame: from } = useTrial.getState();
    const began = performance.now();
    let [asked, last, worn]: [number, number, string | null] = [0, -1, null];
    const tick = () => {
      asked = requestAnimationFrame(tick);
      const passed = ((performance.now() - began) / 1000) * motion.fps * pace;
      const now = (from + Math.floor(passed)) % motion.poses.length;
      if (now === last) return;
      last = now;
      useTrial.setState({ frame: now });
      standLike(doc, view.id, motion.poses[now]);
      // A blink changes drawings, and most frames of it change none.
      const wornNow = wornIn(doc, motion, now, wears);
      if (wornNow !== worn) showWorn(doc, view.id, (worn = wornNow));
    };
    asked = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(asked);
  }, [motion, playing, pace, wears, doc, view.id]);
}

/** The drawings that show in a frame, by their ids. */
function wornIn(doc: CharacterDoc, motion: MotionFrames, frame: number, wears: readonly DrawingId[]): string {
  return wornOver(doc, wears, motion.wears[frame % motion.poses.length]).join();
}

function showWorn(doc: CharacterDoc, viewId: ViewId, worn: string): void {
  showDrawings(doc, viewId, worn === '' ? [] : worn.split(','));
}
