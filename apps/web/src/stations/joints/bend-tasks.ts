import {
  cleanRange,
  fitBetween,
  rigOfJoint,
  sweepAngles,
  sweptRange,
  type BendMeasure,
  type BendRig,
  type JointRow,
  type PairFit,
  type Result,
  type Sweep,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from '../../bench/worker/held';
import { artOf } from '../../bench/worker/pictures';

/** One bend with the daylight it shows, as a picture. */
export interface BendPicture {
  measure: BendMeasure;
  daylight: { image: ImageBitmap; x: number; y: number } | null;
}

let newestSweep = 0;
let rig: { key: string; rig: BendRig } | null = null;

async function rigFor(at: StateKey, joint: JointRow, butt: boolean, key: string): Promise<BendRig | null> {
  const { doc } = held(at);
  const full = `${key}:${butt}`;
  if (rig?.key === full) return rig.rig;
  const made = rigOfJoint(doc, joint, await artOf(at, joint.viewId, butt));
  if (made) rig = { key: full, rig: made };
  return made;
}

/** Fitting, sweeping and bending one joint. */
export const bendTasks = {
  /** The disc that a joint between two pieces would get. */
  async previewFit(at: StateKey, viewId: string, childId: string, parentId: string): Promise<Result<PairFit>> {
    const { doc } = held(at);
    return fitBetween(doc, childId, parentId, await artOf(at, viewId, true));
  },

  /** One joint through its range, with progress; null where a newer sweep has been asked for meanwhile. */
  async sweep(
    at: StateKey,
    joint: JointRow,
    butt: boolean,
    step: number,
    onProgress: (share: number) => void,
  ): Promise<Sweep | null> {
    const { doc } = held(at);
    const ticket = ++newestSweep;
    const prepared = rigOfJoint(doc, joint, await artOf(at, joint.viewId, butt));
    if (!prepared) return null;
    const angles = sweepAngles(sweptRange(joint), step);
    const bends: BendMeasure[] = [];
    let paused = performance.now();
    for (const angle of angles) {
      bends.push(prepared.measure(angle));
      if (performance.now() - paused < 60) continue;
      onProgress(bends.length / angles.length);
      // Lets a newer request in.
      await new Promise((done) => setTimeout(done, 0));
      if (ticket !== newestSweep) return null;
      paused = performance.now();
    }
    return { bends, cleanRange: cleanRange(bends, joint) };
  },

  /** One angle, with its daylight drawn. `key` names the state of the pieces, so that they are prepared once. */
  async bend(at: StateKey, joint: JointRow, butt: boolean, key: string, angle: number): Promise<BendPicture | null> {
    const prepared = await rigFor(at, joint, butt, key);
    if (!prepared) return null;
    const measure = prepared.measure(angle);
    if (measure.daylight === 0) return { measure, daylight: null };
    const mask = prepared.daylight();
    const image = new ImageData(mask.width, mask.height);
    for (let i = 0; i < mask.data.length; i++) if (mask.data[i]) image.data.set([178, 58, 51, 235], i * 4);
    const bitmap = await createImageBitmap(image);
    return Comlink.transfer({ measure, daylight: { image: bitmap, x: mask.x, y: mask.y } }, [bitmap]);
  },
};
