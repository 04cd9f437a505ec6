import type { ViewArt } from '../document/view-art.js';
import { createPlaced, intersectRects, uniteRects, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import type { PlacedMask } from '../raster/mask.js';
import { hasPaint, isMarked } from '../raster/sample.js';
import { otherCuts, type OtherCuts, type Pair } from './other-cuts.js';

/** A cut between two pieces as it would be a step farther on to either side; null where there is no such step. */
export interface DrawnCuts {
  more: PlacedBitmap | null;
  less: PlacedBitmap | null;
}

/** How far the two pieces are drawn apart, as a share of the picture. */
const APART = 0.05;
/** How much of what is neither piece's shows, 0 to 1. */
const FAINT = 0.22;
/** Places within a pixel of the picture that are looked at, across and down. */
const LOOKS = 3;
/** What is shown about the cuts, in their own size. */
const ABOUT = 0.4;

/**
 * Draws the two pieces of a border a little apart, so that it shows where the cut would run at its other places. Both
 * pictures show the same part of the canvas, on which the rest of the design is faint.
 *
 * @param side px of a picture's longer side at most
 * @returns null where the cut has no other place
 */
export function drawCuts(art: ViewArt, pair: Pair, side: number): DrawnCuts | null {
  const cuts = otherCuts(art, pair);
  const room = roomOf(cuts, { ...art.design, x: 0, y: 0 });
  const [first, second] = [pair.first, pair.second].map((id) => art.pieces.get(id)?.face ?? null);
  if (!room || !first || !second) return null;
  const own = (x: number, y: number): Owner => (hasPaint(first, x, y) ? 1 : hasPaint(second, x, y) ? 2 : 0);
  const far = pulledApart(room, own);
  const draw = (given: PlacedMask, to: Owner) =>
    drawApart(art.design, room, side, far, (x, y) => {
      const owner = own(x, y);
      return owner !== 0 && isMarked(given, x, y) ? to : owner;
    });
  return {
    more: cuts.more && draw(cuts.more, 1),
    less: cuts.less && draw(cuts.less, 2),
  };
}

/** Whose a pixel is: the first piece's, the second's, or neither's. */
type Owner = 0 | 1 | 2;

/** What of the canvas shows a cut and its other places; null where it has none. */
function roomOf({ more, less }: OtherCuts, canvas: Rect): Rect | null {
  const strips = [more, less].flatMap((strip): Rect[] => (strip ? [strip] : []));
  if (strips.length === 0) return null;
  const { x, y, width, height } = strips.reduce(uniteRects);
  const about = Math.round(ABOUT * Math.max(width, height));
  return intersectRects({ x: x - about, y: y - about, width: width + 2 * about, height: height + 2 * about }, canvas);
}

/** By how much the first piece is moved away from the second, px: along the line between the middles of what shows of them. */
function pulledApart(room: Rect, own: (x: number, y: number) => Owner): { x: number; y: number } {
  const sums = [0, 1, 2].map(() => ({ x: 0, y: 0, many: 0 }));
  for (let y = room.y; y < room.y + room.height; y += LOOKS)
    for (let x = room.x; x < room.x + room.width; x += LOOKS) {
      const sum = sums[own(x, y)];
      sum.x += x;
      sum.y += y;
      sum.many++;
    }
  const [, first, second] = sums.map(({ x, y, many }) => ({ x: x / Math.max(1, many), y: y / Math.max(1, many) }));
  const [dx, dy] = [first.x - second.x, first.y - second.y];
  const far = (APART * Math.max(room.width, room.height)) / Math.max(1, Math.hypot(dx, dy));
  return { x: dx * far, y: dy * far };
}

function drawApart(
  design: ViewArt['design'],
  room: Rect,
  side: number,
  far: { x: number; y: number },
  own: (x: number, y: number) => Owner,
): PlacedBitmap {
  const scale = Math.min(1, side / Math.max(room.width, room.height));
  const [width, height] = [room.width, room.height].map((size) => Math.max(1, Math.round(size * scale)));
  const drawn = createPlaced({ x: 0, y: 0, width, height });
  /** Adds what shows at a place: either piece, moved by half the way, else the design where no piece was, faintly. */
  const add = (x: number, y: number, sum: Float64Array) => {
    const places: [Owner, number][] = [
      [1, 0.5],
      [2, -0.5],
      [0, 0],
    ];
    for (const [owner, share] of places) {
      const [px, py] = [Math.round(x - share * far.x), Math.round(y - share * far.y)];
      if (px < 0 || py < 0 || px >= design.width || py >= design.height || own(px, py) !== owner) continue;
      const at = 4 * (py * design.width + px);
      const alpha = design.data[at + 3] * (owner === 0 ? FAINT : 1);
      for (let c = 0; c < 3; c++) sum[c] += design.data[at + c] * alpha;
      sum[3] += alpha;
      return;
    }
  };
  const sum = new Float64Array(4);
  for (let row = 0, at = 0; row < height; row++)
    for (let column = 0; column < width; column++, at += 4) {
      sum.fill(0);
      for (let k = 0; k < LOOKS * LOOKS; k++) {
        const x = room.x + (column + ((k % LOOKS) + 0.5) / LOOKS) / scale;
        const y = room.y + (row + (Math.floor(k / LOOKS) + 0.5) / LOOKS) / scale;
        add(Math.floor(x), Math.floor(y), sum);
      }
      if (sum[3] === 0) continue;
      for (let c = 0; c < 3; c++) drawn.data[at + c] = Math.round(sum[c] / sum[3]);
      drawn.data[at + 3] = Math.round(sum[3] / (LOOKS * LOOKS));
    }
  return drawn;
}
