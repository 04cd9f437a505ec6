import type { KnownPart } from '../../plan/known-parts.js';
import { FEATURES, type FaceScale } from './face-features.js';

/** A place in the body (see `toBody`). */
export interface BodyPlace {
  u: number;
  v: number;
}

/**
 * How well some places of a patch lie in each part's usual one, 0 to 1: the mean over them, less for the wrong size.
 * @param faceAt the scale of the face, in which its features have their places
 */
export function placeScores(
  places: readonly BodyPlace[],
  parts: readonly KnownPart[],
  faceAt: FaceScale = (v) => v,
): number[] {
  const reach = (of: (place: BodyPlace) => number) =>
    places.reduce(([low, high], place) => [Math.min(low, of(place)), Math.max(high, of(place))], [Infinity, -Infinity]);
  const [near, far] = reach(({ u }) => u);
  const [low, high] = reach(({ v }) => v);
  return parts.map(({ place, heading, group }) => {
    if (!place || places.length === 0) return 0;
    let sum = 0;
    for (const { u, v } of places) {
      const down = FEATURES.has(group) ? faceAt(v) : v;
      // Things may hang on either side.
      const across = heading === 'Things' ? Math.abs(u) - Math.abs(place.u) : u - place.u;
      sum += Math.exp(-0.5 * ((across / place.su) ** 2 + ((down - place.v) / place.sv) ** 2));
    }
    // A patch much larger or smaller than the part's usual spread is less likely it.
    const tall = Math.log(Math.max(0.02, high - low) / (2.4 * place.sv));
    const wide = Math.log(Math.max(0.02, far - near) / (2.4 * place.su));
    return (sum / places.length) * Math.exp(-0.22 * (tall * tall + wide * wide));
  });
}
