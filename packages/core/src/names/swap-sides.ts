import type { NameTokens } from '../document/naming.js';
import { parseName } from './parse-name.js';

/** The same on the other side. */
export function onOtherSide<T extends NameTokens>(tokens: T): T {
  return { ...tokens, side: tokens.side === 'A' ? 'B' : tokens.side === 'B' ? 'A' : null };
}

/** Tokens with a text found in group or part replaced by another; null where it is in neither, or nothing would be left. */
export function replacedIn({ group, side, part, index }: NameTokens, find: string, by: string): NameTokens | null {
  const [own, word] = [group, part].map((text) => text?.replaceAll(find, by).trim() ?? null);
  if (find === '' || (own === group && word === part)) return null;
  const made = { group: own ?? '', side, part: word || null, index };
  return made.group && parseName(made.group) ? made : null;
}
