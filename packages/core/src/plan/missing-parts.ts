import { drawOrder, partOf } from '../document/family.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { partAddress, type KnownPart } from './known-parts.js';
import { planEntries, planOf } from './plan.js';

/** The planned parts that have no piece in a view; hidden ones are drawn in Under, and those said not to be seen there are left out. */
export function missingParts(doc: CharacterDoc, viewId: ViewId): KnownPart[] {
  const there = new Set(drawOrder(doc, viewId).map((piece) => numbered(partOf(doc, piece))));
  for (const { partId, what, viewId: where } of doc.exceptions) {
    const part = doc.parts.find(({ id }) => id === partId);
    if (part && what === 'unseen' && where === viewId) there.add(numbered(part));
  }
  return planEntries(planOf(doc.character)).filter((part) => !part.hidden && !there.has(numbered(part)));
}

/** A part's address with its number: of two stretches of a tail, one may be there. */
function numbered(part: Pick<KnownPart, 'group' | 'side' | 'part' | 'index'>): string {
  return `${partAddress(part)} ${part.index ?? ''}`;
}
