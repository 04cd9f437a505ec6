import {
  type LineScene,
  measureMotion,
  motionFrames,
  wornOver,
  type MotionFaults,
  type MotionFinding,
  type MotionFrames,
} from '@limber-sheaf/core';
import { useEffect } from 'react';
import useSWR from 'swr';
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
  const { fps, amount, late, says } = useTrial();
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
  const frame = useTrial((s) => s.frame);
  const wears = useTrial((s) => s.wears);
  useEffect(() => {
    if (!motion) return;
    const pose = motion.poses[frame % motion.poses.length];
    standLike(doc, view.id, pose);
  }, [motion, frame, doc, view.id]);
  // A blink changes drawings, and most frames of it change none.
  const shown = motion ? wornOver(doc, wears, motion.wears[frame % motion.poses.length]).join() : null;
  useEffect(() => {
    if (shown !== null) showDrawings(doc, view.id, shown === '' ? [] : shown.split(','));
  }, [shown, doc, view.id]);
  useEffect(() => {
    if (!motion || !playing) return;
    const { frame: from } = useTrial.getState();
    const began = performance.now();
    let asked = 0;
    const tick = () => {
      const passed = ((performance.now() - began) / 1000) * motion.fps * pace;
      const now = (from + Math.floor(passed)) % motion.poses.length;
      if (useTrial.getState().frame !== now) useTrial.setState({ frame: now });
      asked = requestAnimationFrame(tick);
    };
    asked = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(asked);
  }, [motion, playing, pace]);
}
