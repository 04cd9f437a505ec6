import { jointById, movedBy, orderAtPose, type CharacterDoc, type OrderMove } from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import { useBench } from '../../bench/store';

/** The joint by which an order at a pose goes: the picked one where it is bent, or else the only one that is. */
export function bentJoint(doc: CharacterDoc): { id: string; angle: number } | null {
  const { bends, pickedJoint } = useBench.getState();
  const bent = Object.entries(bends).filter(
    ([id, angle]) => angle !== 0 && doc.joints.some((joint) => joint.id === id),
  );
  const [id, angle] = bent.find(([one]) => one === pickedJoint) ?? bent[0] ?? [];
  return id && angle ? { id, angle: Math.round(angle) || Math.sign(angle) } : null;
}

/**
 * While a limb is bent, a card that is moved lies there from that angle on, to the end of the joint's range. The card of the
 * piece that turns takes along all that turns with it.
 */
export function takeOrder({ pieceIds: cards, inFrontOf }: OrderMove, { doc, view, edit }: BenchValue) {
  const bent = bentJoint(doc);
  if (!bent) return null;
  const joint = jointById(doc, bent.id);
  const turning = movedBy(doc, joint);
  const isTurning = cards.includes(joint.childId) && !(inFrontOf !== null && turning.has(inFrontOf));
  const [low, high] = bent.angle > 0 ? [bent.angle, joint.rangeHigh] : [joint.rangeLow, bent.angle];
  const order = orderAtPose(doc, view.id, useBench.getState().bends).map(({ id }) => id as string);
  const pieceIds = isTurning ? order.filter((id) => turning.has(id) || cards.includes(id)) : cards;
  const others = order.filter((id) => !pieceIds.includes(id));
  // Named by the piece that they pass last: what goes back goes behind it, what comes forward in front of it.
  const to = inFrontOf === null ? 0 : others.indexOf(inFrontOf) + 1;
  const from = others.filter((id) => order.indexOf(id) < order.indexOf(pieceIds[0])).length;
  const [place, beside] = to < from ? (['behind', others[to]] as const) : (['in-front', others[to - 1]] as const);
  if (!beside) return null;
  // At the very end of the range there is no way left over which it could hold.
  const span = low < high ? { low, high } : bent.angle > 0 ? { low: high - 1, high } : { low, high: low + 1 };
  return edit('orderByPose.add', joint.id, { ...span, movedIds: pieceIds, place, atId: beside, saw: {} });
}
