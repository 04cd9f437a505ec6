import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { fromLab, labDistance, toLab, type Rgb } from '../raster/colour.js';

/** Colours up to this far from the main one (OKLab × 100) are its shades, and go all the way along; */
const SHADES = 14;
/** from here on they are other colours, and stay. */
const OTHERS = 22;

/**
 * A picture whose main colour is changed to another: its shades keep what they are lighter or darker by, and other colours,
 * as of its line, stay.
 * @param from the main colour as it is; `to` as it is to be
 */
export function takeColour(picture: PlacedBitmap, from: Rgb, to: Rgb): PlacedBitmap {
  const out = createPlaced(picture);
  const [words, before] = [wordsOf(out), wordsOf(picture)];
  const [main, wanted] = [toLab(...from), toLab(...to)];
  const known = new Map<number, number>();
  for (let i = 0; i < words.length; i++) {
    const word = before[i];
    if (word >>> 24 === 0) continue;
    const colour = word & 0xffffff;
    let changed = known.get(colour);
    if (changed === undefined) {
      const lab = toLab(colour & 255, (colour >>> 8) & 255, colour >>> 16);
      const share = Math.max(0, Math.min(1, (OTHERS - labDistance(lab, main)) / (OTHERS - SHADES)));
      const shift = (c: 0 | 1 | 2) => lab[c] + share * (wanted[c] - main[c]);
      const [r, g, b] =
        share === 0 ? [colour & 255, (colour >>> 8) & 255, colour >>> 16] : fromLab([shift(0), shift(1), shift(2)]);
      changed = r | (g << 8) | (b << 16);
      known.set(colour, changed);
    }
    words[i] = ((word & 0xff000000) | changed) >>> 0;
  }
  return out;
}
