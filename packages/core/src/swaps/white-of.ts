import { createPlaced, cropPlaced, outsetRect, uniteRects, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { toLab } from '../raster/colour.js';
import { INSIDE } from '../raster/mask.js';

/** Lightness (0 to 1) by which the shaded part of a white may be darker than what lies beside the pupil. */
const SHADED = 0.3;

/**
 * The opening of an eye: what of its piece is joined to the pupil and about as light as what lies beside that, with the
 * pupil's own place. The eye's outline is no part of it.
 * @param eye what the pupil lies on; outlined or not
 * @returns opaque where it is open
 */
export function whiteOf(eye: PlacedBitmap, pupil: PlacedBitmap): PlacedBitmap {
  const open = createPlaced(outsetRect(uniteRects(eye, pupil), 1));
  const { width, height } = open;
  const [own, over] = [cropPlaced(eye, open), cropPlaced(pupil, open).data];
  const isPupil = (i: number) => over[4 * i + 3] > INSIDE;
  const isPaint = (i: number) => own.data[4 * i + 3] > INSIDE;
  const lightness = (i: number) => toLab(own.data[4 * i], own.data[4 * i + 1], own.data[4 * i + 2])[0];
  const around = (i: number) => [i - 1, i + 1, i - width, i + width];
  const ahead: number[] = [];
  const beside: number[] = [];
  const words = wordsOf(open);
  for (let i = width; i < width * (height - 1); i++) {
    if (!isPupil(i)) continue;
    words[i] = OPEN;
    for (const next of around(i)) if (!isPupil(next) && isPaint(next)) beside.push(lightness(next));
    ahead.push(i);
  }
  // Beside a pupil that touches the lid lies its outline as well: the lighter half is the white.
  beside.sort((a, b) => b - a);
  const least = (beside[beside.length >> 2] ?? 1) - SHADED;
  for (let i = ahead.pop(); i !== undefined; i = ahead.pop())
    for (const next of around(i)) {
      const row = Math.floor(next / width);
      if (row < 0 || row >= height || words[next] !== 0 || !isPaint(next) || lightness(next) < least) continue;
      words[next] = OPEN;
      ahead.push(next);
    }
  return open;
}

const OPEN = 0xffffffff;
