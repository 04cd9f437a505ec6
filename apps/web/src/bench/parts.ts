import {
  findPart,
  findPiece,
  findPlanned,
  missingParts,
  partAddress,
  planOf,
  type CharacterDoc,
  type NameTokens,
  type PieceRow,
  type PlannedPart,
} from '@limber-sheaf/core';

/** The piece of a part in a view, or null where it is not cut yet. */
export function pieceOfTokens(doc: CharacterDoc, viewId: string, tokens: NameTokens): PieceRow | null {
  const part = findPart(doc, tokens);
  return part && findPiece(doc, viewId, part.id);
}

/** The plain tokens of a part. */
export function tokensOf({ group, side, part, index }: NameTokens): NameTokens {
  return { group, side, part, index };
}

/** Are two parts the same by name? */
export function sameTokens(a: NameTokens | null, b: NameTokens | null): boolean {
  return a !== null && b !== null && partAddress(a) === partAddress(b) && a.index === b.index;
}

/** The part that most likely comes next after one: farther along the same limb, or else the next of the plan that is not cut. */
export function nextPart(doc: CharacterDoc, viewId: string, after: NameTokens | null): NameTokens | null {
  const plan = planOf(doc.character).parts;
  const missing = missingParts(doc, viewId);
  const uncut = (entry: PlannedPart) => missing.some((part) => sameTokens(part, entry));
  const at = after ? plan.findIndex((v) => partAddress(v) === partAddress(after)) : -1;
  const limb =
    after &&
    plan.slice(at + 1).find((v) => v.group === after.group && v.side === after.side && after.side !== null && uncut(v));
  const next = limb ?? plan.slice(at + 1).find(uncut) ?? plan.find(uncut);
  return next ? tokensOf(next) : null;
}

/** The plan's parts by heading, in the order of the plan. */
export function plannedByHeading(doc: CharacterDoc): [string, PlannedPart[]][] {
  const headings = new Map<string, PlannedPart[]>();
  for (const part of planOf(doc.character).parts)
    headings.set(part.heading, [...(headings.get(part.heading) ?? []), part]);
  return [...headings];
}

/** Parts of the character that are not in its plan. */
export function ownParts(doc: CharacterDoc): NameTokens[] {
  const plan = planOf(doc.character);
  return doc.parts.filter((part) => !findPlanned(plan, part));
}

/** How many of the plan's parts a view has, of how many that are to be cut: one that is not seen there is not. */
export function cutCount(doc: CharacterDoc, viewId: string): { cut: number; planned: number } {
  const wanted = planOf(doc.character).parts.filter((part) => !part.hidden);
  const cut = wanted.filter((part) => pieceOfTokens(doc, viewId, tokensOf(part))).length;
  return { cut, planned: cut + missingParts(doc, viewId).length };
}
