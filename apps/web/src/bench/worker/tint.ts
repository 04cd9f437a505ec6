import type { PlacedMask } from '@limber-sheaf/core';

/** A tinted picture of some pixels and where it lies, px; hand it over with `Comlink.transfer`. */
export interface Tint {
  image: ImageBitmap;
  x: number;
  y: number;
}

/** Colours far enough apart to tell neighbours by, for flat tints: by index, the golden angle round the hues. */
export function tintColour(index: number): [number, number, number] {
  const hue = (index * 137.508) % 360;
  const light = 0.5 + 0.14 * ((index % 3) - 1);
  const chroma = 0.52;
  const channel = (n: number) => {
    const k = (n + hue / 30) % 12;
    return Math.round(255 * (light - chroma * Math.min(light, 1 - light) * Math.max(-1, Math.min(k - 3, 9 - k, 1))));
  };
  return [channel(0), channel(8), channel(4)];
}

/** A mask in one flat colour with alpha, 0 to 255. */
export async function tintMask(
  mask: PlacedMask,
  colour: readonly [number, number, number],
  alpha: number,
): Promise<Tint> {
  const data = new ImageData(mask.width, mask.height);
  const words = new Uint32Array(data.data.buffer);
  const word = (colour[0] | (colour[1] << 8) | (colour[2] << 16) | (alpha << 24)) >>> 0;
  for (let i = 0; i < mask.data.length; i++) if (mask.data[i]) words[i] = word;
  return { image: await createImageBitmap(data), x: mask.x, y: mask.y };
}
