import { movedBy, parentPiece, pieceById, type CharacterDoc, type JointRow, type PieceRow } from '@limber-sheaf/core';
import { bendStep, type BendState } from './bend-machine';
import { useOnBench, type BenchValue } from './context';
import type { TableEvent, TableView } from './station';
import { pickJoint, setBend, useBench } from './store';

/** The joint that turns a piece: its own, or that of the nearest piece above it. */
export function jointTurning(doc: CharacterDoc, pieceId: string): JointRow | null {
  for (let piece: PieceRow | null = pieceById(doc, pieceId); piece; piece = parentPiece(doc, piece)) {
    const { id } = piece;
    const joint = doc.joints.find((j) => j.childId === id);
    if (joint) return joint;
  }
  return null;
}

/** The joint that is picked, or else the one that turns the picked piece; null for none. */
export function useJointInHand(): JointRow | null {
  const { doc } = useOnBench();
  const pickedJoint = useBench((s) => s.pickedJoint);
  const pickedPiece = useBench((s) => s.pickedPiece);
  const joint = doc.joints.find(({ id }) => id === pickedJoint);
  if (joint) return joint;
  return pickedPiece && doc.pieces.some(({ id }) => id === pickedPiece) ? jointTurning(doc, pickedPiece) : null;
}

/** The joint that a drag on a piece bends: the picked one, if the piece moves with it. */
function jointToBend(doc: CharacterDoc, pieceId: string): JointRow | null {
  const picked = doc.joints.find((j) => j.id === useBench.getState().pickedJoint);
  return picked && movedBy(doc, picked).has(pieceId) ? picked : jointTurning(doc, pieceId);
}

let bending: BendState = { kind: 'idle' };

/** Begins to bend the limb under a place, if there is one. */
async function grasp(at: { x: number; y: number }, { doc }: BenchValue, table: TableView): Promise<void> {
  bending = { kind: 'looking' };
  const id = await table.pieceUnder(at.x, at.y);
  const joint = id && jointToBend(doc, id);
  if (bending.kind !== 'looking') return;
  if (!joint) {
    bending = { kind: 'idle' };
    return;
  }
  const pivot = table.placeOf(joint.parentId, joint.x, joint.y);
  const bend = useBench.getState().bends[joint.id] ?? 0;
  bending = bendStep(bending, { kind: 'grasped', joint, pivot, bend, at }).state;
}

/** Bends the limb that the pointer drags; false for what has another meaning, as a click has. */
export function bendByHand(event: TableEvent, bench: BenchValue, table: TableView): boolean {
  const at = { x: event.x, y: event.y };
  switch (event.kind) {
    case 'press':
      void grasp(at, bench, table);
      return true;
    case 'move': {
      if (!event.pressed || !event.dragged) return false;
      const { state, effect } = bendStep(bending, { kind: 'move', at });
      bending = state;
      if (effect) {
        if (useBench.getState().pickedJoint !== effect.jointId) pickJoint(effect.jointId);
        setBend(effect.jointId, effect.angle);
      }
      return true;
    }
    case 'release':
      bending = { kind: 'idle' };
      return event.dragged;
    case 'lost':
      bending = { kind: 'idle' };
      return true;
    case 'double':
      return true;
  }
}
