import { counted } from '../counted.js';
import type { ClosestShot } from '../document/row-types.js';
import { sizeNeed } from '../plan/size.js';
import type { Bitmap, Rect } from '../raster/bitmap.js';
import { connectedRegions, coverageOf } from '../raster/mask.js';
import { median } from '../raster/statistics.js';
import { figuresOnSheet } from './cut-sheet.js';

/** Something about a pose that makes separating hard, and what to ask the designer for. */
export interface PoseFinding {
  kind:
    | 'cropped'
    | 'several-figures'
    | 'upside-down'
    | 'arms-touch'
    | 'legs-touch'
    | 'uneven'
    | 'too-small'
    | 'hair-over-face'
    | 'holds';
  sentence: string;
  /** Where, px. */
  place: { x: number; y: number };
}

/** What is known of the figure beforehand. */
export interface PoseKnown {
  /** Is it a person who stands on two legs? */
  isPerson: boolean;
  /** Is it seen from in front or from behind, so that both its sides should be alike? */
  isFlat: boolean;
  /** The closest shot that is planned; null for none. */
  shot?: ClosestShot | null;
}

/** px that a figure is high at least. */
const SMALLEST = 40;
/** px along the canvas's border from which on a figure is cropped, as a share of the figure's height. */
const CROPPED = 0.01;
/** A head is at most this share of a figure: where it is not cut yet, no more than that is known of it. */
const LARGEST_HEAD = 0.4;
/** Where arms hang beside the trunk, and legs beside one another: shares of the height, from the floor. */
const ARMS = [0.38, 0.55] as const;
const LEGS = [0.08, 0.26] as const;
/** Share of the rows there in which limbs must show apart. */
const APART = 0.35;
/** Arms that are raised to the sides make a figure that much wider than its trunk. */
const SPREAD = 1.9;
/** Less of a mirrored figure than this lying on itself is another pose on either side. */
const EVEN = 0.8;

/**
 * What in a pose will make separating hard, by the figure's outline alone: said before anything is cut.
 * @param design the finished picture of one view
 * @param found what hangs together in it
 * @param figures the boxes of the figures in it, px
 */
export function readiness(
  { width, height }: Bitmap,
  { labels, regions }: ReturnType<typeof connectedRegions>,
  figures: readonly Rect[],
  { isPerson, isFlat, shot = null }: PoseKnown,
): PoseFinding[] {
  const [figure] = regions;
  // Of a blank canvas, or a dot, there is nothing to say.
  if (!figure || figure.bounds.height < SMALLEST) return [];
  const found: PoseFinding[] = [];
  const { bounds } = figure;
  const middle = { x: bounds.x + bounds.width / 2, y: bounds.y + bounds.height / 2 };
  const edges = croppedAt(labels, width, height, bounds.height * CROPPED);
  for (const { side, place } of edges)
    found.push({
      kind: 'cropped',
      sentence: `The figure is cropped by the canvas ${side}. Ask for all of it, with room around.`,
      place,
    });
  const odd = notOneStanding(labels, width, bounds, figures, isPerson);
  // What is said of a pose is said of one figure that stands.
  if (odd) return [...found, odd];
  const most = shot?.part === 'figure' ? bounds.height : shot?.part === 'head//' ? bounds.height * LARGEST_HEAD : null;
  const need = shot && most !== null ? sizeNeed(shot, most, { width, height }) : null;
  if (need && !need.enough)
    found.push({
      kind: 'too-small',
      sentence: `Too small for the closest shot, which shows ${need.needed} lines. Ask for ${need.canvas.width} × ${need.canvas.height} px, or plan a shot less close.`,
      place: middle,
    });
  if (isPerson && isFlat) {
    const rows = rowsOf(labels, width, bounds);
    const at = ([low, high]: readonly [number, number]) =>
      rows.slice(Math.floor((1 - high) * rows.length), Math.ceil((1 - low) * rows.length));
    const placeAt = (share: number) => ({ x: middle.x, y: bounds.y + (1 - share) * bounds.height });
    const arms = at(ARMS);
    const trunk = median(arms.map((runs) => Math.max(...runs.map((run) => run.length))));
    const hang = arms.filter((runs) => runs.length >= 3).length >= APART * arms.length;
    if (!hang && bounds.width < SPREAD * trunk)
      found.push({
        kind: 'arms-touch',
        sentence: 'The arms touch the body. Ask for a pose with air between arm and trunk, as an A-pose.',
        place: placeAt(ARMS[1]),
      });
    const legs = at(LEGS);
    if (legs.filter((runs) => runs.length >= 2).length < APART * legs.length)
      found.push({
        kind: 'legs-touch',
        sentence: 'The legs touch or cross. Ask for feet set apart, or draw what lies behind.',
        place: placeAt(LEGS[1]),
      });
  }
  if (isFlat && evenness(labels, width, bounds) < EVEN)
    found.push({
      kind: 'uneven',
      sentence:
        'The pose is not the same on both sides: nothing of one can be used for the other. Ask for a neutral pose.',
      place: middle,
    });
  return found;
}

