import type { CharacterDoc, ViewId } from '../document/rows.js';
import type { DraftedDoubt } from '../document/row-types.js';
import type { KnownPart } from '../plan/known-parts.js';
import { missingParts } from '../plan/missing-parts.js';

/** The planned parts that were not found, those of one heading of the plan together: a face that is left blank is one question. */
export function missingTogether(doc: CharacterDoc, viewId: ViewId): KnownPart[][] {
  return together(missingParts(doc, viewId), ({ heading }) => heading);
}

/** Drafted doubts, those about the same border of the two sides together: both elbows of one sleeve's paint are one question. */
export function sidesTogether(drafted: readonly DraftedDoubt[]): DraftedDoubt[][] {
  return together(drafted, ({ kind, parts, faces }) =>
    kind === 'border' ? [kind, ...parts.map(withoutSide)].join(' ') : [kind, ...parts, ...faces].join(' '),
  );
}

/** A part's address, `group/part/side`, but for its side. */
function withoutSide(address: string): string {
  return address.slice(0, address.lastIndexOf('/'));
}

/** What has the same key together, in the order in which the keys come first. */
function together<T>(list: readonly T[], keyOf: (one: T) => string): T[][] {
  const found = new Map<string, T[]>();
  for (const one of list) found.set(keyOf(one), [...(found.get(keyOf(one)) ?? []), one]);
  return [...found.values()];
}
