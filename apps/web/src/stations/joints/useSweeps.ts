import { turningJoints, type Sweep } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { call } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { keyOf, proxy } from '../../bench/worker';
import { useJoints, type SweepState } from './joint-store';
import { sweepWorker } from './worker';
import { sweepSignature } from './joint-words';

/** Degrees between two angles of the picked joint's sweep, which is drawn as a chart. */
const STEP = 1;
/** ms without a change before the others are asked for anew: at other stations nobody waits for them. */
const QUIET = 700;
const QUIET_ELSEWHERE = 5000;
/** ms before what came to nothing is asked for again, as when the server did not answer; and how often at most. */
const AGAIN = 1500;
const TRIES = 5;

const stateOf = (jointId: string): SweepState | undefined => useJoints.getState().sweeps[jointId];

function put(jointId: string, state: SweepState): void {
  useJoints.setState(({ sweeps }) => ({ sweeps: { ...sweeps, [jointId]: state } }));
}

/** What was found before stays to be seen while it is found anew; nothing is said of it. */
function putStale(jointId: string, share = 0): void {
  put(jointId, { signature: '', share, sweep: stateOf(jointId)?.sweep ?? null, fine: false });
}

/** Goes on with some work, until nothing of it is left or it came to nothing too often; answers with what ends it. */
function untilDone(work: () => Promise<boolean>): () => void {
  let again: number | undefined;
  let ended = false;
  const go = async (tries: number) => {
    const done = await work().catch((reason: unknown) => {
      if (!ended) console.warn('Sweeps came to nothing and are asked for again.', reason);
      return false;
    });
    if (!done && !ended && tries > 1) again = window.setTimeout(() => void go(tries - 1), AGAIN);
  };
  void go(TRIES);
  return () => {
    ended = true;
    window.clearTimeout(again);
  };
}

/**
 * Knows every joint's sweep, again whenever something changed that it depends on: the server keeps them, and the picked
 * joint at Joints is swept here, degree by degree.
 */
export function useSweeps(): void {
  usePickedSweep();
  useKeptSweeps();
}

function usePickedSweep(): void {
  const { doc, sheets, view, station } = useOnBench();
  const butt = useBench((s) => s.butt);
  const pickedJoint = useBench((s) => s.pickedJoint);
  useEffect(() => {
    const joint = turningJoints(doc, view.id).find((j) => j.id === pickedJoint);
    if (!joint || station !== 'joints') return;
    const signature = sweepSignature({ doc, sheets }, joint, butt);
    const known = stateOf(joint.id);
    if (known?.signature === signature && known.fine) return;
    let wanted = true;
    const stop = untilDone(async () => {
      // Progress comes by a channel of its own and may arrive after the sweep itself: then it says nothing any more.
      let done = false;
      const tell = (share: number) =>
        wanted && !done && stateOf(joint.id)?.signature !== signature && putStale(joint.id, share);
      const sweep = await sweepWorker()
        .sweep(keyOf({ doc, sheets }), joint, butt, STEP, proxy(tell))
        .finally(() => (done = true));
      if (wanted && sweep) put(joint.id, { signature, share: 1, sweep, fine: true });
      return sweep !== null;
    });
    return () => {
      wanted = false;
      stop();
    };
  }, [doc, sheets, view.id, station, butt, pickedJoint]);
}

function useKeptSweeps(): void {
  const { doc, sheets, view, station } = useOnBench();
  const butt = useBench((s) => s.butt);
  const pickedJoint = useBench((s) => s.pickedJoint);
  const isHere = station === 'joints';
  // What is seen as a butt joint is swept here.
  const buttId = butt && isHere ? pickedJoint : null;
  useEffect(() => {
    const joints = turningJoints(doc, view.id).filter(({ id }) => id !== buttId);
    const signatures = new Map<string, string>(
      joints.map((joint) => [joint.id, sweepSignature({ doc, sheets }, joint, false)]),
    );
    const unknown = () => [...signatures].filter(([id, signature]) => stateOf(id)?.signature !== signature);
    const missing = unknown();
    if (missing.length === 0) return;
    const first = missing.some(([id]) => !stateOf(id)?.sweep);
    for (const [id] of missing) putStale(id);
    const stopped = new AbortController();
    let stop: (() => void) | undefined;
    const start = window.setTimeout(
      () => {
        stop = untilDone(async () => {
          const kept = await call('joints.sweeps', view.id, undefined, stopped.signal);
          for (const { jointId, key, sweep } of kept)
            if (signatures.get(jointId) === key && stateOf(jointId)?.signature !== key)
              put(jointId, { signature: key, share: 1, sweep: sweep as Sweep | null, fine: false });
          return unknown().length === 0;
        });
      },
      first ? 0 : isHere ? QUIET : QUIET_ELSEWHERE,
    );
    return () => {
      window.clearTimeout(start);
      stop?.();
      stopped.abort();
    };
  }, [doc, sheets, view.id, isHere, buttId]);
}
