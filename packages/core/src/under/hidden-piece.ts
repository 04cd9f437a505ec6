import type { OwnerMap } from '../cut/owners.js';
import type { CharacterDoc, PieceId } from '../document/rows.js';
import { refuse, type Result } from '../errors.js';
import { createPlaced, outsetRect, trimToPaint, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { distanceField } from '../raster/distance-field.js';
import { maskOf, type PlacedMask } from '../raster/mask.js';
import { fillLoop } from '../raster/polygon.js';
import { mixWords, opaqueWord } from '../raster/words.js';
import { brushBeneath } from './brush-beneath.js';
import type { OwnLine } from './fill-under.js';

/** A piece that does not show at all at rest: a hip beneath a coat, the inside of a mouth. */
export interface HiddenPiece {
  /** Its paint, all of it where others hide it. */
  beneath: PlacedBitmap;
  /** The place in the draw order that it takes: directly behind the hindmost of what hides it. */
  index: number;
}

export interface HiddenOrder {
  /** Its contour, x, y pairs, px; closes by itself. */
  loop: readonly number[];
  colour: Rgb;
  /** The outline that it gets; width 0 for none. */
  line: OwnLine;
  /** 0 to 1: how much darker it is at its deepest, farthest from its contour; flat where not given. */
  shade?: number;
}

/** Fewer px than this are no piece. */
const LEAST = 40;

/**
 * Draws a piece that is wholly hidden: flat or darker towards its depth, with its own outline, and only where the design's opaque paint lies over it.
 *
 * @param owners of the whole canvas
 * @returns a refusal, `not-hidden`, where next to nothing of it would be hidden
 */
export function drawHidden(
  { loop, colour, line, shade = 0 }: HiddenOrder,
  owners: OwnerMap,
  design: PlacedBitmap,
): Result<HiddenPiece> {
  const mask = fillLoop(loop, design);
  const paint = createPlaced(mask);
  const words = wordsOf(paint);
  const ink = inkByDepth(colour, shade, mask);
  let index = Infinity;
  let hidden = 0;
  for (let y = 0, i = 0; y < mask.height; y++)
    for (let x = 0; x < mask.width; x++, i++) {
      if (mask.data[i] === 0) continue;
      const at = (mask.y + y - owners.y) * owners.width + mask.x + x - owners.x;
      if (owners.owner[at] === 0 || design.data[at * 4 + 3] !== 255) continue;
      words[i] = ink(i);
      hidden++;
      index = Math.min(index, owners.owner[at] - 1);
    }
  if (hidden < LEAST)
    return refuse(
      'not-hidden',
      'Nothing would hide this piece. Draw it where others lie over it, or cut it from the design.',
    );
  if (line.width === 0) return { ok: true, beneath: trimToPaint(paint) ?? paint, index };
  const rim = [...loop, loop[0], loop[1]];
  const stroke = rim.flatMap((value, i) => (i % 2 === 0 ? [value, rim[i + 1], line.width / 2] : []));
  const drawn = brushBeneath(
    paint,
    { stroke, colour: line.colour, softness: 0, erase: false },
    index - 1,
    () => owners,
    design,
  );
  return { ok: true, beneath: (drawn.ok && drawn.beneath) || paint, index };
}

/** The colour by pixel: darker the farther that lies from the rim of a mask. */
function inkByDepth(colour: Rgb, shade: number, mask: PlacedMask): (index: number) => number {
  const flat = opaqueWord(colour);
  if (shade === 0) return () => flat;
  // Beyond the mask's own rectangle all is outside.
  const { width, height } = outsetRect(mask, 1);
  const outside = maskOf({ width, height }, new Uint8Array(width * height).fill(255));
  for (let y = 0; y < mask.height; y++)
    for (let x = 0; x < mask.width; x++)
      if (mask.data[y * mask.width + x] > 0) outside.data[(y + 1) * width + x + 1] = 0;
  const depth = distanceField(outside);
  const deepest = depth.reduce((most, one) => Math.max(most, one), 1);
  const dark = opaqueWord([0, 0, 0]);
  return (index) => {
    const at = (Math.floor(index / mask.width) + 1) * width + (index % mask.width) + 1;
    return mixWords(flat, dark, (shade * depth[at]) / deepest);
  };
}

/** Points round a disc. */
const ROUND = 32;

/** The shape that the joints of some pieces enclose: of both hips, the hip between them. Null where they have none. */
export function shapeOfJoints(doc: CharacterDoc, pieceIds: readonly PieceId[]): number[] | null {
  const own = doc.joints.filter(({ childId }) => pieceIds.includes(childId));
  // What is picked hangs from the hidden piece, mostly: its own joints are where it does.
  const discs = own.length > 0 ? own : doc.joints.filter(({ parentId }) => pieceIds.includes(parentId));
  if (discs.length === 0) return null;
  return hullAround(
    discs.flatMap(({ x, y, radius }) =>
      Array.from({ length: ROUND }, (_, k) => (k / ROUND) * 2 * Math.PI).map((angle): [number, number] => [
        x + radius * Math.cos(angle),
        y + radius * Math.sin(angle),
      ]),
    ),
  );
}

/** The convex hull of points as x, y pairs (Andrew's monotone chain). */
function hullAround(points: readonly [number, number][]): number[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (way: readonly [number, number][]) => {
    const chain: [number, number][] = [];
    for (const [x, y] of way) {
      for (let n = chain.length; n >= 2; n--) {
        const [[ax, ay], [bx, by]] = [chain[n - 2], chain[n - 1]];
        if ((bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0) break;
        chain.pop();
      }
      chain.push([x, y]);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())].flat();
}
