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
import { held, type StateKey } from './held';
import { artOf } from './pictures';

/** px of the longer side of a whole view in such a picture. */
const SIDE = 420;
/** px of the longer side of a picture of a cut, of which two stand side by side. */
const CUT_SIDE = 240;

let drawn: { key: string; ways: Promise<BothWays | null> } | null = null;
let cuts: { key: string; places: Promise<DrawnCuts | null> } | null = null;

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
    const { doc } = held(at);
    const key = `${at} ${pieceId}`;
    if (drawn?.key !== key)
      drawn = {
        key,
        ways: artOf(at, pieceById(doc, pieceId).viewId).then((art) => drawBothWays(doc, art, pieceId, SIDE)),
      };
    return imageOf((await drawn.ways)?.[to]);
  },
  /** A cut between two pieces as it would be a step farther on; null where there is no such step. */
  async cut(at: StateKey, pair: Pair, place: keyof DrawnCuts): Promise<ImageBitmap | null> {
    const { doc } = held(at);
    const key = `${at} ${pair.first} ${pair.second}`;
    if (cuts?.key !== key)
      cuts = {
        key,
        places: artOf(at, pieceById(doc, pair.first).viewId, true).then((art) => drawCuts(doc, art, pair, CUT_SIDE)),
      };
    return imageOf((await cuts.places)?.[place]);
  },
};
