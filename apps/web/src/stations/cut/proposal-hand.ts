import { tell } from '../../ui/tell';
import { pickPiece, useBench } from '../../bench/store';
import { sameTokens } from '../../bench/parts';
import { giveShape, proposalStore } from './proposals';
import { cutWorker } from './worker';

let asking = false;

/** Names the shape under the pointer. */
export async function hoverShape(at: { x: number; y: number }): Promise<void> {
  if (asking) return;
  asking = true;
  try {
    const over = await cutWorker().shapeAt(at.x, at.y);
    if (over !== proposalStore.getState().over) proposalStore.setState({ over });
  } finally {
    asking = false;
  }
}

/** A click gives a shape to the picked part, or takes it out where it has it already. */
export async function clickShape(at: { x: number; y: number }): Promise<void> {
  const shape = await cutWorker().shapeAt(at.x, at.y);
  const { picture: now, parts } = proposalStore.getState();
  if (shape === null || !now) return;
  const { pickedPart } = useBench.getState();
  const guess = now.shapes[shape].part;
  const guessed = guess === null ? null : parts[guess];
  if (!pickedPart) {
    if (guessed) pickPiece(null, guessed);
    else tell('Pick the part this shape belongs to in the ledger, then click it again.');
    return;
  }
  await giveShape(shape, sameTokens(pickedPart, guessed) ? null : pickedPart);
}
