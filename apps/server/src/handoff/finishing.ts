import {
  edgeReach,
  finishTexture,
  placedAt,
  withFinish,
  type Bitmap,
  type Finish,
  type PlacedBitmap,
} from '@limber-sheaf/core';
import { picture } from '../threads/pictures.js';

/** How the pictures of a view come by their finish; without one they stay as they are. */
export class Finishing {
  private constructor(
    private readonly finish: Finish | null,
    private readonly canvas: { width: number; height: number },
    /** As large as the canvas; null for a tint, and where every piece is shaded along its own edges. */
    readonly texture: Bitmap | null,
  ) {}

  /** @param design as large as the canvas */
  static async on(finish: Finish | null, design: PlacedBitmap): Promise<Finishing> {
    const canvas = { width: design.width, height: design.height };
    if (!finish) return new Finishing(null, canvas, null);
    const own = finish.texture ? await picture(finish.texture) : null;
    const texture = finish.scope === 'piece' ? null : finishTexture(finish, canvas, design, own);
    return new Finishing(finish, canvas, texture);
  }

  /**
   * A picture with the finish on it.
   * @param of the whole piece whose edges are meant, where that is not the picture itself
   */
  picture(image: PlacedBitmap, of: PlacedBitmap = image): PlacedBitmap {
    if (!this.finish) return image;
    if (this.finish.scope === 'figure') return withFinish(image, this.finish, this.texture);
    const texture = finishTexture(this.finish, of, { ...of, x: 0, y: 0 }, null, edgeReach(this.canvas));
    const { x, y } = image;
    return placedAt(withFinish(placedAt(image, x - of.x, y - of.y), this.finish, texture), x, y);
  }
}
