import { orderAtPose } from '../document/order-at-pose.js';
import type { CharacterDoc, JointId, JointRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { pieceById } from '../document/find.js';
import { rigsOfJoint } from '../joints/rig-of-joint.js';
import { FAULTS, cleanLimits, type Fault } from '../joints/sweep-joint.js';
import type { BendPlace, BendsInMotion } from './motion-faults.js';
import { turnShares } from './soft-line.js';

/**
 * Measures every joint that turns in every frame, as `sweepJoint` does, in the draw order that holds in the whole pose: of
 * several joints at once one may change what lies before another. Angles are measured to a degree, each once.
 * @param bends degrees by joint, by frame
 */
export function bendsInMotion(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  bends: readonly Readonly<Record<JointId, number>>[],
): BendsInMotion {
  const orders = bends.map((bent) => orderAtPose(doc, viewId, bent));
  const found: BendsInMotion = { measured: [], bends: [] };
  for (const joint of doc.joints) {
    if (joint.viewId !== viewId || bends.every((bent) => !bent[joint.id])) continue;
    const rigs = rigsOfJoint(doc, joint, art);
    if (!rigs) continue;
    found.measured.push(joint.id);
    const known = new Map<string, BendPlace['shows']>();
    const share = rootShare(doc, joint);
    for (const [frame, bent] of bends.entries()) {
      const angle = Math.round((bent[joint.id] ?? 0) * share);
      if (angle === 0) continue;
      const { key, rig } = rigs(orders[frame]);
      const place = `${angle} ${key}`;
      const shows = known.get(place) ?? faultsOf(joint, rig.measure(angle));
      known.set(place, shows);
      if (Object.keys(shows).length > 0) found.bends.push({ jointId: joint.id, frame, shows });
    }
  }
  return found;
}

/** How much of a bend a joint's piece does at its root: all of it, or of a soft one its line's first share. */
export function rootShare(doc: CharacterDoc, { childId }: Pick<JointRow, 'childId'>): number {
  const { soft } = pieceById(doc, childId);
  return soft ? turnShares(soft)[0] : 1;
}

/** What of a bend is past its limit, px. */
function faultsOf(joint: JointRow, bend: Readonly<Record<Fault, number>>): BendPlace['shows'] {
  const limits = cleanLimits(joint);
  const past = FAULTS.filter((fault) => bend[fault] > limits[fault]);
  return Object.fromEntries(past.map((fault) => [fault, Math.round(bend[fault] * 10) / 10]));
}
