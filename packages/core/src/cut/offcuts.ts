import {
  copyPlaced,
  intersectRects,
  placedOver,
  trimToPaint,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { connectedRegions, createMask, createPlacedMask, type PlacedMask } from '../raster/mask.js';
import type { OwnerMap } from './owners.js';

/** A connected group of the design's pixels that no piece has taken. */
export interface Offcut {
  /** Pixels. */
  area: number;
  bounds: Rect;
  /** A pixel of the group, px: the first in reading order, the same for the same group. */
  place: { x: number; y: number };
  /** Index of the piece with which it shares the longest border, or null where it touches none. */
  belongsTo: number | null;
}

/** How much of a design is cut. */
export interface OffcutReport {
  /** Largest first. */
  offcuts: Offcut[];
  /** Pixels of the design with any paint. */
  designArea: number;
  /** Of those, the pixels that no piece has. */
  untakenArea: number;
  /** For each pixel the offcut's index + 1, else 0. */
  labels: Int32Array;
}

/**
 * Finds what of the design no piece has taken yet.
 * @param design the whole view, at 0, 0
 * @param owners who shows where at rest, over the same canvas
 */
export function findOffcuts(design: PlacedBitmap, { owner }: OwnerMap): OffcutReport {
  const { width, height } = design;
  const paint = wordsOf(design);
  const untaken = createMask(width, height);
  let designArea = 0;
  let untakenArea = 0;
  for (let i = 0; i < owner.length; i++) {
    if (paint[i] >>> 24 === 0) continue;
    designArea++;
    if (owner[i] !== 0) continue;
    untakenArea++;
    untaken.data[i] = 255;
  }
  if (untakenArea === 0) return { offcuts: [], designArea, untakenArea, labels: new Int32Array(owner.length) };
  const { labels, regions } = connectedRegions(untaken);
  const borders = regions.map(() => new Map<number, number>());
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] === 0) continue;
    const tally = borders[labels[i] - 1];
    const x = i % width;
    const neighbours = [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, i - width, i + width];
    for (const n of neighbours) {
      if (n < 0 || n >= owner.length || owner[n] === 0) continue;
      tally.set(owner[n] - 1, (tally.get(owner[n] - 1) ?? 0) + 1);
    }
  }
  const offcuts = regions.map((region, index) => {
    let belongsTo: number | null = null;
    let longest = 0;
    for (const [piece, length] of borders[index]) {
      if (length > longest) {
        longest = length;
        belongsTo = piece;
      }
    }
    return { ...region, belongsTo };
  });
  return { offcuts, designArea, untakenArea, labels };
}

/** The design's coverage where no piece has it. */
export function uncutMask(design: PlacedBitmap, { owner }: OwnerMap): PlacedMask {
  const words = wordsOf(design);
  const mask = createPlacedMask(design);
  for (let i = 0; i < owner.length; i++) if (owner[i] === 0) mask.data[i] = words[i] >>> 24;
  return mask;
}

/** The design's pixels that no piece has, as one bitmap trimmed to its paint; null where everything is cut. */
export function uncutPaint(design: PlacedBitmap, faces: readonly (PlacedBitmap | null)[]): PlacedBitmap | null {
  const left = copyPlaced(design);
  const to = wordsOf(left);
  for (const face of faces) {
    if (!face) continue;
    const from = wordsOf(face);
    const { x, y, width, height } = intersectRects(face, design);
    for (let row = y; row < y + height; row++) {
      let i = (row - face.y) * face.width + x - face.x;
      let j = (row - design.y) * design.width + x - design.x;
      for (const end = i + width; i < end; i++, j++) if (from[i] >= 0x01000000) to[j] = 0;
    }
  }
  return trimToPaint(left);
}

/** The pixels of some offcuts as one mask over the bounds of them all. */
export function offcutsMask(report: OffcutReport, indices: readonly number[], canvasWidth: number): PlacedMask {
  const bounds = indices.map((index) => report.offcuts[index].bounds).reduce(uniteRects);
  const isWanted = new Uint8Array(report.offcuts.length + 1);
  for (const index of indices) isWanted[index + 1] = 1;
  const data = new Uint8Array(bounds.width * bounds.height);
  for (let y = 0, i = 0; y < bounds.height; y++)
    for (let x = 0; x < bounds.width; x++, i++)
      if (isWanted[report.labels[(bounds.y + y) * canvasWidth + bounds.x + x]]) data[i] = 255;
  return placedOver(bounds, data);
}
