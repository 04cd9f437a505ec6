import { placedAt, wordsOf, type PlacedBitmap, type Rect } from '../../raster/bitmap.js';
import { colourTest, toLab, type Lab } from '../../raster/colour.js';
import { INSIDE, connectedRegions, coverageOf, createMask, maskArea } from '../../raster/mask.js';
import { measureLine } from '../../raster/measure-line.js';

/** A patch of like paint, bounded by line art or another colour. */
export interface Patch {
  area: number;
  bounds: Rect;
  centre: { x: number; y: number };
  lab: Lab;
}

/** A design taken apart into patches. */
export interface Segments {
  width: number;
  height: number;
  /** The patch's index + 1 for every pixel; 0 for line, soft edges and what is transparent. */
  labels: Int32Array;
  patches: Patch[];
  /** 1 where line art is. */
  line: Uint8Array;
  lineWidth: number;
}

/** Neighbouring pixels that differ by more than this (sum over RGB) are not one paint: in art with an outline, where the line parts things, and in art without, where only the colours do. */
const LOCAL = { lined: 25, plain: 10 } as const;
/** Shades of one thing: patches that touch without a line between them and lie nearer than this (OKLab × 100) are one. */
const SHADES = 17;

/**
 * Takes a design apart by its line art and colours: floods like paint, lets slivers go to the patch beside them, and
 * takes shades together that touch without a line between them.
 * @param within only where this is above 0 (what is uncut); everything where not given
 */
export function segmentDesign(design: PlacedBitmap, within?: Uint8Array): Segments {
  const { width, height } = design;
  const words = wordsOf(design);
  const silhouette = placedAt(coverageOf(design), 0, 0);
  const outline = measureLine(design, silhouette, { x: width / 2, y: height / 2, radius: Math.max(width, height) });
  const line = new Uint8Array(words.length);
  if (outline.width > 0) {
    const isLine = colourTest(outline.colour, (distance) => distance < 13);
    for (let i = 0; i < words.length; i++) if (words[i] >>> 24 > INSIDE && isLine(words[i])) line[i] = 1;
    clearThickMutable(line, width, Math.ceil(outline.width * THICK), maskArea(silhouette));
  }
  const open = (i: number) => words[i] >>> 24 > INSIDE && line[i] === 0 && (!within || within[i] > 0);
  const labels = new Int32Array(words.length);
  const lined = outline.width > 0;
  const raw = floodPatches(words, width, open, labels, lined ? LOCAL.lined : LOCAL.plain);
  const least = Math.max(24, Math.round(raw.total * 0.0004));
  absorbSlivers(labels, width, raw.areas, least, open);
  const merged = takeShadesTogether(labels, width, words, raw.areas, least, lined);
  return { width, height, labels: merged.labels, patches: merged.patches, line, lineWidth: outline.width };
}

/** What is this many times as thick as the outline, and this large a share of the figure, is paint of a like colour: dark trousers. */
const THICK = 4;
const LARGE = 0.01;

/** Takes large areas that are as thick as that out of line art: squares of this side that it fills wholly. */
function clearThickMutable(line: Uint8Array, width: number, side: number, figure: number): void {
  const height = line.length / width;
  // Of each pixel, the side of the largest square of line that ends in it at the lower right.
  const squares = new Uint16Array(line.length);
  for (let i = 0; i < line.length; i++) {
    if (line[i] === 0) continue;
    const isFirst = i % width === 0 || i < width;
    squares[i] = isFirst ? 1 : 1 + Math.min(squares[i - 1], squares[i - width], squares[i - width - 1]);
  }
  const thick = createMask(width, height);
  for (let i = line.length - 1; i >= 0; i--)
    if (squares[i] >= side)
      for (let dy = 0; dy < side; dy++) thick.data.fill(255, i - dy * width - side + 1, i - dy * width + 1);
  const { labels, regions } = connectedRegions(thick);
  for (let i = 0; i < line.length; i++) if (labels[i] > 0 && regions[labels[i] - 1].area >= LARGE * figure) line[i] = 0;
}

function floodPatches(
  words: Uint32Array,
  width: number,
  open: (i: number) => boolean,
  labels: Int32Array,
  local: number,
): { areas: number[]; total: number } {
  const areas: number[] = [0];
  const stack: number[] = [];
  let total = 0;
  for (let start = 0; start < words.length; start++) {
    if (labels[start] !== 0 || !open(start)) continue;
    const label = areas.length;
    let area = 0;
    let r = words[start] & 255;
    let g = (words[start] >>> 8) & 255;
    let b = (words[start] >>> 16) & 255;
    labels[start] = label;
    stack.push(start);
    while (stack.length > 0) {
      const at = stack.pop() as number;
      area++;
      const word = words[at];
      const wr = word & 255;
      const wg = (word >>> 8) & 255;
      const wb = (word >>> 16) & 255;
      // The patch's running colour keeps a long gradient from creeping into something else.
      const weight = 1 / Math.min(area, 4000);
      r += (wr - r) * weight;
      g += (wg - g) * weight;
      b += (wb - b) * weight;
      const x = at % width;
      for (const n of [x > 0 ? at - 1 : -1, x + 1 < width ? at + 1 : -1, at - width, at + width]) {
        if (n < 0 || n >= words.length || labels[n] !== 0 || !open(n)) continue;
        const nw = words[n];
        const nr = nw & 255;
        const ng = (nw >>> 8) & 255;
        const nb = (nw >>> 16) & 255;
        if (Math.abs(nr - wr) + Math.abs(ng - wg) + Math.abs(nb - wb) > local) continue;
        if (Math.abs(nr - r) + Math.abs(ng - g) + Math.abs(nb - b) > 110) continue;
        labels[n] = label;
        stack.push(n);
      }
    }
    areas.push(area);
    total += area;
  }
  return { areas, total };
}

