import { drawOrder, partOf } from '../document/family.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { numberedAddress, type KnownPart } from './known-parts.js';
import { planEntries, planOf } from './plan.js';

/** The planned parts that have no piece in a view; hidden ones are drawn in Under, and those said not to be seen there are left out. */
export function missingParts(doc: CharacterDoc, viewId: ViewId): KnownPart[] {
  const there = new Set(drawOrder(doc, viewId).map((piece) => numberedAddress(partOf(doc, piece))));
  for (const { partId, what, viewId: where } of doc.exceptions) {
    const part = doc.parts.find(({ id }) => id === partId);
    if (part && what === 'unseen' && where === viewId) there.add(numberedAddress(part));
  }
  return planEntries(planOf(doc.character)).filter((part) => !part.hidden && !there.has(numberedAddress(part)));
}
