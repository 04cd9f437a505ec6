import {
  drawBothWays,
  drawCuts,
  pieceById,
  type BothWays,
  type DrawnCuts,
  type Pair,
  type PieceId,
  type PlacedBitmap,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { lastOf } from '../../ui/last-of';
import { held, type StateKey } from './held';
import { artOf } from './pictures';

/** px of the longer side of a whole view in such a picture. */
const SIDE = 420;
/** px of the longer side of a picture of a cut, of which two stand side by side. */
const CUT_SIDE = 240;

/** Both pictures of a question are drawn at once, and asked for one by one. */
const limbWays = lastOf(async (at: StateKey, pieceId: PieceId) =>
  drawBothWays(held(at).doc, await artOf(at, pieceById(held(at).doc, pieceId).viewId), pieceId, SIDE),
);
const cutPlaces = lastOf(async (at: StateKey, first: PieceId, second: PieceId) =>
  drawCuts(await artOf(at, pieceById(held(at).doc, first).viewId, true), { first, second }, CUT_SIDE),
);

async function imageOf(picture: PlacedBitmap | null | undefined): Promise<ImageBitmap | null> {
  if (!picture) return null;
  const { data, width, height } = picture;
  const image = await createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height));
  return Comlink.transfer(image, [image]);
}

/** What the doubts ask the workers for. */
export const doubtTasks = {
  /** A limb as it would lie in front of what it hangs from, or behind it; null for what is no limb. */
  async limb(at: StateKey, pieceId: PieceId, to: keyof BothWays): Promise<ImageBitmap | null> {
    return imageOf((await limbWays(at, pieceId))?.[to]);
  },
  /** A cut between two pieces as it would be a step farther on; null where there is no such step. */
  async cut(at: StateKey, { first, second }: Pair, place: keyof DrawnCuts): Promise<ImageBitmap | null> {
    return imageOf((await cutPlaces(at, first, second))?.[place]);
  },
};
