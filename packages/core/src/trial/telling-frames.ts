import type { CharacterDoc, JointId, ViewId } from '../document/rows.js';
import { motionFrames, motionKeys, type MotionKey } from './motions.js';
import { bendsOf, type Pose } from './pose.js';

/** Frames a second of the motions that are checked. */
export const FPS = 24;

/** A frame of a motion that is looked at. */
interface TellingFrame {
  motion: MotionKey;
  frame: number;
  pose: Pose;
}

/**
 * The frames of all motions that a view can do in which some joint stands furthest to either side: what comes into view at all
 * does so in one of them, or close to it.
 */
export function tellingFrames(doc: CharacterDoc, viewId: ViewId): TellingFrame[] {
  return motionKeys(doc).flatMap((motion) => {
    const { poses } = motionFrames(doc, viewId, motion, { fps: FPS, amount: 1 });
    const bends = poses.map((pose) => bendsOf(doc, viewId, pose));
    const joints = new Set<JointId>(bends.flatMap((bent) => Object.keys(bent)));
    const telling = new Set<number>();
    for (const id of joints) {
      const angles = bends.map((bent) => bent[id] ?? 0);
      telling.add(angles.indexOf(Math.min(...angles))).add(angles.indexOf(Math.max(...angles)));
    }
    return [...telling].sort((a, b) => a - b).map((frame) => ({ motion, frame, pose: poses[frame] }));
  });
}
