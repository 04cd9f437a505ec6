import { cropPlaced, uniteRects, type PlacedBitmap, type Rect } from '@limber-sheaf/core';
import type { ChangeKind, ChangeWeight } from './changes.js';

/** How a piece's picture differs. */
interface PictureChange {
  weight: ChangeWeight;
  kind: ChangeKind;
  /** How it goes on after the piece's name. */
  words: string;
}

/** A piece's picture in one version, what is drawn in front of it there, and the whole view at rest. */
interface PictureThen {
  picture: PlacedBitmap;
  inFront: readonly PlacedBitmap[];
  rest: PlacedBitmap;
}

/** px by which a silhouette may differ and count as the same. */
const SAME_EDGE = 2;
/** Alpha from which a pixel is within the silhouette, and that of one that hides what is behind it. */
const INSIDE = 127;
const SOLID = 255;
/** Of the pixels, the share that has to follow the same change of colour for it to be recoloured. */
const ALIKE = 0.97;
/** A change of a channel that is less is a rounding. */
const ROUNDING = 2;

/**
 * Tells how a piece's picture differs: hidden paint alone (nothing that shows at rest), other colours in the same places,
 * other paint within the same silhouette (to 2 px), or another shape.
 */
export function pictureChange(before: PictureThen, after: PictureThen): PictureChange {
  const rect = uniteRects(before.picture, after.picture);
  const [was, is] = [before, after].map(({ picture }) => cropPlaced(picture, rect).data);
  const hidden = bothHide(rect, before.inFront, after.inFront);
  // Where a front's soft edge lets it through and it is seen to be no other, it is hidden as well.
  const [restWas, restIs] = [before, after].map(({ rest }) => cropPlaced(rest, rect).data);
  for (let i = 0; i < hidden.length; i++) if (hidden[i] === 0 && sameAt(restWas, restIs, i, 1)) hidden[i] = 1;
  let [shown, more] = [0, 0];
  for (let i = 0; i < hidden.length; i++) {
    if (sameAt(was, is, i, 0)) continue;
    if (hidden[i] === 0) shown++;
    else if (is[i * 4 + 3] > was[i * 4 + 3]) more++;
  }
  if (shown === 0)
    return {
      weight: 'safe',
      kind: 'hidden-paint',
      words: more > 0 ? 'has more paint where it is hidden.' : 'has other paint where it is hidden.',
    };
  if (!sameSilhouette(was, is, rect)) return { weight: 'check', kind: 'repainted', words: 'has another shape.' };
  return isRecoloured(was, is)
    ? { weight: 'safe', kind: 'recoloured', words: 'has other colours.' }
    : { weight: 'safe', kind: 'repainted', words: 'was repainted within its shape.' };
}

/** Do two pictures show the same at a pixel, no channel more than so much apart? */
function sameAt(was: Uint8Array, is: Uint8Array, pixel: number, most: number): boolean {
  const i = pixel * 4;
  if (was[i + 3] === 0 && is[i + 3] === 0) return true;
  for (let k = i; k < i + 4; k++) if (Math.abs(was[k] - is[k]) > most) return false;
  return true;
}

/** By pixel of a rectangle: above 0 where something in front hides it in both versions. */
function bothHide(rect: Rect, before: readonly PlacedBitmap[], after: readonly PlacedBitmap[]): Uint8Array {
  const [first, second] = [before, after].map((pictures) => {
    const hides = new Uint8Array(rect.width * rect.height);
    for (const picture of pictures) {
      const { data } = cropPlaced(picture, rect);
      for (let i = 0; i < hides.length; i++) if (data[i * 4 + 3] === SOLID) hides[i] = 1;
    }
    return hides;
  });
  return first.map((value, i) => value & second[i]);
}

/** Is every pixel within either silhouette within 2 px of the other's? */
function sameSilhouette(was: Uint8Array, is: Uint8Array, { width, height }: Rect): boolean {
  const isIn = (data: Uint8Array, x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && data[(y * width + x) * 4 + 3] > INSIDE;
  const isNear = (data: Uint8Array, x: number, y: number, value: boolean) => {
    for (let dy = -SAME_EDGE; dy <= SAME_EDGE; dy++)
      for (let dx = -SAME_EDGE; dx <= SAME_EDGE; dx++) if (isIn(data, x + dx, y + dy) === value) return true;
    return false;
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [a, b] = [isIn(was, x, y), isIn(is, x, y)];
      if (a !== b && !isNear(is, x, y, a)) return false;
    }
  return true;
}

/** Does each colour become one other throughout, as when a fill is changed and nothing is drawn anew? */
function isRecoloured(was: Uint8Array, is: Uint8Array): boolean {
  const becomes = new Map<number, [number, number, number]>();
  let [pixels, alike] = [0, 0];
  for (let i = 0; i < was.length; i += 4) {
    if (Math.abs(was[i + 3] - is[i + 3]) > ROUNDING) return false;
    if (was[i + 3] < SOLID || is[i + 3] < SOLID) continue;
    pixels++;
    const key = (was[i] << 16) | (was[i + 1] << 8) | was[i + 2];
    const known = becomes.get(key);
    if (!known) becomes.set(key, [is[i], is[i + 1], is[i + 2]]);
    if (!known || known.every((value, k) => Math.abs(value - is[i + k]) <= ROUNDING)) alike++;
  }
  // Where nearly every pixel has a colour of its own, nothing is told by it.
  return pixels > 0 && alike >= ALIKE * pixels && becomes.size < pixels / 2;
}
