import { wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { fillSmooth } from '../raster/fill-smooth.js';

/** Steps by which a pattern comes again, px, the surest first. */
export interface Pattern {
  steps: readonly (readonly [number, number])[];
}

/** px of the longest step that is looked for. */
const LONGEST = 72;
/** Of two places a step apart the mean of channel differences, 0 to 255, up to which they count as the same again. */
const SAME = 10;
/** A pattern has at least this much between a place and one a few px off, and several times more than a step apart. */
const BUSY = 5;
const SHARPER = 0.55;
/** Of how far what a step compares is from its mean, how far places a step apart may be from each other: one dot beside plain paint comes to half. */
const AGAIN = 0.35;
/** Pixels that are compared for one step, and the fewest. */
const LOOKS = 900;
const FEWEST = 120;
/** Steps kept, and times that one is taken. */
const KEPT = 12;
const TIMES = 10;

interface Step {
  dx: number;
  dy: number;
  /** The mean of channel differences between places so far apart. */
  off: number;
}

/** How far apart the same pattern comes again in pure paint; null where there is no pattern: plain or shaded paint. */
export function patternOf(picture: PlacedBitmap, pure: Uint8Array): Pattern | null {
  const words = wordsOf(picture);
  const { width, height } = picture;
  const all: number[] = [];
  for (let i = 0; i < pure.length; i++) if (pure[i] > 0) all.push(i);
  const looks = spreadOver(all, LOOKS);
  /** Calls back with each place that is compared for a step, and the one that lies the step away. */
  const eachPair = (dx: number, dy: number, look: (i: number, j: number) => void): void => {
    for (const i of looks) {
      const x = (i % width) + dx;
      const y = Math.floor(i / width) + dy;
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      const j = y * width + x;
      if (pure[j] > 0) look(i, j);
    }
  };
  const differ = (dx: number, dy: number): number => {
    let [sum, count] = [0, 0];
    eachPair(dx, dy, (i, j) => {
      sum += apart(words[i], words[j]);
      count++;
    });
    return count < FEWEST ? Infinity : sum / count;
  };
  /** How much there is to see in what a step compares: where that is nothing, nothing comes again. */
  const toSee = ({ dx, dy }: Step): number => {
    const compared: number[] = [];
    eachPair(dx, dy, (i) => compared.push(words[i]));
    return meanDeviation(compared);
  };
  /** A step made better by a pixel either way, and from there on. */
  const refined = (step: Step): Step => {
    let best = step;
    for (let dy = best.dy - 1; dy <= best.dy + 1; dy++)
      for (let dx = best.dx - 1; dx <= best.dx + 1; dx++) {
        const off = differ(dx, dy);
        if (off < best.off) best = { dx, dy, off };
      }
    return best;
  };
  const found: Step[] = [];
  let busiest = 0;
  for (let dy = 0; dy <= LONGEST; dy += 2)
    for (let dx = dy === 0 ? 2 : -LONGEST; dx <= LONGEST; dx += 2) {
      const off = differ(dx, dy);
      if (off === Infinity) continue;
      busiest = Math.max(busiest, off);
      if (Math.hypot(dx, dy) >= 6) found.push({ dx, dy, off });
    }
  if (busiest < BUSY) return null;
  const told: Step[] = [];
  for (const step of found.sort((a, b) => a.off - b.off)) {
    if (told.length === 4 * KEPT) break;
    if (toSee(step) > 0) told.push(refined(step));
  }
  const best = told.filter((step) => step.off < AGAIN * toSee(step));
  if (best.length === 0) return null;
  best.sort((a, b) => a.off - b.off);
  const near = meanNear(words, pure, width, looks);
  if (best[0].off > SAME || best[0].off > SHARPER * busiest || near > busiest * 0.9 + BUSY) return null;
  const kept = best.filter(({ off }) => off <= best[0].off * 1.5 + 1).slice(0, KEPT);
  kept.sort((a, b) => Math.hypot(a.dx, a.dy) - Math.hypot(b.dx, b.dy));
  return { steps: kept.map(({ dx, dy }) => [dx, dy] as const) };
}

/** The golden ratio's part below one. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** So many of a list, evenly spread, and in no step of their own, which might be a pattern's. */
function spreadOver(all: readonly number[], most: number): number[] {
  if (all.length <= most) return [...all];
  return Array.from({ length: most }, (_, n) => all[Math.floor(((n * GOLDEN) % 1) * all.length)]);
}

/** How far colours are from their mean, 0 to 255: of two colours, as far as any two of the places are from each other. */
function meanDeviation(words: readonly number[]): number {
  const channels = [0, 8, 16].map((shift) => words.map((word) => (word >>> shift) & 255));
  const deviations = channels.map((values) => {
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    return values.reduce((sum, value) => sum + Math.abs(value - mean), 0) / values.length;
  });
  return deviations.reduce((sum, one) => sum + one, 0) / 3;
}

/** How much pixels differ from their neighbours to the right, 0 to 255. */
function meanNear(words: Uint32Array, pure: Uint8Array, width: number, looks: readonly number[]): number {
  let [sum, count] = [0, 0];
  for (const i of looks) {
    if ((i + 1) % width === 0 || pure[i + 1] === 0) continue;
    sum += apart(words[i], words[i + 1]);
    count++;
  }
  return count === 0 ? 0 : sum / count;
}

function apart(a: number, b: number): number {
  const channel = (shift: number) => Math.abs(((a >>> shift) & 255) - ((b >>> shift) & 255));
  return (channel(0) + channel(8) + channel(16)) / 3;
}

/**
 * Carries a pattern on: each place takes the pure pixel that lies whole steps away, the same way as its neighbours wherever
 * that goes, and the smooth fill where none does.
 * @param pattern null for one that has no steps: then the paint goes on smoothly
 * @param isWanted is a pixel of the picture asked for? The others get the smooth fill
 * @returns opaque words; pure pixels as they are
 */
export function carryPattern(
  picture: PlacedBitmap,
  pure: Uint8Array,
  pattern: Pattern | null,
  isWanted: (x: number, y: number) => boolean,
): Uint32Array {
  const words = wordsOf(picture);
  const shading = fillSmooth(picture, pure);
  if (!pattern) return shading;
  const { width, height } = picture;
  const out = shading.slice();
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (pure[i] > 0 || !isWanted(x, y)) continue;
      const from = sourceOf(x, y, pure, width, height, pattern);
      if (from >= 0) out[i] = words[from];
    }
  return out;
}

/** The pure pixel that lies whole steps away from a place; -1 for none. */
function sourceOf(x: number, y: number, pure: Uint8Array, width: number, height: number, { steps }: Pattern): number {
  for (let times = 1; times <= TIMES; times++)
    for (const [dx, dy] of steps)
      for (const way of [1, -1]) {
        const px = x + way * times * dx;
        const py = y + way * times * dy;
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        const from = py * width + px;
        if (pure[from] > 0) return from;
      }
  return -1;
}
