import { LONGEST_NAME, plainWords, type NameTokens } from '../document/naming.js';
import { KNOWN_PARTS } from '../plan/known-parts.js';

/**
 * Reads a name that somebody typed into tokens: `arm_A_lower`, `lower arm A`, `satchel 2`.
 * @returns null where nothing usable is left, or the name would be too long
 */
export function parseName(text: string): NameTokens | null {
  const raw = text.trim();
  const words = plainWords(raw);
  if (words.length === 0 || words.join('_').length > LONGEST_NAME - 8) return null;
  const capitals = raw.match(/[A-Za-z0-9]+/g) ?? [];
  let side: 'A' | 'B' | null = null;
  let index: number | null = null;
  const rest: string[] = [];
  words.forEach((word, i) => {
    const typed = capitals.length === words.length ? capitals[i] : word;
    if (side === null && i > 0 && (typed === 'A' || typed === 'B')) side = typed;
    else if (index === null && i === words.length - 1 && i > 0 && /^0{0,2}[1-9]\d{0,2}$/.test(word))
      index = Number(word);
    else rest.push(word);
  });
  if (rest.length === 0) return null;
  for (const [group, part] of rest.length === 2 ? [rest, [...rest].reverse()] : [])
    if (KNOWN_PARTS.some((known) => known.group === group && known.part === part)) return { group, side, part, index };
  return { group: rest.join(' '), side, part: null, index };
}
