import type { Ease, MotionRow, PoseRow } from '../document/rows.js';
import { keptPose } from './pose-edits.js';
import { REST_POSE, bendsOf, gazeIn, type Pose } from './pose.js';
import type { Stage, StageFrame } from './stage.js';

/** Poses that one round goes through, rest among them, at most. */
const MOST = 8;
/** The share of its time for which it rests in a pose before it goes on. */
const RESTS = 0.3;

/** A pose with the drawings that show in it. */
type WornPose = Pose & { wears: readonly string[] };

const RESTING: WornPose = { ...REST_POSE, wears: [] };
const wornPose = (row: PoseRow): WornPose => ({ ...keptPose(row), wears: row.drawingIds });

/** Rest, and the poses that are kept, by their names. */
export function posesOf({ doc }: Stage): WornPose[] {
  const byName = [...doc.poses].sort((a, b) => a.name.localeCompare(b.name)).slice(0, MOST - 1);
  return [RESTING, ...byName.map(wornPose)];
}

/** From rest through every pose that is kept and back: it rests in each, and eases out of it and into the next. */
export function throughPoses(stage: Stage, share: number, amount: number): StageFrame {
  const poses = posesOf(stage);
  const at = Math.floor(share * poses.length) % poses.length;
  const along = Math.max(0, (share * poses.length - Math.floor(share * poses.length) - RESTS) / (1 - RESTS));
  return between(stage, poses[at], poses[(at + 1) % poses.length], eased('soft', along), amount);
}

/** How long a motion of the artist's own takes, s. */
export function secondsOfOwn({ seconds }: MotionRow): number {
  return seconds.reduce((sum, one) => sum + one, 0);
}

/** A motion of the artist's own at a share of its round: it begins in its first pose and comes back to it. */
export function throughOwn(stage: Stage, motion: MotionRow, share: number, amount: number): StageFrame {
  const poses = motion.poseIds.map((id) => {
    const row = stage.doc.poses.find((pose) => pose.id === id);
    return row ? wornPose(row) : RESTING;
  });
  let left = share * secondsOfOwn(motion);
  let at = 0;
  while (at < poses.length - 1 && left >= motion.seconds[at]) left -= motion.seconds[at++];
  const along = Math.min(1, left / motion.seconds[at]);
  return between(stage, poses[at], poses[(at + 1) % poses.length], eased(motion.eases[at], along), amount);
}

/** How far it has come from one pose to the next, both 0 to 1. */
function eased(ease: Ease, along: number): number {
  if (ease === 'even') return along;
  // It rests, and then is there.
  if (ease === 'sudden') return along < 1 ? 0 : 1;
  return (1 - Math.cos(Math.PI * along)) / 2;
}

/** What stands between two poses. @param along how far it has come, 0 to 1 */
function between(stage: Stage, from: WornPose, to: WornPose, along: number, amount: number): StageFrame {
  const mixed = (a = 0, b = 0) => amount * (a + (b - a) * along);
  const looks = { from: gazeIn(stage.doc, stage.viewId, from), to: gazeIn(stage.doc, stage.viewId, to) };
  const parts = new Set([...Object.keys(from.angles), ...Object.keys(to.angles)]);
  const angles = Object.fromEntries([...parts].map((id) => [id, mixed(from.angles[id], to.angles[id])]));
  return {
    bends: bendsOf(stage.doc, stage.viewId, { ...REST_POSE, angles }),
    root: { x: mixed(from.root.x, to.root.x), y: mixed(from.root.y, to.root.y) },
    gaze: Object.fromEntries(
      [...new Set([...Object.keys(looks.from), ...Object.keys(looks.to)])].map((id) => [
        id,
        { x: mixed(looks.from[id]?.x, looks.to[id]?.x), y: mixed(looks.from[id]?.y, looks.to[id]?.y) },
      ]),
    ),
    wears: [...(along < 0.5 ? from : to).wears],
  };
}
