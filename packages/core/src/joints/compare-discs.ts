import { cropPlaced, wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { loosenessReach, type Disc } from './round-joint.js';

export const BOTH = 1;
export const CHILD_ONLY = 2;
export const PARENT_ONLY = 3;
export const NEITHER = 4;

/** How far two pieces' discs lie on each other. */
export interface DiscDifference {
  /** Where `labels` lie, px. */
  rect: Rect;
  /** A byte a pixel: `BESIDE` the disc, `BOTH` have paint, `CHILD_ONLY`, `PARENT_ONLY`, or `NEITHER`. */
  labels: Uint8Array;
  /** Pixels of the disc that only one piece has to fill, or none: within it less the line, where both must have paint. */
  apart: number;
  /** All pixels of that inner disc. */
  inner: number;
}

/**
 * Lays the two pieces' paint over each other in their joint's disc. Its rim, a pixel wide, lies under the contour's
 * half-covered pixels and is left out; so is the looseness. The outline may be on one of them alone: in the ring of
 * its width a difference is shown and not counted.
 */
export function compareDiscs(
  disc: Pick<Disc, 'x' | 'y' | 'radius' | 'lineWidth' | 'looseness'>,
  child: PlacedBitmap,
  parent: PlacedBitmap,
): DiscDifference {
  const reach = Math.max(0, disc.radius - 1 - loosenessReach(disc));
  const deep = reach - disc.lineWidth;
  const rect: Rect = {
    x: Math.floor(disc.x - reach),
    y: Math.floor(disc.y - reach),
    width: Math.ceil(2 * reach) + 2,
    height: Math.ceil(2 * reach) + 2,
  };
  const [ofChild, ofParent] = [child, parent].map((image) => wordsOf(cropPlaced(image, rect)));
  const labels = new Uint8Array(rect.width * rect.height);
  let apart = 0;
  let inner = 0;
  for (let i = 0; i < labels.length; i++) {
    const dx = rect.x + (i % rect.width) + 0.5 - disc.x;
    const dy = rect.y + Math.floor(i / rect.width) + 0.5 - disc.y;
    const far = Math.hypot(dx, dy);
    if (far > reach) continue;
    const hasChild = ofChild[i] >>> 24 > 127;
    const hasParent = ofParent[i] >>> 24 > 127;
    labels[i] = hasChild ? (hasParent ? BOTH : CHILD_ONLY) : hasParent ? PARENT_ONLY : NEITHER;
    if (far > deep) continue;
    inner++;
    if (labels[i] !== BOTH) apart++;
  }
  return { rect, labels, apart, inner };
}
