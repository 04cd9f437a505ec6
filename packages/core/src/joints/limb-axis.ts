import type { PlacedBitmap } from '../raster/bitmap.js';

/** A way on the canvas, px. */
export interface Vector {
  x: number;
  y: number;
}

/** One of length 1. */
export type Direction = Vector;

export const NOWHERE: Vector = { x: 0, y: 0 };

/** The ring about a joint in which a limb is looked for, in radii: beyond an oblique border's corners. */
const RING: readonly [number, number] = [1.5, 2.5];
/** Pixels looked at across a radius. */
const LOOKS = 24;
/** The fewest places with paint that say a direction. */
const FEWEST = 8;
/** Length of the mean of all directions from the pivot, 0 to 1, from which what lies there is a limb: a trunk lies all round. */
const ONE_WAY = 0.82;

/** The direction in which a limb leaves a joint, by where its paint lies about the disc; null where it has no single one. */
export function limbAxis(
  face: PlacedBitmap,
  { x, y, radius }: { x: number; y: number; radius: number },
): Direction | null {
  const step = Math.max(1, Math.floor(radius / LOOKS));
  const [near, far] = [RING[0] * radius, RING[1] * radius];
  const left = Math.max(face.x, Math.floor(x - far));
  const right = Math.min(face.x + face.width, Math.ceil(x + far));
  const bottom = Math.min(face.y + face.height, Math.ceil(y + far));
  let [sumX, sumY, count] = [0, 0, 0];
  for (let py = Math.max(face.y, Math.floor(y - far)); py < bottom; py += step)
    for (let px = left; px < right; px += step) {
      if (face.data[((py - face.y) * face.width + px - face.x) * 4 + 3] < 255) continue;
      const [dx, dy] = [px + 0.5 - x, py + 0.5 - y];
      const d = Math.hypot(dx, dy);
      if (d < near || d > far) continue;
      sumX += dx / d;
      sumY += dy / d;
      count++;
    }
  const length = Math.hypot(sumX, sumY);
  return count >= FEWEST && length / count >= ONE_WAY ? { x: sumX / length, y: sumY / length } : null;
}

/** The farthest that half of a bent limb goes on straight, in radii: a right angle and a little more. */
const FARTHEST = 1.5;

/**
 * How far, from the pivot along its own axis, half of a bent limb goes on to its disc through the other half: as far as the
 * crook, where the two halves' contours meet. Nowhere for a straight limb, and for what is no limb.
 */
export function straightOn(own: Direction | null, other: Direction | null, radius: number): Vector {
  if (!own || !other) return NOWHERE;
  const cos = Math.max(-1, Math.min(1, -(own.x * other.x + own.y * other.y)));
  const far = radius * Math.min(FARTHEST, Math.tan(Math.acos(cos) / 2));
  return { x: own.x * far, y: own.y * far };
}

/** Where on the way from the pivot to `end` the nearest point of a place is, 0 to 1. */
export function shareAlong(px: number, py: number, { x, y }: Vector): number {
  const square = x * x + y * y;
  return square === 0 ? 0 : Math.max(0, Math.min(1, (px * x + py * y) / square));
}

/** From the nearest point of the way from the pivot to `end`. */
export function offSegment(px: number, py: number, end: Vector): [number, number] {
  const along = shareAlong(px, py, end);
  return [px - along * end.x, py - along * end.y];
}

/** What half of a limb, if drawn bent, goes on to its disc through (see `straightOn`), by the two pieces' faces. */
export function straightEnd(
  face: PlacedBitmap,
  other: PlacedBitmap,
  disc: { x: number; y: number; radius: number },
): Vector {
  return straightOn(limbAxis(face, disc), limbAxis(other, disc), disc.radius);
}
