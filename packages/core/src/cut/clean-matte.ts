import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { colourTest, labDistance, toLab, type Rgb } from '../raster/colour.js';
import { connectedRegions, createMask, createPlacedMask, type PlacedMask, type Region } from '../raster/mask.js';

/** A plain backdrop behind a design. */
export interface Backdrop {
  colour: Rgb;
  /** Share of the picture's border that has it, 0 to 1. */
  share: number;
}

/** A place enclosed by the design that shows the backdrop: between arm and body, say. */
export interface BackdropHole extends Region {
  /** Its index among the holes. */
  index: number;
}

/** A design freed of its backdrop. */
export interface CleanedMatte {
  design: PlacedBitmap;
  backdrop: Backdrop;
  /** All enclosed places like the backdrop, largest first, whether opened or not. */
  holes: BackdropHole[];
  /** Border pixels whose colour and alpha were recovered. */
  recovered: number;
}

/** What `cleanMatte` may be told. */
export interface MatteOptions {
  /** Colours this near to the backdrop (OKLab × 100) are backdrop. */
  tolerance: number;
  /** Which holes are opened as well, by index. */
  openHoles: readonly number[];
}

/** Enclosed places smaller than this, px, are highlights rather than holes. */
const LEAST_HOLE = 60;
/** How far in from the backdrop the edge is looked at, px. */
const EDGE = 3;

/** The plain opaque backdrop of a picture: a colour that most of its border shares; null where there is none. */
export function findBackdrop(picture: PlacedBitmap, tolerance = 4): Backdrop | null {
  const { width, height } = picture;
  const words = wordsOf(picture);
  const border: number[] = [];
  for (let x = 0; x < width; x++) border.push(x, (height - 1) * width + x);
  for (let y = 1; y < height - 1; y++) border.push(y * width, y * width + width - 1);
  const tally = new Map<number, number>();
  for (const i of border) {
    if (words[i] >>> 24 !== 255) continue;
    // Nearby shades count together: a scan's paper is not one exact colour.
    const key = (words[i] & 0xf8f8f8) >>> 0;
    tally.set(key, (tally.get(key) ?? 0) + 1);
  }
  const [best] = [...tally].sort((a, b) => b[1] - a[1]);
  if (!best) return null;
  const near = border.filter((i) => (words[i] & 0xf8f8f8) >>> 0 === best[0] && words[i] >>> 24 === 255);
  const colour = [0, 8, 16].map((s) => near.reduce((sum, i) => sum + ((words[i] >>> s) & 255), 0) / near.length);
  const rgb = colour.map(Math.round) as unknown as Rgb;
  const lab = toLab(...rgb);
  const share =
    border.filter((i) => words[i] >>> 24 === 255 && labDistance(labOf(words[i]), lab) <= tolerance).length /
    border.length;
  return share >= 0.6 ? { colour: rgb, share } : null;
}

/**
 * Frees a design of its plain backdrop: what is like the backdrop and connected with the border goes; in the
 * pixels beside it, C = a F + (1 - a) W is solved with F the nearest pure colour further in, so that no rim of the
 * backdrop stays.
 * @returns null where there is no plain backdrop
 */
export function cleanMatte(picture: PlacedBitmap, options: Partial<MatteOptions> = {}): CleanedMatte | null {
  const { tolerance = 4, openHoles = [] } = options;
  const backdrop = findBackdrop(picture, tolerance);
  if (!backdrop) return null;
  const { width, height } = picture;
  const words = wordsOf(picture);
  const like = createMask(width, height);
  const isBackdrop = colourTest(backdrop.colour, (distance) => distance <= tolerance);
  for (let i = 0; i < words.length; i++) if (isBackdrop(words[i]) || words[i] >>> 24 === 0) like.data[i] = 255;
  const { labels, regions } = connectedRegions(like);
  const touches = new Uint8Array(regions.length + 1);
  for (let x = 0; x < width; x++) touches[labels[x]] = touches[labels[(height - 1) * width + x]] = 1;
  for (let y = 0; y < height; y++) touches[labels[y * width]] = touches[labels[y * width + width - 1]] = 1;
  const enclosed = regions.flatMap((region, at) =>
    touches[at + 1] || region.area < LEAST_HOLE ? [] : [{ region, label: at + 1 }],
  );
  const holes = enclosed.map(({ region }, index): BackdropHole => ({ ...region, index }));
  const gone = new Uint8Array(regions.length + 1);
  touches.forEach((t, label) => (gone[label] = label > 0 && t ? 1 : 0));
  for (const index of openHoles) if (enclosed[index]) gone[enclosed[index].label] = 1;
  const out = createPlaced(picture);
  const to = wordsOf(out);
  for (let i = 0; i < to.length; i++) to[i] = labels[i] > 0 && gone[labels[i]] ? 0 : words[i];
  const recovered = recoverEdge(words, to, width, height, backdrop.colour);
  return { design: out, backdrop, holes, recovered };
}

