import { LimberError, type Rect } from '@limber-sheaf/core';
import { MaxRectsPacker, PACKING_LOGIC } from 'maxrects-packer';

/** The widest and highest that a sheet may be, px, and what lies between two pictures. */
export const ATLAS_LIMITS = { side: 16_384, gap: 2 } as const;

/** Where each picture lies on a packed sheet. */
export interface AtlasPlan {
  width: number;
  height: number;
  /** By picture, in the order given. */
  places: Rect[];
}

/**
 * Packs pictures on one sheet, 2 px apart and none of them turned; the same pictures give the same sheet.
 * @throws LimberError `too-large` where they do not all go on a sheet of 16,384 px a side
 */
export function packAtlas(sizes: readonly { width: number; height: number }[]): AtlasPlan {
  const { side, gap } = ATLAS_LIMITS;
  const area = sizes.reduce((sum, { width, height }) => sum + (width + gap) * (height + gap), 0);
  const widest = Math.max(1, ...sizes.map(({ width }) => width));
  // The narrowest sheet about as high as it is wide that holds them all.
  for (let wide = Math.max(widest, Math.ceil(Math.sqrt(area))); ; wide = Math.ceil(wide * 1.08)) {
    const packer = new MaxRectsPacker<Rect & { at: number }>(Math.min(side, wide), side, gap, {
      smart: true,
      pot: false,
      square: false,
      allowRotation: false,
      logic: PACKING_LOGIC.MAX_EDGE,
    });
    packer.addArray(sizes.map(({ width, height }, at) => ({ x: 0, y: 0, width, height, at })) as never);
    const [bin, ...more] = packer.bins;
    const isTooLarge = more.length > 0 || sizes.some(({ width, height }) => width > side || height > side);
    if (isTooLarge && wide >= side)
      throw new LimberError(
        'too-large',
        `The pieces do not fit on one sheet of ${side.toLocaleString('en')} px.`,
        'Leave the packed sheet out, or make the package at a smaller scale.',
      );
    if (isTooLarge) continue;
    if (bin && bin.height > bin.width * MOST_HIGH && wide < side) continue;
    const places: Rect[] = sizes.map(({ width, height }) => ({ x: 0, y: 0, width, height }));
    for (const { x, y, width, height, at } of (bin?.rects ?? []) as unknown as (Rect & { at: number })[])
      places[at] = { x, y, width, height };
    return { width: bin?.width ?? 1, height: bin?.height ?? 1, places };
  }
}

/** How much higher than wide a sheet may be before a wider one is tried. */
const MOST_HIGH = 1.25;
