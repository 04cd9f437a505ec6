import type { NameTokens } from '../document/naming.js';
import type { OwnerMap } from '../cut/owners.js';
import { KNOWN_PARTS } from '../plan/known-parts.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { anyPaint } from '../raster/sample.js';
import type { PoseFinding } from './readiness.js';

/** What of a face is to be seen whole, as it is swapped: brows may well begin beneath hair. */
const FEATURES = ['eyes', 'eye', 'mouth', 'nose'];
/** What lies over it. */
const HAIR = ['hair', 'fringe', 'hat', 'cap'];
/** px of a part's border with what lies over it from which on it is covered. */
const LEAST = 12;

/** What is held, of the parts that plans know. */
const THINGS = ['prop', 'satchel'];

type Part = Pick<NameTokens, 'group' | 'part'>;

/** What one part over another makes hard, in a sentence; null where it is as it should be. */
function says(covered: Part, over: Part): Pick<PoseFinding, 'kind' | 'sentence'> | null {
  if (FEATURES.includes(covered.group) && HAIR.includes(over.group))
    return {
      kind: 'hair-over-face',
      sentence: `The ${over.group} lies over the ${covered.group}. Ask for the face drawn whole, with the ${over.group} on a layer of its own.`,
    };
  const isThing = THINGS.includes(covered.group) || !KNOWN_PARTS.some(({ group }) => group === covered.group);
  if (over.part === 'hand' && isThing)
    return {
      kind: 'holds',
      sentence: `A hand holds the ${covered.group}. Ask for hand and ${covered.group} on layers of their own, each drawn whole.`,
    };
  return null;
}

/**
 * Parts that others hide in part so that neither can be changed without paint beneath: a face beneath hair, a thing in a closed
 * hand. By the pieces that are cut.
 * @param faces in draw order, with their parts
 */
export function coveredParts(
  faces: readonly (PlacedBitmap | null)[],
  parts: readonly Part[],
  { owner, width, height }: OwnerMap,
): PoseFinding[] {
  return faces.flatMap((face, at): PoseFinding[] => {
    if (!face) return [];
    const met = new Map<number, { count: number; place: { x: number; y: number } }>();
    for (let y = face.y; y < face.y + face.height; y++)
      for (let x = face.x; x < face.x + face.width; x++)
        for (const nx of [x - 1, x + 1]) {
          const over = nx >= 0 && nx < width && y >= 0 && y < height ? owner[y * width + nx] - 1 : -1;
          if (over <= at || !anyPaint([face], x, y)) continue;
          met.set(over, { count: (met.get(over)?.count ?? 0) + 1, place: { x, y } });
        }
    return [...met].flatMap(([over, { count, place }]) => {
      const told = count >= LEAST ? says(parts[at], parts[over]) : null;
      return told ? [{ ...told, place }] : [];
    });
  });
}
