import type { KnownPart } from '../../plan/known-parts.js';
import { FEATURES } from './face-features.js';
import type { Segments } from './segment.js';

/** A patch's guess. */
export interface Guess {
  part: number | null;
  confidence: number;
}

/** Scores below this are no guess. */
export const LEAST_SCORE = 0.02;
/** A part that has nothing takes a patch from another if it suits it at least this well, beside how it suits that one. */
const SUITS = 0.35;
/** And if that one keeps at least this share of what it has. */
const KEEPS = 0.08;
/** How sure such a guess is: the hand should look. */
const LACKING = 0.4;

/**
 * A planned part without any patch takes the one that suits it best: from a part that has another left, as an apron does of a
 * trunk, or from what would be worn on it, since a hood without a head is most likely the head.
 */
export function giveLacking(
  { patches }: Segments,
  guesses: Guess[],
  scores: readonly (readonly number[])[],
  parts: readonly KnownPart[],
): void {
  const areaOf = (part: number) =>
    patches.reduce((sum, { area }, at) => sum + (guesses[at].part === part ? area : 0), 0);
  for (const [part, { group }] of parts.entries()) {
    if (FEATURES.has(group) || guesses.some((guess) => guess.part === part)) continue;
    const suits = patches.flatMap(({ area }, at) => {
      const has = guesses[at].part;
      if (has === null || scores[at][part] < Math.max(LEAST_SCORE, SUITS * scores[at][has])) return [];
      const all = areaOf(has);
      return isWornOn(parts[has], group) || all - area >= KEEPS * all ? [{ at, score: scores[at][part] * area }] : [];
    });
    const [best] = suits.sort((a, b) => b.score - a.score);
    if (best) guesses[best.at] = { part, confidence: LACKING };
  }
}

/** Is a part worn on another that never is hidden as a whole? A neck under a scarf is. */
function isWornOn({ worn, parents }: KnownPart, group: string): boolean {
  return worn && group !== 'neck' && parents.includes(`${group}/`);
}
