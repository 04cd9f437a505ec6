import { cropPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { labDistance, toLab, type Lab } from '../raster/colour.js';
import { cropMask, type PlacedMask } from '../raster/mask.js';
import { nearestWords } from '../raster/nearest-word.js';
import { strokeMask } from '../raster/stroke-mask.js';
import { colourOf } from '../raster/words.js';

/** Colours nearer than this (OKLab × 100) are one paint to a soft nib: its shades too, and a blend that is mostly it. */
const ONE_PAINT = 12;

/**
 * The pixels that a round nib takes on its way, 255 each. A pixel belongs to one piece or none, so that a nib cannot be soft by
 * half taking it: of a soft nib only the core takes all that it goes over, and from there to its rim it takes what is of the
 * paint that the core lies on.
 * @param stroke x, y, radius, px, by threes
 * @param hardness the core's share of the nib's radius, above 0 to 1
 */
export function nibMask(design: PlacedBitmap, stroke: readonly number[], hardness: number): PlacedMask {
  const whole = strokeMask(stroke, design);
  if (hardness >= 1 || whole.width === 0) return whole;
  const within = stroke.map((value, i) => (i % 3 === 2 ? value * hardness : value));
  const core = cropMask(strokeMask(within, design), whole);
  const words = wordsOf(cropPlaced(design, whole));
  const beneath = nearestWords(words, core);
  const labs = new Map<number, Lab>();
  const labOf = (word: number): Lab => {
    let lab = labs.get(word);
    if (!lab) labs.set(word, (lab = toLab(...colourOf(word))));
    return lab;
  };
  for (let i = 0; i < words.length; i++) {
    if (whole.data[i] === 0 || core.data[i] > 0) continue;
    const isSame = beneath[i] >>> 24 > 0 && labDistance(labOf(words[i]), labOf(beneath[i])) < ONE_PAINT;
    if (!isSame) whole.data[i] = 0;
  }
  return whole;
}
