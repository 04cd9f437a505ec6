import type { OwnerMap } from '../cut/owners.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { anyPaint } from '../raster/sample.js';
import type { PoseFinding } from './readiness.js';

/** What of a face is to be seen whole, as it is swapped: brows may well begin beneath hair. */
const FEATURES = ['eyes', 'eye', 'mouth', 'nose'];
/** What lies over it. */
const OVER = ['hair', 'fringe', 'hat', 'cap'];
/** px of a feature's border with hair from which on it is covered. */
const LEAST = 12;

/**
 * Features of a face that hair or a hat hides in part, by the pieces that are cut: their drawings cannot be changed without paint
 * beneath.
 * @param faces in draw order, with the groups of their parts
 */
export function hairOverFace(
  faces: readonly (PlacedBitmap | null)[],
  groups: readonly string[],
  { owner, width, height }: OwnerMap,
): PoseFinding[] {
  return faces.flatMap((face, at): PoseFinding[] => {
    if (!face || !FEATURES.includes(groups[at])) return [];
    let count = 0;
    let place = { x: 0, y: 0 };
    let over = '';
    for (let y = face.y; y < face.y + face.height; y++)
      for (let x = face.x; x < face.x + face.width; x++) {
        if (!anyPaint([face], x, y)) continue;
        for (const [nx, ny] of [
          [x - 1, y],
          [x + 1, y],
        ]) {
          const other = nx >= 0 && nx < width && ny >= 0 && ny < height ? owner[ny * width + nx] - 1 : -1;
          if (other <= at || !OVER.includes(groups[other])) continue;
          count++;
          place = { x, y };
          over = groups[other];
        }
      }
    if (count < LEAST) return [];
    const sentence = `The ${over} lies over the ${groups[at]}. Ask for the face drawn whole, with the ${over} on a layer of its own.`;
    return [{ kind: 'hair-over-face', sentence, place }];
  });
}
