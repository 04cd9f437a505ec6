import { INSIDE, type Mask } from '../../raster/mask.js';
import type { Rect } from '../../raster/bitmap.js';

/** Where a standing figure's landmarks lie, px. */
export interface BodyFrame {
  figure: Rect;
  /** The upright axis of best symmetry. */
  axisX: number;
  /** Half the figure's width. */
  halfWidth: number;
  crownY: number;
  neckY: number;
  crotchY: number;
  floorY: number;
}

/**
 * Reads the landmarks of a standing figure off its silhouette: the axis by best symmetry, the neck where the figure is
 * narrowest between a tenth and the middle of its height, the crotch where the gap between the legs ends.
 * @returns null for an empty silhouette
 */
export function bodyFrame(silhouette: Mask): BodyFrame | null {
  const { width, height, data } = silhouette;
  const spans: { left: number; right: number; solid: number }[] = [];
  let top = -1;
  let bottom = -1;
  let left = width;
  let right = 0;
  for (let y = 0; y < height; y++) {
    let first = -1;
    let last = -1;
    let solid = 0;
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (data[i] <= INSIDE) continue;
      if (first < 0) first = x;
      last = x;
      solid++;
    }
    spans.push({ left: first, right: last, solid });
    if (first < 0) continue;
    if (top < 0) top = y;
    bottom = y;
    left = Math.min(left, first);
    right = Math.max(right, last);
  }
  if (top < 0) return null;
  const tall = bottom - top + 1;
  const axisX = symmetryAxis(silhouette, { x: left, y: top, width: right - left + 1, height: tall });
  const neckY = neckOf(
    spans.map(({ solid }) => solid),
    top,
    tall,
  );
  return {
    figure: { x: left, y: top, width: right - left + 1, height: tall },
    axisX,
    halfWidth: (right - left + 1) / 2,
    crownY: top,
    neckY,
    crotchY: crotchOf(silhouette, axisX, neckY, top, bottom),
    floorY: bottom + 1,
  };
}

/** Shares of the height within which the neck lies, and over which a figure widens from there to its shoulders. */
const NECK = [0.1, 0.5] as const;
const SHOULDERS = 0.12;
/** Of the most that a figure widens anywhere: where it is narrowest it does so at least this much, or that is no neck. */
const WIDENS = 0.6;

/**
 * Where the figure is narrowest, if its shoulders lie beneath that; or else where it widens most for how narrow it is: a face
 * between a broad cap and a beard may be narrower than what hides the neck.
 * @param solid px of the figure, by row
 */
function neckOf(solid: readonly number[], top: number, tall: number): number {
  const rows = Array.from(
    { length: Math.floor((NECK[1] - NECK[0]) * tall) },
    (_, i) => Math.round(top + NECK[0] * tall) + i,
  );
  const own = rows.filter((y) => solid[y] > 0);
  const widensAt = (y: number) =>
    solid.slice(y, y + Math.round(SHOULDERS * tall)).reduce((widest, one) => Math.max(widest, one), 0) / solid[y];
  const best = (score: (y: number) => number) => own.reduce((most, y) => (score(y) > score(most) ? y : most), own[0]);
  if (own.length === 0) return Math.round(top + 0.25 * tall);
  const narrowest = best((y) => -solid[y]);
  const widest = best(widensAt);
  return widensAt(narrowest) >= WIDENS * widensAt(widest) ? narrowest : widest;
}

/** The upright line about which the silhouette mirrors best, to half a pixel. */
export function symmetryAxis(silhouette: Mask, bounds: Rect): number {
  const { width, data } = silhouette;
  const step = Math.max(1, Math.floor(bounds.height / 160));
  const scoreAt = (twice: number) => {
    let same = 0;
    let all = 0;
    for (let y = bounds.y; y < bounds.y + bounds.height; y += step)
      for (let x = bounds.x; x < bounds.x + bounds.width; x += step) {
        const mirrored = twice - x;
        const a = data[y * width + x] > INSIDE;
        const b = mirrored >= 0 && mirrored < width && data[y * width + mirrored] > INSIDE;
        if (a && b) same++;
        if (a || b) all++;
      }
    return all === 0 ? 0 : same / all;
  };
  const middle = Math.round(2 * bounds.x + bounds.width - 1);
  let best = middle;
  let most = -1;
  const reach = Math.round(bounds.width * 0.3);
  for (const [from, to, by] of [
    [middle - reach, middle + reach, Math.max(1, Math.round(reach / 40))],
    [0, 0, 1],
  ]) {
    const [low, high] = to > from ? [from, to] : [best - Math.ceil(reach / 30), best + Math.ceil(reach / 30)];
    for (let twice = low; twice <= high; twice += by) {
      const score = scoreAt(twice);
      if (score > most) {
        most = score;
        best = twice;
      }
    }
  }
  return (best + 1) / 2;
}

/** Where legs usually part, and where they part at the lowest, from the neck to the floor. */
const USUAL_CROTCH = 0.5;
const LOWEST_CROTCH = 0.58;

/** Where the gap between the legs ends, going up from the floor; a usual place where the legs are drawn together. */
function crotchOf(silhouette: Mask, axisX: number, neckY: number, top: number, bottom: number): number {
  const { width, data } = silhouette;
  const usual = Math.round(neckY + USUAL_CROTCH * (bottom - neckY));
  const reach = Math.max(3, Math.round((bottom - top) * 0.04));
  const gapAt = (y: number) => {
    for (let x = Math.max(0, Math.round(axisX) - reach); x <= Math.min(width - 1, axisX + reach); x++)
      if (data[y * width + x] <= INSIDE) return true;
    return false;
  };
  let y = Math.round(bottom - 0.05 * (bottom - top));
  if (!gapAt(y)) return usual;
  let missing = 0;
  let crotch = y;
  for (; y > neckY && missing < 4; y--) {
    if (gapAt(y)) {
      crotch = y;
      missing = 0;
    } else missing++;
  }
  const share = (crotch - neckY) / (bottom - neckY);
  // A gap that ends lower is one beneath a skirt or a coat.
  return share < 0.2 || share > LOWEST_CROTCH ? usual : crotch;
}

/** A place in body coordinates: u across (±1 at half the figure's width), v down (0 crown, 1 neck, 2 crotch, 3 floor). */
export function toBody(frame: BodyFrame, x: number, y: number): { u: number; v: number } {
  const { crownY, neckY, crotchY, floorY } = frame;
  const v =
    y < neckY
      ? (y - crownY) / Math.max(1, neckY - crownY)
      : y < crotchY
        ? 1 + (y - neckY) / Math.max(1, crotchY - neckY)
        : 2 + (y - crotchY) / Math.max(1, floorY - crotchY);
  return { u: (x - frame.axisX) / frame.halfWidth, v };
}
