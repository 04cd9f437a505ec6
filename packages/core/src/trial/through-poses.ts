import { keptPose } from './pose-edits.js';
import { REST_POSE, bendsOf, type Pose } from './pose.js';
import type { Stage, StageFrame } from './stage.js';

/** Poses that one round goes through, rest among them, at most. */
const MOST = 8;
/** The share of its time for which it rests in a pose before it goes on. */
const RESTS = 0.3;

/** Rest, and the poses that are kept, by their names. */
export function posesOf({ doc }: Stage): (Pose & { wears: readonly string[] })[] {
  const byName = [...doc.poses].sort((a, b) => a.name.localeCompare(b.name)).slice(0, MOST - 1);
  return [{ ...REST_POSE, wears: [] }, ...byName.map((row) => ({ ...keptPose(row), wears: row.drawingIds }))];
}

/** From rest through every pose that is kept and back: it rests in each, and eases out of it and into the next. */
export function throughPoses(stage: Stage, share: number, amount: number): StageFrame {
  const poses = posesOf(stage);
  const at = Math.floor(share * poses.length) % poses.length;
  const [from, to] = [poses[at], poses[(at + 1) % poses.length]];
  const along = Math.max(0, (share * poses.length - Math.floor(share * poses.length) - RESTS) / (1 - RESTS));
  const eased = (1 - Math.cos(Math.PI * along)) / 2;
  const between = (a = 0, b = 0) => amount * (a + (b - a) * eased);
  const parts = new Set([...Object.keys(from.angles), ...Object.keys(to.angles)]);
  const angles = Object.fromEntries([...parts].map((id) => [id, between(from.angles[id], to.angles[id])]));
  return {
    bends: bendsOf(stage.doc, stage.viewId, { ...REST_POSE, angles }),
    root: { x: between(from.root.x, to.root.x), y: between(from.root.y, to.root.y) },
    wears: [...(eased < 0.5 ? from : to).wears],
  };
}
