import { drawBothWays, type BothWays, type PieceId, pieceById } from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from './held';
import { artOf } from './pictures';

/** px of the longer side of a whole view in such a picture. */
const SIDE = 420;

let drawn: { key: string; ways: Promise<BothWays | null> } | null = null;

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
    const picture = (await drawn.ways)?.[to];
    if (!picture) return null;
    const { data, width, height } = picture;
    const image = await createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height));
    return Comlink.transfer(image, [image]);
  },
};