/** Small patches go, pixel by pixel, to the large patch that is nearest without crossing a line. */
function absorbSlivers(
  labels: Int32Array,
  width: number,
  areas: readonly number[],
  least: number,
  open: (i: number) => boolean,
): void {
  let ring: number[] = [];
  const small = (i: number) => labels[i] !== 0 && areas[labels[i]] < least;
  for (let i = 0; i < labels.length; i++) if (labels[i] !== 0 && areas[labels[i]] >= least) ring.push(i);
  // Only the rims of large patches can grow.
  ring = ring.filter((i) => small(i - 1) || small(i + 1) || small(i - width) || small(i + width));
  while (ring.length > 0) {
    const next: number[] = [];
    for (const at of ring) {
      const x = at % width;
      for (const n of [x > 0 ? at - 1 : -1, x + 1 < width ? at + 1 : -1, at - width, at + width]) {
        if (n < 0 || n >= labels.length || !open(n) || !small(n)) continue;
        labels[n] = labels[at];
        next.push(n);
      }
    }
    ring = next;
  }
}

function takeShadesTogether(
  labels: Int32Array,
  width: number,
  words: Uint32Array,
  areas: readonly number[],
  least: number,
  lined: boolean,
): { labels: Int32Array; patches: Patch[] } {
  const sums = new Float64Array(areas.length * 4);
  const contacts = new Map<number, number>();
  const steps = new Map<number, number>();
  for (let i = 0; i < labels.length; i++) {
    const a = labels[i];
    if (a === 0) continue;
    const w = words[i];
    sums[4 * a] += w & 255;
    sums[4 * a + 1] += (w >>> 8) & 255;
    sums[4 * a + 2] += (w >>> 16) & 255;
    sums[4 * a + 3]++;
    for (const n of [(i + 1) % width === 0 ? -1 : i + 1, i + width]) {
      if (n < 0 || n >= labels.length) continue;
      const b = labels[n];
      if (b === 0 || b === a) continue;
      const key = Math.min(a, b) * areas.length + Math.max(a, b);
      contacts.set(key, (contacts.get(key) ?? 0) + 1);
      steps.set(key, (steps.get(key) ?? 0) + stepBetween(w, words[n]));
    }
  }
  const labOf = (a: number): Lab => {
    const n = sums[4 * a + 3] || 1;
    return toLab(sums[4 * a] / n, sums[4 * a + 1] / n, sums[4 * a + 2] / n);
  };
  const home = Int32Array.from(areas, (_, i) => i);
  const find = (a: number): number => {
    while (home[a] !== a) a = home[a] = home[home[a]];
    return a;
  };
  // The longest borders first, so that a thing's own shades meet before its neighbours do.
  for (const [key, length] of [...contacts].sort((a, b) => b[1] - a[1] || a[0] - b[0])) {
    const a = find(Math.floor(key / areas.length));
    const b = find(key % areas.length);
    if (a === b) continue;
    // A border without a step is none: a gradient that was flooded in two. Other shades are told by line art only.
    const smooth = (steps.get(key) ?? 0) / length < SMOOTH;
    if (!smooth && (!lined || shadeDistance(labOf(a), labOf(b)) > SHADES)) continue;
    const [into, from] = sums[4 * a + 3] >= sums[4 * b + 3] ? [a, b] : [b, a];
    home[from] = into;
    for (let c = 0; c < 4; c++) sums[4 * into + c] += sums[4 * from + c];
  }
  const fresh = new Int32Array(areas.length);
  const labs: Lab[] = [];
  for (let a = 1; a < areas.length; a++) if (find(a) === a && sums[4 * a + 3] >= least) fresh[a] = labs.push(labOf(a));
  for (let i = 0; i < labels.length; i++) if (labels[i] > 0) labels[i] = fresh[find(labels[i])];
  return { labels, patches: patchesOf(labels, width, labs) };
}

/** Patches by the labels of their pixels, each with its colour. */
export function patchesOf(labels: Int32Array, width: number, labs: readonly Lab[]): Patch[] {
  const made = labs.map(() => ({ area: 0, sumX: 0, sumY: 0, left: Infinity, top: Infinity, right: 0, bottom: 0 }));
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] === 0) continue;
    const patch = made[labels[i] - 1];
    const x = i % width;
    const y = (i / width) | 0;
    patch.area++;
    patch.sumX += x;
    patch.sumY += y;
    if (x < patch.left) patch.left = x;
    if (y < patch.top) patch.top = y;
    if (x > patch.right) patch.right = x;
    if (y > patch.bottom) patch.bottom = y;
  }
  return made.map(({ area, sumX, sumY, left, top, right, bottom }, at) => ({
    ...{ area, lab: labs[at] },
    bounds: { x: left, y: top, width: right - left + 1, height: bottom - top + 1 },
    centre: { x: sumX / area + 0.5, y: sumY / area + 0.5 },
  }));
}

/** Mean step over a border (sum over RGB) below which it is no border. */
const SMOOTH = 8;

function stepBetween(a: number, b: number): number {
  return (
    Math.abs((a & 255) - (b & 255)) +
    Math.abs(((a >>> 8) & 255) - ((b >>> 8) & 255)) +
    Math.abs(((a >>> 16) & 255) - ((b >>> 16) & 255))
  );
}

/** Distance of two shades: lightness counts for less than hue, since light and shade change it most. */
function shadeDistance(p: Lab, q: Lab): number {
  return 100 * Math.hypot(0.62 * (p[0] - q[0]), 1.5 * (p[1] - q[1]), 1.5 * (p[2] - q[2]));
}
