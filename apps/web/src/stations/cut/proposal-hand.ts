import { refuse, tell } from '../../ui/tell';
import { lookAtPlace, pickPiece, useBench } from '../../bench/store';
import { sameTokens } from '../../bench/parts';
import { giveShapes, proposalStore, unnamedShapes } from './proposals';
import { proposalWorker } from './worker';

/** Places that the hand has come to and that are not looked at yet, px: pressed, it may be quicker than the answers. */
const ahead: { at: { x: number; y: number }; pressed: boolean }[] = [];
/** Done when all of them are looked at; null where there are none. */
let looking: Promise<void> | null = null;

async function lookAhead(): Promise<void> {
  for (let next = ahead.shift(); next; next = ahead.shift()) {
    const over = await proposalWorker().shapeAt(next.at.x, next.at.y);
    const { picture, over: before, across } = proposalStore.getState();
    // Dropped meanwhile.
    if (!picture) return;
    if (next.pressed && over !== null && !across.includes(over)) proposalStore.setState({ across: [...across, over] });
    if (over !== before && ahead.length === 0)
      proposalStore.setState({ over, extent: over === null ? null : await proposalWorker().extentOf(over) });
  }
}

/** Names the shape under the pointer and shows all that it reaches over; pressed, it is taken along for the picked part. */
export async function hoverShape(at: { x: number; y: number }, pressed: boolean): Promise<void> {
  if (looking && !pressed) return;
  ahead.push({ at, pressed });
  looking ??= lookAhead().finally(() => {
    ahead.length = 0;
    looking = null;
  });
  await looking;
}

/** Gives all shapes that were dragged across to the picked part, as one step. */
export async function giveAcross(): Promise<void> {
  await looking;
  const { across } = proposalStore.getState();
  proposalStore.setState({ across: [] });
  const { pickedPart } = useBench.getState();
  if (across.length === 0) return;
  if (pickedPart) await giveShapes(across, pickedPart);
  else
    refuse('No part is picked.', {
      description: 'Pick the part these shapes belong to in the ledger, then drag across them again.',
    });
}

/** A click gives a shape to the picked part; what it has already it keeps. Without a picked part it picks the shape's. */
export async function clickShape(at: { x: number; y: number }): Promise<void> {
  await looking;
  const shape = await proposalWorker().shapeAt(at.x, at.y);
  const { picture: now, parts } = proposalStore.getState();
  proposalStore.setState({ across: [] });
  if (shape === null || !now) return;
  const { pickedPart } = useBench.getState();
  const guess = now.shapes[shape].part;
  const guessed = guess === null ? null : parts[guess];
  if (!pickedPart) {
    if (guessed) pickPiece(null, guessed);
    else tell('Pick the part this shape belongs to in the ledger, then click it again.');
  } else if (!sameTokens(pickedPart, guessed)) await giveShapes([shape], pickedPart);
  proposalStore.setState({ at: shape });
}

/** Steps to the next shape without a part, the largest first, and shows it. */
export async function nextUnnamed(): Promise<void> {
  const { picture, at } = proposalStore.getState();
  if (!picture) return;
  const unnamed = unnamedShapes(picture);
  if (unnamed.length === 0) return tell('Every shape has a part.');
  const next = unnamed[(unnamed.indexOf(at ?? -1) + 1) % unnamed.length];
  const shape = picture.shapes[next];
  lookAtPlace(shape.at.x, shape.at.y, Math.max(120, 1.5 * Math.sqrt(shape.area)));
  proposalStore.setState({ at: next, over: next, extent: await proposalWorker().extentOf(next) });
}

/** Gives the shape in hand to the picked part; false where there is none of the two. */
export function giveInHand(): boolean {
  const { picture, at } = proposalStore.getState();
  const { pickedPart } = useBench.getState();
  if (!picture || at === null || !pickedPart) return false;
  void giveShapes([at], pickedPart);
  return true;
}

/** Lets the shape in hand stay uncut. */
export async function unnameInHand(): Promise<void> {
  const { picture, at } = proposalStore.getState();
  if (picture && at !== null) await giveShapes([at], null);
}
