import {
  VOCABULARY,
  findPart,
  findPiece,
  vocabularyPart,
  type CharacterDoc,
  type NameTokens,
  type PieceRow,
  type VocabularyPart,
} from '@limber-sheaf/core';

/** The piece of a part in a view, or null where it is not cut yet. */
export function pieceOfTokens(doc: CharacterDoc, viewId: string, tokens: NameTokens): PieceRow | null {
  const part = findPart(doc, tokens);
  return part && findPiece(doc, viewId, part.id);
}

/** The plain tokens of a vocabulary entry. */
export function tokensOf({ group, side, part, index }: NameTokens): NameTokens {
  return { group, side, part, index };
}

/** Are two parts the same by name? */
export function sameTokens(a: NameTokens | null, b: NameTokens | null): boolean {
  return (
    a !== null && b !== null && a.group === b.group && a.side === b.side && a.part === b.part && a.index === b.index
  );
}

/** The part that most likely comes next after one: farther along the same limb, or else the next in the list that is not cut. */
export function nextPart(doc: CharacterDoc, viewId: string, after: NameTokens | null): NameTokens | null {
  const uncut = (entry: VocabularyPart) => pieceOfTokens(doc, viewId, tokensOf(entry)) === null;
  const at = after
    ? VOCABULARY.findIndex((v) => v.group === after.group && v.part === after.part && v.side === after.side)
    : -1;
  const limb =
    after &&
    VOCABULARY.slice(at + 1).find(
      (v) => v.group === after.group && v.side === after.side && after.side !== null && uncut(v),
    );
  const next = limb ?? VOCABULARY.slice(at + 1).find(uncut) ?? VOCABULARY.find(uncut);
  return next ? tokensOf(next) : null;
}

/** The vocabulary by heading, in the order of the bench. */
export function vocabularyByHeading(): [string, VocabularyPart[]][] {
  const headings = new Map<string, VocabularyPart[]>();
  for (const entry of VOCABULARY) headings.set(entry.heading, [...(headings.get(entry.heading) ?? []), entry]);
  return [...headings];
}

/** Parts of the character that are not in the vocabulary. */
export function ownParts(doc: CharacterDoc): NameTokens[] {
  return doc.parts.filter((part) => !vocabularyPart(part) || part.index !== null);
}
