import { useEffect } from 'react';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { keyOf, proxy } from '../../bench/worker';
import { useJoints, type SweepState } from './joint-store';
import { sweepWorker } from './worker';
import { sweepSignature } from './joint-words';

/** Degrees between two angles of a sweep in the background. */
const STEP = 1;

function put(jointId: string, state: SweepState): void {
  useJoints.setState(({ sweeps }) => ({ sweeps: { ...sweeps, [jointId]: state } }));
}

/** Sweeps every joint in the background, again whenever something changed that it depends on; the picked one first. */
export function useSweeps(): void {
  const { doc, sheets, view } = useOnBench();
  const butt = useBench((s) => s.butt);
  const pickedJoint = useBench((s) => s.pickedJoint);
  useEffect(() => {
    let wanted = true;
    const joints = doc.joints
      .filter((j) => j.viewId === view.id && j.kind !== 'slide')
      .sort((a, b) => Number(b.id === pickedJoint) - Number(a.id === pickedJoint));
    const key = keyOf({ doc, sheets });
    void (async () => {
      for (const joint of joints) {
        const signature = sweepSignature({ doc, sheets }, joint, butt);
        if (!wanted) return;
        if (useJoints.getState().sweeps[joint.id]?.signature === signature) continue;
        const before = useJoints.getState().sweeps[joint.id]?.sweep ?? null;
        // Progress comes by a channel of its own and may arrive after the sweep itself: then it says nothing any more.
        let done = false;
        const tell = (share: number) => wanted && !done && put(joint.id, { signature: '', share, sweep: before });
        const sweep = await sweepWorker().sweep(key, joint, butt, STEP, proxy(tell));
        done = true;
        if (!wanted || !sweep) return;
        put(joint.id, { signature, share: 1, sweep });
      }
    })().catch(() => undefined);
    return () => {
      wanted = false;
    };
  }, [doc, sheets, view.id, butt, pickedJoint]);
}