/** Solves the pixels beside what was removed for their own colour and alpha, in place. */
function recoverEdge(from: Uint32Array, to: Uint32Array, width: number, height: number, white: Rgb): number {
  const depth = new Uint8Array(from.length);
  // Depth 1 beside the removed backdrop, then inwards.
  let ring: number[] = [];
  const neighbours = (i: number) => {
    const x = i % width;
    return [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, i - width, i + width].filter(
      (n) => n >= 0 && n < from.length,
    );
  };
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (to[i] === 0) continue;
      const beside =
        (x > 0 && to[i - 1] === 0) ||
        (x + 1 < width && to[i + 1] === 0) ||
        (y > 0 && to[i - width] === 0) ||
        (y + 1 < height && to[i + width] === 0);
      if (!beside) continue;
      depth[i] = 1;
      ring.push(i);
    }
  const rings = [ring];
  for (let d = 2; d <= EDGE + 2; d++) {
    const next: number[] = [];
    for (const i of ring)
      for (const n of neighbours(i))
        if (to[n] !== 0 && depth[n] === 0) {
          depth[n] = d;
          next.push(n);
        }
    rings.push(next);
    ring = next;
  }
  let recovered = 0;
  for (let d = 1; d <= 2; d++)
    for (const i of rings[d - 1]) {
      const pure = purestInside(from, depth, width, height, i, d, white);
      if (pure === 0) continue;
      const c = [from[i] & 255, (from[i] >>> 8) & 255, (from[i] >>> 16) & 255];
      const f = [pure & 255, (pure >>> 8) & 255, (pure >>> 16) & 255];
      const v = f.map((value, k) => value - white[k]);
      const square = v[0] * v[0] + v[1] * v[1] + v[2] * v[2];
      if (square < 900) continue;
      const share = v.reduce((sum, value, k) => sum + (c[k] - white[k]) * value, 0) / square;
      if (share >= 0.985) continue;
      const alpha = Math.round(255 * Math.max(0, share));
      to[i] = alpha < 3 ? 0 : (f[0] | (f[1] << 8) | (f[2] << 16) | (alpha << 24)) >>> 0;
      recovered++;
    }
  return recovered;
}

/** The colour farthest from the backdrop among the pixels a little further in. */
function purestInside(
  from: Uint32Array,
  depth: Uint8Array,
  width: number,
  height: number,
  at: number,
  own: number,
  white: Rgb,
): number {
  const x = at % width;
  const y = (at / width) | 0;
  let best = 0;
  let most = -1;
  for (let dy = -EDGE; dy <= EDGE; dy++)
    for (let dx = -EDGE; dx <= EDGE; dx++) {
      if (x + dx < 0 || y + dy < 0 || x + dx >= width || y + dy >= height) continue;
      const i = at + dy * width + dx;
      // Depth 0 there means further in than was counted, or removed; both are told apart by the neighbour's own depth.
      if (depth[i] <= own || depth[i] > own + 2) continue;
      const w = from[i];
      const d =
        Math.hypot((w & 255) - white[0], ((w >>> 8) & 255) - white[1], ((w >>> 16) & 255) - white[2]) -
        6 * Math.hypot(dx, dy);
      if (d > most) {
        most = d;
        best = w;
      }
    }
  return best;
}

function labOf(word: number) {
  return toLab(word & 255, (word >>> 8) & 255, (word >>> 16) & 255);
}

/** What of a design is nearly invisible, or lies apart as specks. */
export interface Specks {
  /** Pixels to sweep away: 255. */
  mask: PlacedMask;
  /** Groups of solid paint that lie apart and are tiny. */
  specks: Region[];
  /** Pixels of near-transparent haze that lie beyond any soft edge. */
  haze: number;
}

/** What is apart from a figure and larger than this, px, is no speck. */
export const LARGEST_SPECK = 64;

/**
 * Finds stray paint: groups smaller than `largest` px apart from the figure, and haze (alpha up to 24) farther
 * than two pixels from anything solid.
 */
export function findSpecks(design: PlacedBitmap, largest = LARGEST_SPECK): Specks {
  const { width, height } = design;
  const words = wordsOf(design);
  const any = createMask(width, height);
  for (let i = 0; i < words.length; i++) if (words[i] >>> 24 > 24) any.data[i] = 255;
  const { labels, regions } = connectedRegions(any);
  const stray = new Set(
    regions.flatMap((region, at) => (region.area <= largest && regions.length > 1 ? [at + 1] : [])),
  );
  const mask = createPlacedMask({ x: 0, y: 0, width, height });
  let haze = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const alpha = words[i] >>> 24;
      if (alpha === 0) continue;
      if (alpha > 24) {
        if (stray.has(labels[i])) mask.data[i] = 255;
        continue;
      }
      let beside = false;
      for (let dy = -2; dy <= 2 && !beside; dy++)
        for (let dx = -2; dx <= 2 && !beside; dx++) {
          const nx = x + dx;
          const ny = y + dy;
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const label = labels[ny * width + nx];
          if (label > 0 && !stray.has(label)) beside = true;
        }
      if (beside) continue;
      mask.data[i] = 255;
      haze++;
    }
  return { mask, specks: regions.filter((_, at) => stray.has(at + 1)), haze };
}
