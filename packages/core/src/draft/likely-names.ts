import { toBody, type BodyFrame } from '../cut/propose/body-frame.js';
import { FEATURES } from '../cut/propose/face-features.js';
import { placeScores, type BodyPlace } from '../cut/propose/place-scores.js';
import { KNOWN_PARTS, type KnownPart } from '../plan/known-parts.js';
import { INSIDE } from '../raster/mask.js';
import type { PlacedBitmap } from '../raster/bitmap.js';

/** Names that are offered at most. */
const OFFERED = 3;
/** Of how well the piece suits its own name: what suits at least so well is offered, and what suits so much better is likelier. */
const AS_WELL = 0.5;
const BETTER = 1.2;
/** What everybody has: nothing that is put on is likelier. */
const EVERYBODYS = new Set(['head', 'neck', 'torso', 'chest', 'belly', 'hip']);
/** px of a piece that are looked at, about. */
const LOOKS = 600;

/** What a piece may be besides what it is called. */
export interface LikelyNames {
  /** Likeliest first; none where nothing else comes near. */
  names: KnownPart[];
  /** Is the first of them likelier than what it is called? */
  isLikelier: boolean;
}

/**
 * What a piece may be by where it lies: of what there is one of, as hair, a cap, a beard, a coat. Limbs and the features of
 * a face are told otherwise.
 * @param taken has the view a piece of this part already?
 */
export function likelyNames(
  face: PlacedBitmap,
  own: KnownPart,
  frame: BodyFrame,
  taken: (part: KnownPart) => boolean,
): LikelyNames {
  if (!isSingle(own)) return { names: [], isLikelier: false };
  const others = KNOWN_PARTS.filter((part) => isSingle(part) && !part.hidden && part !== own && !taken(part));
  const step = Math.max(1, Math.round(Math.sqrt((face.width * face.height) / LOOKS)));
  const places: BodyPlace[] = [];
  for (let y = 0; y < face.height; y += step)
    for (let x = 0; x < face.width; x += step)
      if (face.data[(y * face.width + x) * 4 + 3] > INSIDE)
        places.push(toBody(frame, face.x + x + 0.5, face.y + y + 0.5));
  const [mine, ...scores] = placeScores(places, [own, ...others]);
  const fitting = others
    .map((part, at) => ({ part, score: scores[at] }))
    .filter(({ score }) => score >= AS_WELL * mine)
    .sort((a, b) => b.score - a.score);
  const isLikelier = !EVERYBODYS.has(own.group) && fitting[0]?.score > BETTER * mine;
  return { names: fitting.slice(0, OFFERED).map(({ part }) => part), isLikelier };
}

/** Is it a part of people of which there is one, with a place of its own? */
function isSingle({ side, place, group }: KnownPart): boolean {
  return side === null && place !== null && !FEATURES.has(group) && group !== 'tail' && group !== 'body';
}
