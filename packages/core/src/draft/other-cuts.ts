import type { PieceId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { intersectRects, type PlacedBitmap } from '../raster/bitmap.js';
import { distanceField } from '../raster/distance-field.js';
import { INSIDE, connectedRegions, createPlacedMask, maskArea, uniteMasks, type PlacedMask } from '../raster/mask.js';
import { trimMask } from '../raster/morphology.js';
import { hasPaint } from '../raster/sample.js';

/** Two pieces that lie beside one another. */
export interface Pair {
  first: PieceId;
  second: PieceId;
}

/** Where else a cut between two pieces may run. */
export interface OtherCuts {
  /** What the first piece would have more, of the second; null where that leaves too little of it. */
  more: PlacedMask | null;
  /** What the first piece would have less: the second's, then. */
  less: PlacedMask | null;
}

/** Where a border may run instead, as shares of what lies behind it: the nearest, the usual, and the farthest. */
const SHIFT = { low: 0.04, usual: 0.12, high: 0.25 };
/** No farther than this many of its own lengths: of a trunk only a strip is in question, and not an eighth of it. */
const LENGTHS = 0.6;
/** A waist is narrower than this share of what lies about it. */
const WAIST = 0.9;
/** px; a shift smaller than this shows no difference, nor does a border shorter than this. */
const LEAST = 3;
/** A piece never gives more than this share of itself. */
const MOST = 0.5;

/**
 * Where else a cut between two pieces may run, where nothing in the design tells: a step on into either of them, alongside the
 * border that is there, at the waist that is near it, else by an eighth of what lies behind it: small enough to be taken several times.
 * @param art the pieces' faces
 */
export function otherCuts(art: ViewArt, pair: Pair): OtherCuts {
  return { more: stripOf(art, pair, 'more'), less: stripOf(art, pair, 'less') };
}

/** What changes hands where the cut between two pieces goes a step on: to the first of them, or from it. */
function stripOf(art: ViewArt, { first, second }: Pair, to: keyof OtherCuts): PlacedMask | null {
  const [from, into] = (to === 'more' ? [second, first] : [first, second]).map((id) => art.pieces.get(id)?.face);
  return from && into ? strip(from, into) : null;
}

/** What pieces get from those beside them where the cuts between some pairs go a step on; what one piece gets is one mask. */
export function stripsBetween(
  art: ViewArt,
  pairs: readonly Pair[],
  to: keyof OtherCuts,
): { pieceId: PieceId; mask: PlacedMask }[] {
  const got = new Map<PieceId, PlacedMask[]>();
  for (const pair of pairs) {
    const strip = stripOf(art, pair, to);
    const pieceId = to === 'more' ? pair.first : pair.second;
    if (strip) got.set(pieceId, [...(got.get(pieceId) ?? []), strip]);
  }
  return [...got].map(([pieceId, masks]) => ({ pieceId, mask: uniteMasks(masks) }));
}

/** What `from` would give of itself to `to`, beside which it lies. */
function strip(from: PlacedBitmap, to: PlacedBitmap): PlacedMask | null {
  const border = borderOf(from, to);
  const length = maskArea(border);
  if (length < LEAST) return null;
  const far = distanceField(border);
  const isOwn = (i: number) => from.data[4 * i + 3] > INSIDE;
  const widths = widthsBehind(far, isOwn);
  const shift = shiftOf(widths, length);
  if (shift === null) return null;
  const near = createPlacedMask(from);
  for (let i = 0; i < near.data.length; i++) if (isOwn(i) && far[i] <= shift) near.data[i] = 255;
  const given = onlyBeside(near, border);
  const all = widths.reduce((sum, width) => sum + width, 0);
  return maskArea(given) <= MOST * all ? trimMask(given) : null;
}

/** The pixels of a piece that lie beside another's. */
function borderOf(from: PlacedBitmap, to: PlacedBitmap): PlacedMask {
  const border = createPlacedMask(from);
  const near = intersectRects(from, { x: to.x - 1, y: to.y - 1, width: to.width + 2, height: to.height + 2 });
  for (let y = near.y; y < near.y + near.height; y++)
    for (let x = near.x; x < near.x + near.width; x++) {
      if (!hasPaint(from, x, y)) continue;
      if (hasPaint(to, x - 1, y) || hasPaint(to, x + 1, y) || hasPaint(to, x, y - 1) || hasPaint(to, x, y + 1))
        border.data[(y - from.y) * from.width + x - from.x] = 255;
    }
  return border;
}

/** By whole px behind a border, how many of a piece's pixels lie there: its width, where it is a limb. */
function widthsBehind(far: Float32Array, isOwn: (i: number) => boolean): number[] {
  const widths: number[] = [];
  for (let i = 0; i < far.length; i++) {
    if (!isOwn(i)) continue;
    const at = Math.floor(far[i]);
    while (widths.length <= at) widths.push(0);
    widths[at]++;
  }
  return widths;
}

/** How far behind a border of some length another may lie, px; null where there is no room for it. */
function shiftOf(widths: readonly number[], length: number): number | null {
  const depth = widths.length;
  const farthest = Math.min(SHIFT.high * depth, LENGTHS * length);
  const nearest = Math.max(LEAST, SHIFT.low * depth);
  if (farthest < nearest) return farthest >= LEAST ? farthest : null;
  const half = Math.max(1, Math.round(depth / 50));
  const widthAt = (at: number) => {
    const about = widths.slice(Math.max(0, at - half), at + half + 1);
    return about.reduce((sum, width) => sum + width, 0) / Math.max(1, about.length);
  };
  let waist = Math.round(nearest);
  for (let at = waist; at <= farthest; at++) if (widthAt(at) < widthAt(waist)) waist = at;
  const isWaist = widthAt(waist) < WAIST * Math.min(widthAt(Math.round(nearest)), widthAt(Math.round(farthest)));
  return isWaist ? waist : Math.min(Math.max(nearest, SHIFT.usual * depth), farthest);
}

/** Of a mask, the regions that touch a border. */
function onlyBeside(mask: PlacedMask, border: PlacedMask): PlacedMask {
  const { labels } = connectedRegions(mask);
  const beside = new Set<number>();
  for (let i = 0; i < labels.length; i++) if (border.data[i] > 0) beside.add(labels[i]);
  const kept = createPlacedMask(mask);
  for (let i = 0; i < labels.length; i++) if (labels[i] > 0 && beside.has(labels[i])) kept.data[i] = 255;
  return kept;
}
