import { toBody, type BodyFrame } from './body-frame.js';
import type { LimbSegments } from './split-by-limbs.js';

/** A neck is narrower than this share of its head, hardly changes its width, and is at least this share of the figure's height. */
const NARROW = 0.62;
const EVEN = 0.75;
const SHORTEST = 0.018;
/** Rows that are filled less than this have something in their midst: a beard that the face goes on beside. */
const WHOLE = 0.9;
/** Up to so many times its width, a neck is a neck. */
const CHIN = 1.15;

/**
 * Splits the neck from a head that is of one paint with it: where the head narrows to a stretch that stays as wide as it is. A chin
 * narrows as well, but goes on doing so.
 */
export function splitNeck(segments: LimbSegments, frame: BodyFrame): LimbSegments {
  const { patches, labels, width } = segments;
  const head = headOf(segments, frame);
  if (head < 0) return segments;
  const { bounds, area, lab } = patches[head];
  const rows = Array.from({ length: bounds.height }, (_, row) => rowOf(segments, head, bounds.y + row));
  const widest = Math.max(...rows.map(({ count }) => count));
  let first = rows.length;
  while (first > 0 && rows[first - 1].count < NARROW * widest) first--;
  const below = rows.slice(first);
  const lower = below.slice(below.length >> 1);
  const mean = lower.reduce((sum, { count }) => sum + count, 0) / Math.max(1, lower.length);
  const isWhole = lower.every(({ count, span }) => count > WHOLE * span);
  const isLong = below.length > SHORTEST * (frame.floorY - frame.crownY);
  if (!isLong || !isWhole || first === 0 || mean < EVEN * below[below.length >> 2].count) return segments;
  // The chin's round ends where the neck's own width begins.
  const start = first + below.findIndex(({ count }) => count < CHIN * mean);
  const out = labels.slice();
  const cut = bounds.y + start;
  let [moved, sumX, sumY] = [0, 0, 0];
  for (let y = cut; y < bounds.y + bounds.height; y++)
    for (let x = bounds.x; x < bounds.x + bounds.width; x++) {
      if (labels[y * width + x] !== head + 1) continue;
      out[y * width + x] = patches.length + 1;
      moved++;
      sumX += x;
      sumY += y;
    }
  const neck = {
    ...{ area: moved, lab },
    bounds: { ...bounds, y: cut, height: bounds.y + bounds.height - cut },
    centre: { x: sumX / moved + 0.5, y: sumY / moved + 0.5 },
  };
  const rest = { ...patches[head], area: area - moved, bounds: { ...bounds, height: start } };
  return {
    ...segments,
    labels: out,
    patches: [...patches.map((patch, at) => (at === head ? rest : patch)), neck],
    lobes: [...segments.lobes, -1],
  };
}

/** How many pixels of a patch lie in a row, and from the first to the last of them. */
function rowOf({ labels, patches, width }: LimbSegments, patch: number, y: number): { count: number; span: number } {
  const { x, width: wide } = patches[patch].bounds;
  let [count, left, right] = [0, -1, -1];
  for (let column = x; column < x + wide; column++) {
    if (labels[y * width + column] !== patch + 1) continue;
    count++;
    if (left < 0) left = column;
    right = column;
  }
  return { count, span: right - left + 1 };
}

/** The largest patch in the midst of the head; -1 for none. */
function headOf({ patches }: LimbSegments, frame: BodyFrame): number {
  let best = -1;
  for (const [at, { centre, area }] of patches.entries()) {
    const { u, v } = toBody(frame, centre.x, centre.y);
    if (v > 0.2 && v < 1 && Math.abs(u) < 0.35 && (best < 0 || area > patches[best].area)) best = at;
  }
  return best;
}
