import type { CharacterDoc, ViewId } from '../document/rows.js';
import type { DraftedDoubt } from '../document/row-types.js';
import { sidelessAddress, type KnownPart } from '../plan/known-parts.js';
import { missingParts } from '../plan/missing-parts.js';

/** The planned parts that were not found, those of one heading of the plan together: a face that is left blank is one question. */
export function missingTogether(doc: CharacterDoc, viewId: ViewId): KnownPart[][] {
  return together(missingParts(doc, viewId), ({ heading }) => heading);
}

/** Drafted doubts, those about the same border of the two sides together: both elbows of one sleeve's paint are one question. */
export function sidesTogether(drafted: readonly DraftedDoubt[]): DraftedDoubt[][] {
  return together(drafted, (one) =>
    one.kind === 'border' ? one.parts.map(sidelessAddress).join(' ') : draftedKey(one),
  );
}

/** Names a drafted doubt for as long as what it is about stays as it is. */
export function draftedKey({ kind, parts, faces }: DraftedDoubt): string {
  return [kind, ...parts, ...faces].join(' ');
}

/** What has the same key together, in the order in which the keys come first. */
function together<T>(list: readonly T[], keyOf: (one: T) => string): T[][] {
  const found = new Map<string, T[]>();
  for (const one of list) {
    const key = keyOf(one);
    found.set(key, [...(found.get(key) ?? []), one]);
  }
  return [...found.values()];
}
