import { unnumbered, type NameTokens } from '../document/naming.js';

/**
 * Numbers what would bear one name: in the order given, from a number on, across all that are alike but for their numbers.
 * @returns tokens for those that change by it; null for the others
 */
export function numberAlike(names: readonly NameTokens[], from = 1): (NameTokens | null)[] {
  const whole = (tokens: NameTokens) => JSON.stringify([unnumbered(tokens), tokens.index]);
  const meets = new Set(
    names.filter((one, at) => names.some((other, k) => k !== at && whole(other) === whole(one))).map(unnumbered),
  );
  const next = new Map<string, number>();
  return names.map((tokens) => {
    if (!meets.has(unnumbered(tokens))) return null;
    const index = next.get(unnumbered(tokens)) ?? from;
    next.set(unnumbered(tokens), index + 1);
    return tokens.index === index ? null : { ...tokens, index };
  });
}
