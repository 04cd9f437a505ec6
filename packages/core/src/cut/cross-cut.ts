import { refuse, type Result } from '../errors.js';
import { INSIDE, createPlacedMask, type PlacedMask } from '../raster/mask.js';
import { sampleMask } from '../raster/sample.js';

/** The two sides of a cut, as masks of 0 and 255 over the same rectangle as the silhouette. */
export interface CutSides {
  /** What lies to the left of the line's run (as seen walking along it, y down). */
  left: PlacedMask;
  right: PlacedMask;
  /** The line as used: lengthened until it leaves the silhouette, x, y pairs, px. */
  line: Float64Array;
  /** Where the line enters and leaves the silhouette, px. */
  chord: { x0: number; y0: number; x1: number; y1: number };
}

/** Gaps in the silhouette narrower than this, px, do not count as leaving it. */
const GAP = 1.5;

/**
 * Cuts a silhouette in two along a line, straight or drawn by hand. The line is lengthened until it leaves
 * the silhouette on both sides; a pixel belongs to the side its centre is on. Islands that the line does not
 * touch go to the side of the straight line between its ends they lie on.
 *
 * @param mask the silhouette; pixels above 0 are shared out, pixels above 127 count as solid
 * @param line x, y pairs, px, at least two points
 * @returns the two sides, or a refusal: `no-line`, `does-not-cross`, `crosses-twice`, `does-not-part`
 */
export function crossCut(mask: PlacedMask, line: ArrayLike<number>): Result<CutSides> {
  const points = withoutRepeats(line);
  if (points.length < 4) return refuse('no-line', 'A cut needs a line of at least two points.');
  lengthen(points, mask, 0, 2);
  lengthen(points, mask, points.length - 2, points.length - 4);
  const runs = solidRuns(points, mask);
  if (runs.length === 0) {
    return refuse('does-not-cross', 'The line does not cross the piece. Draw it from one edge to the other.', {
      x: points[0],
      y: points[1],
    });
  }
  if (runs.length > 1) {
    return refuse(
      'crosses-twice',
      `The line crosses the piece ${runs.length === 2 ? 'twice' : 'several times'}. Draw it across one limb only.`,
      {
        x: runs[1].x0,
        y: runs[1].y0,
      },
    );
  }
  const sides = partAlong(mask, points);
  if (!sides) {
    return refuse(
      'does-not-part',
      'The line does not part the piece: both sides hang together elsewhere, as where a hand lies on a hip. Cut them apart there first, or trace the part.',
      {
        x: (runs[0].x0 + runs[0].x1) / 2,
        y: (runs[0].y0 + runs[0].y1) / 2,
      },
    );
  }
  return { ok: true, ...sides, line: Float64Array.from(points), chord: runs[0] };
}

function withoutRepeats(line: ArrayLike<number>): number[] {
  const points: number[] = [];
  for (let i = 0; i + 1 < line.length; i += 2) {
    const n = points.length;
    if (n >= 2 && Math.hypot(line[i] - points[n - 2], line[i + 1] - points[n - 1]) < 1e-6) continue;
    points.push(line[i], line[i + 1]);
  }
  return points;
}

/** Moves the end at `end` away from its neighbour at `next` until it lies outside the silhouette. */
function lengthen(points: number[], mask: PlacedMask, end: number, next: number): void {
  const dx = points[end] - points[next];
  const dy = points[end + 1] - points[next + 1];
  const length = Math.hypot(dx, dy);
  const limit = 2 * (mask.width + mask.height);
  // Soft edge pixels are shared out as well, so the end goes on until nothing at all is left under it.
  for (let step = 0; step < limit && sampleMask(mask, points[end], points[end + 1]) > 0; step++) {
    points[end] += dx / length;
    points[end + 1] += dy / length;
  }
}

/** The stretches of the line that run through solid pixels, short gaps bridged. */
function solidRuns(points: readonly number[], mask: PlacedMask): { x0: number; y0: number; x1: number; y1: number }[] {
  const runs: { x0: number; y0: number; x1: number; y1: number; end: number }[] = [];
  let travelled = 0;
  for (let i = 0; i + 3 < points.length; i += 2) {
    const dx = points[i + 2] - points[i];
    const dy = points[i + 3] - points[i + 1];
    const length = Math.hypot(dx, dy);
    const steps = Math.max(1, Math.ceil(length * 4));
    for (let s = 0; s < steps; s++) {
      const t = s / steps;
      const x = points[i] + dx * t;
      const y = points[i + 1] + dy * t;
      if (sampleMask(mask, x, y) <= INSIDE) continue;
      const at = travelled + length * t;
      const last = runs[runs.length - 1];
      if (last && at - last.end <= GAP) {
        last.end = at;
        last.x1 = x;
        last.y1 = y;
      } else runs.push({ x0: x, y0: y, x1: x, y1: y, end: at });
    }
    travelled += length;
  }
  return runs.map(({ x0, y0, x1, y1 }) => ({ x0, y0, x1, y1 }));
}

