import { createPlaced, cropPlaced, uniteRects, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { opaqueWord, withAlpha } from '../raster/words.js';

/** Of 255: what differs by less in its strongest channel is the same to the eye. */
const SEEN = 12;

/** Where two pictures differ, in one colour that is the more solid the more they do; and how many px they differ at. */
export function differencePicture(
  a: PlacedBitmap,
  b: PlacedBitmap,
  colour: Rgb,
): { picture: PlacedBitmap; area: number } {
  const picture = createPlaced(uniteRects(a, b));
  const [one, other] = [cropPlaced(a, picture).data, cropPlaced(b, picture).data];
  const words = wordsOf(picture);
  const ink = opaqueWord(colour);
  let area = 0;
  for (let i = 0, at = 0; at < words.length; i += 4, at++) {
    let most = Math.abs(one[i + 3] - other[i + 3]);
    for (let c = i; c < i + 3; c++)
      most = Math.max(most, Math.abs(one[c] * one[i + 3] - other[c] * other[i + 3]) / 255);
    if (most <= SEEN) continue;
    area++;
    words[at] = withAlpha(ink, Math.round(Math.min(255, 70 + most)));
  }
  return { picture, area };
}
