import { mergeSheets } from '../document/compose-piece.js';
import { trimToPaint, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { strokePaint, withoutPaint, type BrushStroke } from '../under/brush-beneath.js';

/**
 * Paints on a drawing with a round nib, or takes paint away.
 * @param picture null for a blank one
 * @returns trimmed to its paint; null where nothing is left
 */
export function paintDrawing(picture: PlacedBitmap | null, stroke: BrushStroke, within: Rect): PlacedBitmap | null {
  const paint = strokePaint(stroke, within);
  if (stroke.erase) return withoutPaint(picture, paint);
  // Later strokes lie over what is there.
  const made = mergeSheets([picture, paint]);
  return made && trimToPaint(made);
}