const RIGHT_BLOCKED = 1;
const DOWN_BLOCKED = 2;
const LEFT_SIDE = 1;
const RIGHT_SIDE = 2;

/** px by which the line is laid lower: one that ran through a pixel's very centre would leave it on neither side. */
const BESIDE = 1e-6;

/** Shares out the mask's pixels by flooding from both banks of the line; null where the two floods meet. */
function partAlong(mask: PlacedMask, points: readonly number[]): { left: PlacedMask; right: PlacedMask } | null {
  const { width, height } = mask;
  const blocked = new Uint8Array(width * height);
  // For each blocked edge, the side that the pixel with the smaller coordinate is on.
  const sideAcross = { right: new Uint8Array(width * height), down: new Uint8Array(width * height) };
  const inside = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height;
  for (let i = 0; i + 3 < points.length; i += 2) {
    const x0 = points[i] - mask.x - 0.5;
    const y0 = points[i + 1] - mask.y - 0.5 + BESIDE;
    const x1 = points[i + 2] - mask.x - 0.5;
    const y1 = points[i + 3] - mask.y - 0.5 + BESIDE;
    for (let y = Math.ceil(Math.min(y0, y1)); y < Math.max(y0, y1); y++) {
      const x = Math.floor(x0 + ((y - y0) / (y1 - y0)) * (x1 - x0));
      // Walking down (y grows), the pixel with the larger x lies to the left.
      if (!inside(x, y)) continue;
      blocked[y * width + x] ^= RIGHT_BLOCKED;
      sideAcross.right[y * width + x] = y1 > y0 ? RIGHT_SIDE : LEFT_SIDE;
    }
    for (let x = Math.ceil(Math.min(x0, x1)); x < Math.max(x0, x1); x++) {
      const y = Math.floor(y0 + ((x - x0) / (x1 - x0)) * (y1 - y0));
      // Walking right (x grows), the pixel with the smaller y lies to the left.
      if (!inside(x, y)) continue;
      blocked[y * width + x] ^= DOWN_BLOCKED;
      sideAcross.down[y * width + x] = x1 > x0 ? LEFT_SIDE : RIGHT_SIDE;
    }
  }
  const bank = new Uint8Array(width * height);
  for (let i = 0; i < blocked.length; i++) {
    if (blocked[i] & RIGHT_BLOCKED) {
      bank[i] = sideAcross.right[i];
      if ((i + 1) % width !== 0) bank[i + 1] = LEFT_SIDE + RIGHT_SIDE - bank[i];
    }
    if (blocked[i] & DOWN_BLOCKED) {
      bank[i] = sideAcross.down[i];
      if (i + width < bank.length) bank[i + width] = LEFT_SIDE + RIGHT_SIDE - bank[i];
    }
  }
  const side = flood(mask, blocked, bank);
  if (!side) return null;
  const last = points.length - 2;
  const cutX = points[last] - points[0];
  const cutY = points[last + 1] - points[1];
  const left = createPlacedMask(mask);
  const right = createPlacedMask(mask);
  let lefts = 0;
  let rights = 0;
  for (let i = 0; i < side.length; i++) {
    if (mask.data[i] === 0) continue;
    let s = side[i];
    if (s === 0) {
      const px = (i % width) + mask.x + 0.5 - points[0];
      const py = Math.floor(i / width) + mask.y + 0.5 - points[1];
      s = cutX * py - cutY * px < 0 ? LEFT_SIDE : RIGHT_SIDE;
    }
    if (s === LEFT_SIDE) {
      left.data[i] = 255;
      lefts++;
    } else {
      right.data[i] = 255;
      rights++;
    }
  }
  return lefts > 0 && rights > 0 ? { left, right } : null;
}

/** Floods (4 neighbours, never across a blocked edge) from the solid pixels of both banks. */
function flood(mask: PlacedMask, blocked: Uint8Array, bank: Uint8Array): Uint8Array | null {
  const { width, data } = mask;
  const side = new Uint8Array(data.length);
  const stack: number[] = [];
  const visit = (i: number, s: number) => {
    side[i] = s;
    stack.push(i);
  };
  for (let i = 0; i < data.length; i++) if (bank[i] !== 0 && data[i] > INSIDE) visit(i, bank[i]);
  while (stack.length > 0) {
    const i = stack.pop() as number;
    const x = i % width;
    const s = side[i];
    const next = [
      x + 1 < width && !(blocked[i] & RIGHT_BLOCKED) ? i + 1 : -1,
      x > 0 && !(blocked[i - 1] & RIGHT_BLOCKED) ? i - 1 : -1,
      !(blocked[i] & DOWN_BLOCKED) ? i + width : -1,
      i >= width && !(blocked[i - width] & DOWN_BLOCKED) ? i - width : -1,
    ];
    for (const n of next) {
      if (n < 0 || n >= data.length || data[n] === 0) continue;
      if (side[n] === 0) visit(n, s);
      else if (side[n] !== s && data[n] > INSIDE && data[i] > INSIDE) return null;
    }
  }
  return side;
}
