import { findPart } from '../document/find.js';
import type { NameTokens } from '../document/naming.js';
import type { CharacterDoc } from '../document/rows.js';

/** The highest number that a name may have. */
const HIGHEST = 999;

/** Tokens with the first number, from 2 on, that no part has yet; null where there is none. */
export function freeNumber(doc: CharacterDoc, tokens: NameTokens): NameTokens | null {
  for (let index = 2; index <= HIGHEST; index++) {
    const numbered = { ...tokens, index };
    if (!findPart(doc, numbered)) return numbered;
  }
  return null;
}
