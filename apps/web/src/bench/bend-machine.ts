import type { JointRow } from '@limber-sheaf/core';

interface Spot {
  x: number;
  y: number;
}

/** A limb being bent by hand. */
export type BendState =
  | { kind: 'idle' }
  /** Pressed, while it is looked up what lies there. */
  | { kind: 'looking' }
  /** \`from\`: the pointer's angle about the pivot less the bend, when it was grasped, degrees. */
  | { kind: 'grasped'; joint: Pick<JointRow, 'id' | 'rangeLow' | 'rangeHigh'>; pivot: Spot; from: number };

export type BendEvent =
  | { kind: 'grasped'; joint: Pick<JointRow, 'id' | 'rangeLow' | 'rangeHigh'>; pivot: Spot; bend: number; at: Spot }
  | { kind: 'move'; at: Spot };

/** A joint bent to an angle, degrees, within its range. */
export type BendEffect = { jointId: string; angle: number } | null;

const angleAt = (pivot: Spot, at: Spot) => (Math.atan2(at.y - pivot.y, at.x - pivot.x) * 180) / Math.PI;

/** One step of bending by hand. Pure: the same state and event give the same answer. */
export function bendStep(state: BendState, event: BendEvent): { state: BendState; effect: BendEffect } {
  if (event.kind === 'grasped') {
    const { joint, pivot, bend, at } = event;
    return { state: { kind: 'grasped', joint, pivot, from: angleAt(pivot, at) - bend }, effect: null };
  }
  if (state.kind !== 'grasped') return { state, effect: null };
  const { joint, pivot, from } = state;
  const raw = angleAt(pivot, event.at) - from;
  const turn = ((((raw + 180) % 360) + 360) % 360) - 180;
  const angle = Math.max(joint.rangeLow, Math.min(joint.rangeHigh, Math.round(turn * 2) / 2));
  return { state, effect: { jointId: joint.id, angle } };
}
