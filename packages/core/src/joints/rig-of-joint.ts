import { orderAtPose } from '../document/order-at-pose.js';
import type { CharacterDoc, JointRow, PieceRow } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { assembleJoint, stepsOfJoint } from './assemble-joint.js';
import { prepareBend, type BendRig } from './bend-rig.js';

/**
 * A joint ready to bend: each angle with its pieces in the draw order that holds there. Where the order changes only among
 * pieces that its bend does not look at, one rig does for all angles.
 * @returns null where one of the two pieces has no paint
 */
export function rigOfJoint(doc: CharacterDoc, joint: JointRow, art: ViewArt): BendRig | null {
  const rigs = rigsOfJoint(doc, joint, art);
  if (!rigs) return null;
  const rigAt = (angle: number) => rigs(orderAtPose(doc, joint.viewId, { [joint.id]: angle })).rig;
  if (switchingAngles(doc, joint).length === 0) return rigAt(0);
  let last = rigAt(0);
  return {
    measure: (angle) => (last = rigAt(angle)).measure(angle),
    corner: () => last.corner(),
    daylight: () => last.daylight(),
  };
}

/** A joint's rig for a draw order, and a key that says which of its orders that is. */
type RigsOfJoint = (order: readonly PieceRow[]) => { key: string; rig: BendRig };

/**
 * A joint ready to bend in any order of the view's pieces; orders that are alike among what its bend looks at share a rig.
 * @returns null where one of the two pieces has no paint
 */
export function rigsOfJoint(doc: CharacterDoc, joint: JointRow, art: ViewArt): RigsOfJoint | null {
  const rest = assembleJoint(doc, joint, art);
  if (!rest) return null;
  const atRest = [...stepsOfJoint(doc, joint).keys()].join();
  const rigs = new Map<string, BendRig>();
  return (order) => {
    const key = orderSeen(doc, joint, order).join();
    const known = rigs.get(key);
    if (known) return { key, rig: known };
    const rig = prepareBend((key !== atRest && assembleJoint(doc, joint, art, order)) || rest);
    rigs.set(key, rig);
    return { key, rig };
  };
}

/** What a joint's bend looks at, back to front in an order of the view's pieces, as places in that list at rest. */
function orderSeen(doc: CharacterDoc, joint: JointRow, order: readonly PieceRow[]): number[] {
  const sign = ({ piece, sheet }: { piece: { id: string }; sheet: string }) => `${piece.id} ${sheet}`;
  const atRest = stepsOfJoint(doc, joint).map(sign);
  return stepsOfJoint(doc, joint, order).map((step) => atRest.indexOf(sign(step)));
}

/** The angles, degrees, from which on and up to which what a joint's bend looks at is drawn in another order, with that order. */
export function switchingAngles(doc: CharacterDoc, joint: JointRow): { angle: number; order: number[] }[] {
  const ends = doc.orderChanges
    .filter(({ jointId }) => jointId === joint.id)
    .flatMap(({ low, high }) => [low, high])
    .filter((angle) => angle !== 0);
  return [...new Set(ends)]
    .sort((a, b) => a - b)
    .map((angle) => ({ angle, order: orderSeen(doc, joint, orderAtPose(doc, joint.viewId, { [joint.id]: angle })) }))
    .filter(({ order }) => order.some((place, at) => place !== at));
}
