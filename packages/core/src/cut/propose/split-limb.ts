import { partAddress, type KnownPart } from '../../plan/known-parts.js';
import { toBody, type BodyFrame } from './body-frame.js';
import type { Segments } from './segment.js';

/** Parts of one limb, from the trunk outwards. */
export interface Limb {
  parts: number[];
  /** Where its joints usually are, as shares of its length. */
  cuts: number[];
}

const LIMBS: readonly { parts: readonly string[]; cuts: readonly number[] }[] = [
  ...sides(['arm/upper', 'arm/lower', 'arm/hand'], [0.44, 0.82]),
  ...sides(['leg/upper', 'leg/lower', 'leg/foot'], [0.4, 0.84]),
  ...sides(['foreleg/upper', 'foreleg/lower', 'foreleg/paw'], [0.45, 0.84]),
  ...sides(['hindleg/upper', 'hindleg/lower', 'hindleg/paw'], [0.45, 0.84]),
  ...sides(['wing/upper', 'wing/lower', 'wing/tip'], [0.4, 0.75]),
  { parts: ['tail/root/', 'tail/middle/', 'tail/tip/'], cuts: [0.4, 0.72] },
  { parts: ['neck//', 'head//'], cuts: [0.55] },
];

/** A tail that is planned in two. */
const SHORT_TAIL = { parts: ['tail/root/', 'tail/tip/'], cuts: [0.5] };

function sides(parts: readonly string[], cuts: readonly number[]) {
  return ['A', 'B'].map((side) => ({ parts: parts.map((part) => `${part}/${side}`), cuts }));
}

/** The limbs of which at least two parts are planned. */
export function limbsOf(parts: readonly KnownPart[]): Limb[] {
  const indexOf = (address: string) => parts.findIndex((part) => partAddress(part) === address);
  const limbs =
    indexOf('tail/middle/') < 0 ? [...LIMBS.filter(({ parts: [first] }) => first !== 'tail/root/'), SHORT_TAIL] : LIMBS;
  return limbs.flatMap(({ parts: addresses, cuts }) => {
    const found = addresses.map(indexOf);
    const there = found.filter((at) => at >= 0);
    if (there.length < 2) return [];
    // Each part after the first begins at its own joint, also where the one before it is not planned.
    const starts = found.flatMap((at, k) => (at >= 0 && k > 0 ? [cuts[k - 1]] : []));
    return [{ parts: there, cuts: found[0] >= 0 ? starts : starts.slice(1) }];
  });
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

/** What is first seen of a limb farther along it than this is not its root. */
const COMES_OUT = 0.25;

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
  const samples = (at: number): number[] => {
    const { bounds } = segments.patches[at];
    const values: number[] = [];
    for (let y = bounds.y; y < bounds.y + bounds.height; y += 4)
      for (let x = bounds.x; x < bounds.x + bounds.width; x += 4)
        if (segments.labels[y * segments.width + x] === at + 1) values.push(along(x, y));
    return values.sort((a, b) => a - b);
  };
  const pick = (values: readonly number[], share: number) =>
    values[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;
  // A bent limb begins and ends where its paint does, unless it comes out from beneath something.
  const all = standsOut ? patches.flatMap(samples).sort((a, b) => a - b) : [];
  const from = pick(all, 0.01) < COMES_OUT ? pick(all, 0.01) : 0;
  const to = pick(all, 0.99);
  const stretch = (t: number) => (standsOut ? (t - from) / Math.max(1e-6, to - from) : (t + 0.06) / 1.12);
  const spread = new Map<number, { low: number; high: number; mean: number }>();
  for (const at of patches) {
    const values = samples(at).map(stretch);
    spread.set(at, { low: pick(values, 0.04), high: pick(values, 0.96), mean: pick(values, 0.5) });
  }
  // A seam near a usual joint (a cuff, a boot top) is where it is.
  const seams = [...spread.values()].flatMap(({ low, high }) => [low, high]).filter((t) => t > 0.1 && t < 0.95);
  // Clothes seldom end at a knee or an elbow, and often at a wrist or an ankle.
  const last = limb.cuts.length - 1;
  const cuts = limb.cuts.map((usual, k) => {
    const near = seams
      .filter((t) => usual - t < (k === last ? 0.11 : 0.04) && t - usual < (k === last ? 0.07 : 0.04))
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
