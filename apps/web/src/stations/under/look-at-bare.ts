import { partOf, type Bare, type CharacterDoc } from '@limber-sheaf/core';
import { pickJoint, pickPiece, useBench } from '../../bench/store';
import { useUnderStore } from './under-store';

/** Picks a piece, bends the limb to the angle that shows most of it bare, and shows the rest faint. */
export function lookAtBare(doc: CharacterDoc, bare: Bare): void {
  const piece = doc.pieces.find(({ id }) => id === bare.pieceId);
  if (!piece) return;
  pickPiece(piece.id, partOf(doc, piece));
  pickJoint(null);
  useUnderStore.setState({ lifted: 0 });
  const bends = Object.fromEntries(bare.turns.map(({ jointId, angle }) => [jointId, angle]));
  const turning = doc.joints.flatMap(({ id, childId }) => (id in bends ? [childId as string] : []));
  useBench.setState({ bends, solo: null, lit: [piece.id, ...turning] });
}

/** All as it lies at rest, nothing faint. */
export function layBack(): void {
  useBench.setState({ bends: {}, solo: null, lit: null });
  useUnderStore.setState({ lifted: 0 });
}
