import { refuse, type Result } from '../errors.js';
import { intersectRects, type PlacedBitmap } from '../raster/bitmap.js';
import { INSIDE } from '../raster/mask.js';
import type { CutLine } from './fit-joint.js';

/** The border between two pieces, as a straight line with what it was made from. */
export interface SharedBorder extends CutLine {
  /** Border points (middles of the pixel edges between the two), x, y pairs, px. */
  points: Float64Array;
  /** px, between the two ends. */
  length: number;
  /** The farthest any border point lies from the straight line, px. */
  bend: number;
}

/**
 * Finds where two pieces touch: of their common borders the longest, as the straight line through it.
 * @returns the border, or a refusal `do-not-touch`
 */
export function sharedBorder(a: PlacedBitmap, b: PlacedBitmap): Result<SharedBorder> {
  const near = intersectRects(
    { x: a.x - 1, y: a.y - 1, width: a.width + 2, height: a.height + 2 },
    { x: b.x - 1, y: b.y - 1, width: b.width + 2, height: b.height + 2 },
  );
  const solid = (src: PlacedBitmap, x: number, y: number) =>
    x >= src.x &&
    y >= src.y &&
    x < src.x + src.width &&
    y < src.y + src.height &&
    src.data[((y - src.y) * src.width + x - src.x) * 4 + 3] > INSIDE;
  const points: number[] = [];
  for (let y = near.y; y < near.y + near.height; y++) {
    for (let x = near.x; x < near.x + near.width; x++) {
      if (!solid(a, x, y)) continue;
      if (solid(b, x - 1, y)) points.push(x, y + 0.5);
      if (solid(b, x + 1, y)) points.push(x + 1, y + 0.5);
      if (solid(b, x, y - 1)) points.push(x + 0.5, y);
      if (solid(b, x, y + 1)) points.push(x + 0.5, y + 1);
    }
  }
  const cluster = longestCluster(points);
  if (cluster.length < 4) return refuse('do-not-touch', 'These two pieces do not touch each other.');
  return { ok: true, ...straighten(cluster) };
}

/** The largest group of points that hang together with steps of at most 3 px. */
function longestCluster(points: readonly number[]): Float64Array {
  const cell = 3;
  const grid = new Map<string, number[]>();
  const keyOf = (x: number, y: number) => `${Math.floor(x / cell)},${Math.floor(y / cell)}`;
  for (let i = 0; i < points.length; i += 2) {
    const key = keyOf(points[i], points[i + 1]);
    const list = grid.get(key);
    if (list) list.push(i);
    else grid.set(key, [i]);
  }
  let best: number[] = [];
  const seen = new Set<string>();
  for (const start of grid.keys()) {
    if (seen.has(start)) continue;
    const group: number[] = [];
    const stack = [start];
    seen.add(start);
    while (stack.length > 0) {
      const key = stack.pop() as string;
      group.push(...(grid.get(key) as number[]));
      const [cx, cy] = key.split(',').map(Number);
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const next = `${cx + dx},${cy + dy}`;
          if (!grid.has(next) || seen.has(next)) continue;
          seen.add(next);
          stack.push(next);
        }
      }
    }
    if (group.length > best.length) best = group;
  }
  const cluster = new Float64Array(best.length * 2);
  best.forEach((i, k) => {
    cluster[2 * k] = points[i];
    cluster[2 * k + 1] = points[i + 1];
  });
  return cluster;
}

/** The straight line of least squares through points, with its ends at the outermost of them. */
function straighten(points: Float64Array): SharedBorder {
  const n = points.length / 2;
  let mx = 0;
  let my = 0;
  for (let i = 0; i < points.length; i += 2) {
    mx += points[i] / n;
    my += points[i + 1] / n;
  }
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  for (let i = 0; i < points.length; i += 2) {
    sxx += (points[i] - mx) ** 2;
    sxy += (points[i] - mx) * (points[i + 1] - my);
    syy += (points[i + 1] - my) ** 2;
  }
  const angle = 0.5 * Math.atan2(2 * sxy, sxx - syy);
  const dx = Math.cos(angle);
  const dy = Math.sin(angle);
  let low = Infinity;
  let high = -Infinity;
  let bend = 0;
  for (let i = 0; i < points.length; i += 2) {
    const along = (points[i] - mx) * dx + (points[i + 1] - my) * dy;
    low = Math.min(low, along);
    high = Math.max(high, along);
    bend = Math.max(bend, Math.abs((points[i + 1] - my) * dx - (points[i] - mx) * dy));
  }
  return {
    x0: mx + low * dx,
    y0: my + low * dy,
    x1: mx + high * dx,
    y1: my + high * dy,
    points,
    length: high - low,
    bend,
  };
}
