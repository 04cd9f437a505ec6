import { distanceField } from './distance-field.js';
import type { Mask } from './mask.js';

/**
 * By pixel, the word of the nearest one inside a mask; 0 where it has none.
 * @param words the pixels of the picture that the mask is of
 */
export function nearestWords(words: Uint32Array, mask: Mask): Uint32Array {
  const nearest = new Int32Array(words.length);
  distanceField(mask, { nearest });
  // `from` with a function goes through an iterator: many times as long.
  const found = new Uint32Array(words.length);
  for (let i = 0; i < found.length; i++) if (nearest[i] >= 0) found[i] = words[nearest[i]];
  return found;
}
