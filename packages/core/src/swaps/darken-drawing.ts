import type { MakeStep } from '../document/row-types.js';
import { copyPlaced, intersectRects, outsetRect, type PlacedBitmap } from '../raster/bitmap.js';
import { pointBounds } from '../raster/polygon.js';

/** Darkens a drawing towards a line: by `by` at the line, less with every px, and not at all beyond the reach. Coverage stays. */
export function darkenDrawing(
  picture: PlacedBitmap,
  { line, reach, by }: Extract<MakeStep, { do: 'darken' }>,
): PlacedBitmap {
  const out = copyPlaced(picture);
  const near = intersectRects(outsetRect(pointBounds(line), Math.ceil(reach)), picture);
  for (let y = near.y; y < near.y + near.height; y++)
    for (let x = near.x; x < near.x + near.width; x++) {
      const far = distanceTo(line, x + 0.5, y + 0.5);
      if (far >= reach) continue;
      const left = 1 - by * (1 - far / reach);
      const at = ((y - picture.y) * picture.width + x - picture.x) * 4;
      for (let c = at; c < at + 3; c++) out.data[c] = Math.round(out.data[c] * left);
    }
  return out;
}

/** px from a place to a line of x, y pairs. */
function distanceTo(line: readonly number[], x: number, y: number): number {
  let least = Infinity;
  for (let i = 0; i + 3 < line.length; i += 2) {
    const [ax, ay, bx, by] = line.slice(i, i + 4);
    const [dx, dy] = [bx - ax, by - ay];
    const along = ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1);
    const share = Math.max(0, Math.min(1, along));
    least = Math.min(least, Math.hypot(x - ax - share * dx, y - ay - share * dy));
  }
  return least;
}
