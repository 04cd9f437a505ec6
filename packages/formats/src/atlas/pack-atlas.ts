import { LimberError, type Rect } from '@limber-sheaf/core';
import potpack from 'potpack';

/** The widest and highest that a sheet may be, px, and what lies between two pictures. */
const ATLAS = { side: 16_384, gap: 2 } as const;

/** Where each picture lies on a packed sheet. */
export interface AtlasPlan {
  width: number;
  height: number;
  /** By picture, in the order given. */
  places: Rect[];
}

/**
 * Packs pictures on one sheet about as high as it is wide, 2 px apart and none of them turned; the same pictures give the
 * same sheet.
 * @throws LimberError `too-large` where they do not all go on a sheet of 16,384 px a side
 */
export function packAtlas(sizes: readonly { width: number; height: number }[]): AtlasPlan {
  const { side, gap } = ATLAS;
  // Each box holds its picture and what lies to its right and beneath; as many px lie along the sheet's left and top.
  const boxes = sizes.map(({ width, height }, at) => ({ w: width + gap, h: height + gap, x: 0, y: 0, at }));
  const { w, h } = potpack(boxes);
  if (w + gap > side || h + gap > side)
    throw new LimberError(
      'too-large',
      `The pieces do not fit on one sheet of ${side.toLocaleString('en')} px.`,
      'Leave the packed sheet out, or make the package at a smaller scale.',
    );
  const places = sizes.map((size): Rect => ({ x: 0, y: 0, width: size.width, height: size.height }));
  for (const { x, y, at } of boxes) Object.assign(places[at], { x: x + gap, y: y + gap });
  return { width: w + gap, height: h + gap, places };
}