/** What makes a design something else than one figure that stands on its feet. */
export type OddFigure = PoseFinding & { kind: 'several-figures' | 'upside-down' };

/** What of a design is not one figure that stands on its feet; null where it is, as far as its outline tells. */
export function oddFigure(design: Bitmap, isPerson: boolean): OddFigure | null {
  const found = connectedRegions(coverageOf(design));
  const [figure] = found.regions;
  if (!figure || figure.bounds.height < SMALLEST) return null;
  return notOneStanding(found.labels, design.width, figure.bounds, figuresOnSheet(found, design.width), isPerson);
}

function notOneStanding(
  labels: Int32Array,
  width: number,
  bounds: Rect,
  figures: readonly Rect[],
  isPerson: boolean,
): OddFigure | null {
  if (figures.length > 1) {
    const [, { x, y, width: wide, height: tall }] = figures;
    return {
      kind: 'several-figures',
      sentence: `${counted(figures.length, 'figure')} stand on one canvas. Cut the sheet into views, or ask for a picture a view.`,
      place: { x: x + wide / 2, y: y + tall / 2 },
    };
  }
  if (!isPerson || !standsOnHead(rowsOf(labels, width, bounds))) return null;
  return {
    kind: 'upside-down',
    sentence: 'The figure seems to stand on its head. Turn the design over, and bring it in again.',
    place: { x: bounds.x + bounds.width / 2, y: bounds.y + bounds.height / 2 },
  };
}

/** Share of a figure's height, from the top and from the floor, in which its legs are looked for. */
const LEGS_WITHIN = 0.3;
/** Of two that are legs, the thinner has more than this share of the other's width. */
const LIKE_LEGS = 0.5;
/** Shares of the rows in which two like legs show: above, in a figure that stands on its head; below, in none that does. */
const UPENDED = 0.5;
const UPRIGHT = 0.2;

/** Does a person have two legs at the top, and none below? Ears and horns are not so long. */
function standsOnHead(rows: readonly RowRun[][]): boolean {
  const many = Math.ceil(LEGS_WITHIN * rows.length);
  const legsIn = (part: readonly RowRun[][]) => {
    const widths = part.map((runs) => runs.map(({ length }) => length));
    return widths.filter((w) => w.length === 2 && Math.min(...w) > LIKE_LEGS * Math.max(...w)).length / part.length;
  };
  return legsIn(rows.slice(0, many)) > UPENDED && legsIn(rows.slice(-many)) < UPRIGHT;
}

function croppedAt(labels: Int32Array, width: number, height: number, least: number) {
  const sides = [
    { side: 'on the left', count: height, at: (k: number) => ({ x: 0, y: k }) },
    { side: 'on the right', count: height, at: (k: number) => ({ x: width - 1, y: k }) },
    { side: 'above', count: width, at: (k: number) => ({ x: k, y: 0 }) },
    { side: 'below', count: width, at: (k: number) => ({ x: k, y: height - 1 }) },
  ];
  return sides.flatMap(({ side, count, at }) => {
    const there = Array.from({ length: count }, (_, k) => at(k)).filter(({ x, y }) => labels[y * width + x] === 1);
    return there.length > least ? [{ side, place: there[there.length >> 1] }] : [];
  });
}

interface RowRun {
  from: number;
  length: number;
}

/** Shorter gaps and runs than this, as a share of the figure's width, are folds of its outline. */
const FOLD = 0.01;

/** The runs of the largest figure, row by row. */
function rowsOf(labels: Int32Array, width: number, bounds: { x: number; y: number; width: number; height: number }) {
  const least = Math.max(2, FOLD * bounds.width);
  return Array.from({ length: bounds.height }, (_, row): RowRun[] => {
    const runs: RowRun[] = [];
    for (let x = bounds.x; x < bounds.x + bounds.width; x++) {
      if (labels[(bounds.y + row) * width + x] !== 1) continue;
      const last = runs.at(-1);
      if (last && x - (last.from + last.length) < least) last.length = x - last.from + 1;
      else runs.push({ from: x, length: 1 });
    }
    const wide = runs.filter(({ length }) => length >= least);
    return wide.length > 0 ? wide : [{ from: bounds.x, length: 1 }];
  });
}

/** How much of a figure lies on its own mirror image: both over either, about the axis on which most of it does. */
function evenness(
  labels: Int32Array,
  width: number,
  bounds: { x: number; y: number; width: number; height: number },
): number {
  let best = 0;
  const steps = 12;
  for (let k = -steps; k <= steps; k++) {
    const twice = 2 * bounds.x + bounds.width + Math.round((k / steps) * 0.2 * bounds.width);
    let [both, either] = [0, 0];
    for (let y = bounds.y; y < bounds.y + bounds.height; y += 4)
      for (let x = bounds.x; x < bounds.x + bounds.width; x += 3) {
        const mirrored = twice - x;
        const here = labels[y * width + x] === 1;
        const there = mirrored >= 0 && mirrored < width && labels[y * width + mirrored] === 1;
        if (here && there) both++;
        if (here || there) either++;
      }
    best = Math.max(best, both / Math.max(1, either));
  }
  return best;
}
