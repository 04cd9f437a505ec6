import type { KnownPart } from '../../plan/known-parts.js';
import { toBody, type BodyFrame } from './body-frame.js';
import type { Segments } from './segment.js';

/** Parts of one limb, from the trunk outwards. */
export interface Limb {
  parts: number[];
  /** Where its joints usually are, as shares of its length. */
  cuts: number[];
}

const LIMBS: readonly { group: string; parts: readonly string[]; cuts: readonly number[] }[] = [
  { group: 'arm', parts: ['upper', 'lower', 'hand'], cuts: [0.46, 0.82] },
  { group: 'leg', parts: ['upper', 'lower', 'foot'], cuts: [0.4, 0.84] },
];

/** The limbs of which at least two parts are planned. */
export function limbsOf(parts: readonly KnownPart[]): Limb[] {
  return LIMBS.flatMap(({ group, parts: names, cuts }) =>
    (['A', 'B'] as const).flatMap((side) => {
      const found = names.map((name) =>
        parts.findIndex((p) => p.group === group && p.side === side && p.part === name),
      );
      const there = found.filter((at) => at >= 0);
      if (there.length < 2) return [];
      // Each part after the first begins at its own joint, also where the one before it is not planned.
      const starts = found.flatMap((at, k) => (at >= 0 && k > 0 ? [cuts[k - 1]] : []));
      return [{ parts: there, cuts: found[0] >= 0 ? starts : starts.slice(1) }];
    }),
  );
}

/** Does a stretch of the body (v) take in most of what lies between a limb's first and last part? */
function spansLimb(limb: Limb, parts: readonly KnownPart[], low: number, high: number): boolean {
  const first = parts[limb.parts[0]].place;
  const last = parts[limb.parts[limb.parts.length - 1]].place;
  return !first || !last || high - low > 0.6 * (last.v - first.v);
}

/** A leg's root: where it is first seen, or, of one that comes out of a skirt, where it would begin at the crotch. */
function fromTheHip(
  seen: { x: number; y: number },
  tip: { x: number; y: number },
  group: string,
  { crotchY }: BodyFrame,
): { x: number; y: number } {
  if (group !== 'leg' || seen.y <= crotchY || tip.y <= seen.y) return seen;
  const share = (crotchY - seen.y) / (tip.y - seen.y);
  return { x: seen.x + (tip.x - seen.x) * share, y: crotchY };
}

/** Shares a limb's pixels out among its parts, along the line from its root to its end. */
export function splitLimb(
  segments: Segments,
  guesses: readonly { part: number | null }[],
  limb: Limb,
  parts: readonly KnownPart[],
  isHere: (patch: number) => boolean,
  frame: BodyFrame,
  standsOut: ((x: number, y: number) => number) | null,
): ((patch: number, x: number, y: number) => number | null) | null {
  const patches = segments.patches.map((_, at) => at).filter((at) => guesses[at].part !== null && isHere(at));
  if (patches.length === 0) return null;
  let minY = Infinity;
  let maxY = -Infinity;
  const ends = { root: { x: 0, y: 0, n: 0 }, tip: { x: 0, y: 0, n: 0 } };
  for (const at of patches) {
    const { bounds } = segments.patches[at];
    minY = Math.min(minY, bounds.y);
    maxY = Math.max(maxY, bounds.y + bounds.height);
  }
  const tall = Math.max(1, maxY - minY);
  // Only a hand or a foot was told from the body: there is no limb to cut.
  if (!standsOut && !spansLimb(limb, parts, toBody(frame, frame.axisX, minY).v, toBody(frame, frame.axisX, maxY).v))
    return null;
  for (const at of patches) {
    const { bounds } = segments.patches[at];
    for (let y = bounds.y; y < bounds.y + bounds.height; y += 3)
      for (let x = bounds.x; x < bounds.x + bounds.width; x += 3) {
        if (segments.labels[y * segments.width + x] !== at + 1) continue;
        const end = y < minY + 0.12 * tall ? ends.root : y > maxY - 0.12 * tall ? ends.tip : null;
        if (!end) continue;
        end.x += x;
        end.y += y;
        end.n++;
      }
  }
  if (ends.root.n === 0 || ends.tip.n === 0) return null;
  const tx = ends.tip.x / ends.tip.n;
  const ty = ends.tip.y / ends.tip.n;
  const seen = { x: ends.root.x / ends.root.n, y: ends.root.y / ends.root.n };
  const { x: rx, y: ry } = fromTheHip(seen, { x: tx, y: ty }, parts[limb.parts[0]].group, frame);
  const square = (tx - rx) ** 2 + (ty - ry) ** 2;
  if (square < 1 || frame.halfWidth === 0) return null;
  // The ends' middles lie a little inside: stretch the measure out to the limb's own length.
  const straight = (x: number, y: number) => ((x - rx) * (tx - rx) + (y - ry) * (ty - ry)) / square;
  const along = standsOut ?? straight;
  const stretch = (t: number) => (standsOut ? t : (t + 0.06) / 1.12);
  const spread = new Map<number, { low: number; high: number; mean: number }>();
  for (const at of patches) {
    const { bounds } = segments.patches[at];
    const values: number[] = [];
    for (let y = bounds.y; y < bounds.y + bounds.height; y += 4)
      for (let x = bounds.x; x < bounds.x + bounds.width; x += 4)
        if (segments.labels[y * segments.width + x] === at + 1) values.push(stretch(along(x, y)));
    values.sort((a, b) => a - b);
    const pick = (share: number) => values[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;
    spread.set(at, { low: pick(0.04), high: pick(0.96), mean: pick(0.5) });
  }
  // A seam near a usual joint (a cuff, a boot top) is where it is.
  const seams = [...spread.values()].flatMap(({ low, high }) => [low, high]).filter((t) => t > 0.1 && t < 0.95);
  // Clothes seldom end at a knee or an elbow, and often at a wrist or an ankle.
  const cuts = limb.cuts.map((usual, k) => {
    const near = seams
      .filter((t) => Math.abs(t - usual) < (k === limb.cuts.length - 1 ? 0.11 : 0.04))
      .sort((a, b) => Math.abs(a - usual) - Math.abs(b - usual));
    return near.length > 0 ? near[0] : usual;
  });
  return (patch, x, y) => {
    const s = spread.get(patch);
    if (!s) return guesses[patch].part;
    const t = stretch(along(x, y));
    const section = (value: number) => cuts.filter((cut) => value >= cut).length;
    // A patch that lies almost wholly in one section stays whole.
    const whole = section(s.low + 0.02) === section(s.high - 0.02);
    return limb.parts[Math.min(limb.parts.length - 1, section(whole ? s.mean : t))];
  };
}
