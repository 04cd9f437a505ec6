import { createPlaced, cropPlaced, growRect, trimToPaint, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { colourTest, type Rgb } from '../raster/colour.js';
import { distanceField } from '../raster/distance-field.js';
import { createMask } from '../raster/mask.js';
import { withAlpha } from '../raster/words.js';
import { LINE_LIKE } from './carry-paint.js';

/** How far an outline goes on beyond the cut until it has come to a point, in line widths. */
const TAIL = 2.5;
/** A blend of line and fill counts as line up to this colour distance. */
const BLENDED = 3 * LINE_LIKE;

/**
 * The outline's two ends of the piece in front of a joint: beyond the cut it goes on as the design shows it, ever thinner
 * towards the limb's outer edge. Where the limb bends, the line of its inner crease then comes to a point and is not blunt.
 * @returns copies of the other piece's pixels, or null
 */
export function lineEnds(
  design: PlacedBitmap,
  face: PlacedBitmap,
  other: PlacedBitmap,
  disc: { x: number; y: number; radius: number; lineWidth: number; lineColour: Rgb },
): PlacedBitmap | null {
  const { x, y, radius, lineWidth } = disc;
  if (lineWidth <= 0) return null;
  // Room to tell what lies outside of the limb.
  const half = Math.ceil(radius + lineWidth) + 2;
  const square = { x: Math.floor(x) - half, y: Math.floor(y) - half, width: 2 * half + 1, height: 2 * half + 1 };
  const rect = growRect(square, 0, design);
  if (rect.width === 0 || rect.height === 0) return null;
  const own = wordsOf(cropPlaced(face, rect));
  const neighbour = wordsOf(cropPlaced(other, rect));
  const art = wordsOf(cropPlaced(design, rect));
  const outside = createMask(rect.width, rect.height);
  const cut = createMask(rect.width, rect.height);
  for (let i = 0; i < own.length; i++) {
    if (own[i] >>> 24 === 0 && neighbour[i] >>> 24 === 0) outside.data[i] = 255;
    if (own[i] >>> 24 !== 0) cut.data[i] = 255;
  }
  const depth = distanceField(outside);
  const beyond = distanceField(cut);
  const isLine = colourTest(disc.lineColour, (distance) => distance < BLENDED);
  const sheet = createPlaced(rect);
  const to = wordsOf(sheet);
  for (let i = 0; i < to.length; i++) {
    // Beyond the disc it would stick out of the outside of the bend.
    if (Math.hypot(rect.x + (i % rect.width) + 0.5 - x, rect.y + Math.floor(i / rect.width) + 0.5 - y) > radius)
      continue;
    if (own[i] >>> 24 !== 0 || neighbour[i] >>> 24 !== 255 || art[i] >>> 24 !== 255) continue;
    if (beyond[i] > TAIL * lineWidth || depth[i] > lineWidth + 2 || !isLine(art[i])) continue;
    // The outermost pixel is half the contour's own.
    const thickness = lineWidth * (1 - beyond[i] / (TAIL * lineWidth)) + 1;
    const alpha = Math.round(255 * Math.max(0, Math.min(1, thickness - depth[i] + 0.5)));
    if (alpha > 0) to[i] = withAlpha(art[i], alpha);
  }
  return trimToPaint(sheet);
}
