import type { Rect } from '../raster/bitmap.js';
import { isPlain, layerRings, type MovingLayer } from './bend-layers.js';

/** The square a bend is measured in, its pixels row by row. */
export interface BendSquare {
  width: number;
  height: number;
  /** By pixel: its middle's distance from the pivot, px. */
  fromPivot: Float32Array;
}

/** By pixel of a square: its middle's distance from a pivot, px. */
export function distancesFrom(pivot: { x: number; y: number }, { x, y, width, height }: Rect): Float32Array {
  const far = new Float32Array(width * height);
  for (let row = 0, i = 0; row < height; row++) {
    const dy = y + row + 0.5 - pivot.y;
    for (let column = 0; column < width; column++, i++) {
      const dx = x + column + 0.5 - pivot.x;
      far[i] = Math.sqrt(dx * dx + dy * dy);
    }
  }
  return far;
}

/** 1 where some distances are at most so many px. */
export function nearerThan(most: number, distances: Float32Array): Uint8Array {
  const near = new Uint8Array(distances.length);
  for (let i = 0; i < distances.length; i++) if (distances[i] <= most) near[i] = 1;
  return near;
}

/**
 * The stretches of a square within `most` px of the pivot, row by row: row, first column, column after the last.
 * @param quiet by pixel, above 0 where it need not be looked at
 */
export function openSpans({ width, height, fromPivot }: BendSquare, most: number, quiet?: Uint8Array): Int32Array {
  const spans: number[] = [];
  for (let y = 0, i = 0; y < height; y++) {
    let from = -1;
    for (let x = 0; x < width; x++, i++) {
      const isOpen = fromPivot[i] <= most && !quiet?.[i];
      if (isOpen && from < 0) from = x;
      else if (!isOpen && from >= 0) {
        spans.push(y, from, x);
        from = -1;
      }
    }
    if (from >= 0) spans.push(y, from, width);
  }
  return new Int32Array(spans);
}

/**
 * By pixel, 1 where every angle shows the same plain fill and wants it: inside the disc, on circles that turn onto
 * themselves. Most of a disc is, and need not be looked at again and again.
 * @param inDisc by pixel, 1 where paint is wanted at every angle
 */
export function quietPixels(
  square: BendSquare,
  pivot: { x: number; y: number },
  inDisc: Uint8Array,
  drawn: { parent: Uint32Array; base: Uint32Array; behind: MovingLayer | null; ahead: MovingLayer | null },
): Uint8Array {
  const { width, height, fromPivot } = square;
  const most = Math.ceil(Math.hypot(width, height) / 2) + 1;
  const behind = layerRings(drawn.behind, pivot, most);
  const ahead = layerRings(drawn.ahead, pivot, most);
  const quiet = new Uint8Array(width * height);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      // The ideal's own border is always looked at.
      if (!(inDisc[i] & inDisc[i - 1] & inDisc[i + 1] & inDisc[i - width] & inDisc[i + width])) continue;
      const ring = Math.round(fromPivot[i]);
      if (ahead[ring] === 'plain') quiet[i] = 1;
      else if (ahead[ring] === 'clear') {
        const parent = drawn.parent[i];
        if (isPlain(parent)) quiet[i] = 1;
        else if (parent === 0 && drawn.base[i] === 0 && behind[ring] === 'plain') quiet[i] = 1;
      }
    }
  return quiet;
}
