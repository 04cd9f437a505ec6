import { INSIDE, type Mask } from './mask.js';

/** Buffers that `distanceField` may reuse; each at least as long as its comment says. */
export interface DistanceScratch {
  /** The longer side. */
  column: Float64Array;
  /** The longer side. */
  apex: Int32Array;
  /** The longer side + 1. */
  edge: Float64Array;
  /** All pixels of the mask; only used where `nearest` is asked for. */
  row?: Int32Array;
}

/** Where `distanceField` puts its results; what is not given is made afresh or left out. */
export interface DistanceOptions {
  /** Receives the distances, px. */
  out?: Float32Array;
  /** Receives for each pixel the index of the nearest inside pixel, -1 in an empty mask. */
  nearest?: Int32Array;
  scratch?: DistanceScratch;
}

/** Scratch for masks up to `longest` px a side. */
export function createDistanceScratch(longest: number): DistanceScratch {
  return { column: new Float64Array(longest), apex: new Int32Array(longest), edge: new Float64Array(longest + 1) };
}

/**
 * Exact Euclidean distance, px, from each pixel's centre to the nearest pixel centre that is inside
 * (above 127); `Infinity` everywhere for an empty mask. Linear time (P. Felzenszwalb and D. Huttenlocher,
 * "Distance Transforms of Sampled Functions", 2012).
 * @param out receives the result where given; otherwise a fresh array, the caller's.
 */
export function distanceField(mask: Mask, { out, nearest, scratch }: DistanceOptions = {}): Float32Array {
  const { width, height, data } = mask;
  const field = out ?? new Float32Array(width * height);
  const work = scratch ?? createDistanceScratch(Math.max(width, height));
  const source = nearest && (work.row ?? new Int32Array(width * height));
  // Down the columns first: plain distance to the nearest inside pixel of the same column, by two passes, a row at a
  // time, as the memory lies.
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const d = data[i] > INSIDE ? 0 : y > 0 ? field[i - width] + 1 : Infinity;
      field[i] = d;
      if (source) source[i] = i - d * width;
    }
  for (let y = height - 2, i = height * width - width - 1; y >= 0; y--)
    for (let x = 0; x < width; x++, i--) {
      const d = field[i + width] + 1;
      if (d >= field[i]) continue;
      field[i] = d;
      if (source) source[i] = i + d * width;
    }
  for (let y = 0; y < height; y++) alongRow(field, y * width, width, work, source, nearest);
  return field;
}

/** Turns one row of column distances into true distances. Between two inside pixels of a row nothing beyond them counts. */
function alongRow(
  field: Float32Array,
  start: number,
  width: number,
  work: DistanceScratch,
  source?: Int32Array,
  nearest?: Int32Array,
): void {
  let from = 0;
  for (let x = 0; x < width; x++) {
    if (field[start + x] > 0) continue;
    if (nearest) nearest[start + x] = start + x;
    if (x > from + 1 || (x > from && field[start + from] > 0))
      lowerEnvelope(field, start, from, x + 1, work, source, nearest);
    from = x;
  }
  if (from < width - 1 || field[start + from] > 0) lowerEnvelope(field, start, from, width, work, source, nearest);
}

/** Turns a stretch of a row of column distances into true distances: the lower envelope of parabolas. */
function lowerEnvelope(
  field: Float32Array,
  start: number,
  from: number,
  to: number,
  work: DistanceScratch,
  source?: Int32Array,
  nearest?: Int32Array,
): void {
  const { column, apex, edge } = work;
  let k = -1;
  for (let x = from; x < to; x++) {
    const d = field[start + x];
    column[x] = d * d;
    if (d === Infinity) continue;
    let meet = -Infinity;
    while (k >= 0) {
      const a = apex[k];
      meet = (column[x] + x * x - column[a] - a * a) / (2 * (x - a));
      if (meet > edge[k]) break;
      k--;
    }
    if (k < 0) meet = -Infinity;
    k++;
    apex[k] = x;
    edge[k] = meet;
  }
  if (k < 0) {
    nearest?.fill(-1, start + from, start + to);
    return;
  }
  const last = k;
  k = 0;
  for (let x = from; x < to; x++) {
    while (k < last && edge[k + 1] < x) k++;
    const dx = x - apex[k];
    field[start + x] = Math.sqrt(dx * dx + column[apex[k]]);
    if (nearest && source) nearest[start + x] = source[start + apex[k]];
  }
}
