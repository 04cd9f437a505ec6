import {
  createPlaced,
  cropPlaced,
  placedAt,
  trimToPaint,
  type PlacedBitmap,
  type Place,
  type RigEntry,
} from '@limber-sheaf/core';
import sharp from 'sharp';

/** How a view is scaled for a package: lengths, places and pictures, all on the whole canvas's grid, with room round it. */
export class Scaling {
  readonly canvas: { width: number; height: number };
  /** The canvas with its room, before it is scaled. */
  private readonly full: { width: number; height: number };

  /** @param room px that are added on every side, before it is scaled */
  constructor(
    canvas: { width: number; height: number },
    private readonly scale: number,
    private readonly room: number,
  ) {
    this.full = { width: canvas.width + 2 * room, height: canvas.height + 2 * room };
    this.canvas = { width: this.along(this.full.width), height: this.along(this.full.height) };
  }

  private along(length: number): number {
    return Math.max(1, Math.round(length * this.scale));
  }

  /** A length, px, to a hundredth where it is scaled. */
  length(value: number): number {
    return this.scale === 1 ? value : Math.round(value * this.scale * 100) / 100;
  }

  place({ x, y }: Place): Place {
    return { x: this.length(x + this.room), y: this.length(y + this.room) };
  }

  entry(entry: RigEntry): RigEntry {
    const { joint, pivot } = entry;
    return {
      ...entry,
      pivot: pivot && this.place(pivot),
      joint: joint && {
        ...joint,
        radius: this.length(joint.radius),
        lineWidth: this.length(joint.lineWidth),
        looseness: this.length(joint.looseness),
      },
    };
  }

  /** A picture resampled together with the whole canvas, then trimmed to its paint; of no width where nothing is left. */
  async picture(picture: PlacedBitmap): Promise<PlacedBitmap> {
    if (this.scale === 1) return this.moved(picture);
    return trimToPaint(await this.onCanvas(picture)) ?? createPlaced({ x: 0, y: 0, width: 0, height: 0 });
  }

  /** A picture where it lies once there is room. */
  private moved(picture: PlacedBitmap): PlacedBitmap {
    return this.room === 0 ? picture : placedAt(picture, picture.x + this.room, picture.y + this.room);
  }

  /** A picture resampled together with the whole canvas, as large as that is then. */
  async onCanvas(picture: PlacedBitmap): Promise<PlacedBitmap> {
    const moved = this.moved(picture);
    if (this.scale === 1) return cropPlaced(moved, { x: 0, y: 0, ...this.canvas });
    const { width, height, data, x, y } = moved;
    const { data: out, info } = await sharp(
      await sharp(data, { raw: { width, height, channels: 4 } })
        .extend({
          left: x,
          top: y,
          right: this.full.width - x - width,
          bottom: this.full.height - y - height,
          background: { r: 0, g: 0, b: 0, alpha: 0 },
        })
        .raw()
        .toBuffer(),
      { raw: { ...this.full, channels: 4 } },
    )
      // Weights that add up to one and never fall below nothing: what is cut apart comes together again.
      .resize({ ...this.canvas, fit: 'fill', kernel: 'linear' })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { width: wide, height: high } = info;
    return { x: 0, y: 0, width: wide, height: high, data: new Uint8Array(out.buffer, out.byteOffset, out.byteLength) };
  }
}
