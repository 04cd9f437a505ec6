import type { Rect } from '../raster/bitmap.js';
import type { ClosestShot } from '../document/row-types.js';

/** What a shot needs of a drawing, px. */
export interface SizeNeed {
  /** Height that the part is shown at in the closest shot. */
  needed: number;
  /** Height that it has in this design. */
  has: number;
  /** needed / has: over 1 the design is too small by that factor. */
  factor: number;
  /** The canvas at which the part would be large enough, in this design's proportions. */
  canvas: { width: number; height: number };
  enough: boolean;
}

/**
 * Whether a design is large enough for its closest shot: the part fills `share` per cent of `frame` lines.
 * @param partHeight px, of the part in this design
 */
export function sizeNeed(shot: ClosestShot, partHeight: number, canvas: { width: number; height: number }): SizeNeed {
  const needed = (shot.share / 100) * shot.frame;
  const factor = partHeight > 0 ? needed / partHeight : Infinity;
  return {
    needed: Math.round(needed),
    has: Math.round(partHeight),
    factor,
    canvas: {
      width: Math.ceil(canvas.width * Math.max(1, Number.isFinite(factor) ? factor : 1)),
      height: Math.ceil(canvas.height * Math.max(1, Number.isFinite(factor) ? factor : 1)),
    },
    enough: factor <= 1,
  };
}

/** What reaches past the canvas on each side, px; 0 where there is room. */
export interface Shortage {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** A limb that may come to lie elsewhere: what it covers at rest, the pivot it turns about, and its range in degrees. */
export interface Swing {
  bounds: Rect;
  pivot: { x: number; y: number };
  range: readonly [number, number];
}

/**
 * The room that a figure takes when its limbs swing through their ranges: what does not fit on the canvas would be
 * cut off at the hand-off.
 */
export function roomShortage(
  canvas: { width: number; height: number },
  swings: readonly Swing[],
  figure: Rect,
): Shortage {
  let left = figure.x;
  let top = figure.y;
  let right = figure.x + figure.width;
  let bottom = figure.y + figure.height;
  for (const { bounds, pivot, range } of swings) {
    for (let angle = range[0]; angle <= range[1]; angle += 2) {
      const rad = (angle * Math.PI) / 180;
      for (const [cx, cy] of [
        [bounds.x, bounds.y],
        [bounds.x + bounds.width, bounds.y],
        [bounds.x, bounds.y + bounds.height],
        [bounds.x + bounds.width, bounds.y + bounds.height],
      ]) {
        const dx = cx - pivot.x;
        const dy = cy - pivot.y;
        const x = pivot.x + dx * Math.cos(rad) - dy * Math.sin(rad);
        const y = pivot.y + dx * Math.sin(rad) + dy * Math.cos(rad);
        left = Math.min(left, x);
        right = Math.max(right, x);
        top = Math.min(top, y);
        bottom = Math.max(bottom, y);
      }
    }
  }
  // A hair over a whole pixel is the rounding of sines, not room.
  const over = (px: number) => Math.max(0, Math.ceil(px - 1e-6));
  return {
    left: over(-left),
    top: over(-top),
    right: over(right - canvas.width),
    bottom: over(bottom - canvas.height),
  };
}
