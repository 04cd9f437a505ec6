import { drawOrder, partOf, twinPiece } from '../document/family.js';
import { labelFor } from '../document/naming.js';
import type { CharacterDoc, PieceRow, ViewId } from '../document/rows.js';
import type { DraftedDoubt } from '../document/row-types.js';
import { partAddress, sidelessAddress, type KnownPart } from '../plan/known-parts.js';
import { viewById } from '../document/view-edits.js';
import { missingParts } from '../plan/missing-parts.js';
import { isSeenAlike } from '../stack/lay-untold.js';
import { turnLimb } from '../stack/order-hints.js';
import { isStanding } from './drafted-doubts.js';
import { isStillOpen } from './open-doubts.js';
import type { Pair } from './other-cuts.js';

/** The planned parts that were not found, those of one heading of the plan together: a face that is left blank is one question. */
export function missingTogether(doc: CharacterDoc, viewId: ViewId): KnownPart[][] {
  return together(missingParts(doc, viewId), ({ heading }) => heading);
}

/**
 * Drafted doubts, those about the same of the two sides together: both elbows of one sleeve's paint are one question.
 * @param isAlike is it the same on the other side, if that is asked about, too? Of borders it always is
 */
export function sidesTogether(
  drafted: readonly DraftedDoubt[],
  isAlike: (one: DraftedDoubt) => boolean = ({ kind }) => kind === 'border',
): DraftedDoubt[][] {
  return together(drafted, (one) =>
    isAlike(one) ? [one.kind, ...one.parts.map(sidelessAddress)].join(' ') : draftedKey(one),
  );
}

/** Names a drafted doubt for as long as what it is about stays as it is; a cut may be moved on, and is doubted all the same. */
function draftedKey({ kind, parts, faces, place }: DraftedDoubt): string {
  const where = kind === 'open' ? [place.x, place.y] : [];
  return [kind, ...parts, ...(kind === 'border' ? [] : faces), ...where].join(' ');
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

/** What a draft was not sure of and is asked in one question: one thing, or the same of both sides. */
export type Asked = readonly DraftedDoubt[];

/** What a view's draft was not sure of and nobody has settled or changed, as it is asked; what others depend on first. */
export function standing(doc: CharacterDoc, viewId: ViewId): Asked[] {
  const all = viewById(doc, viewId).drafted ?? [];
  const cost = (doubt: DraftedDoubt) => KINDS.indexOf(doubt.kind);
  // How a limb lies, and what opens, shows as it turns: without a joint that comes first.
  const turns = (one: DraftedDoubt) =>
    (one.kind !== 'order' && one.kind !== 'open') ||
    doc.joints.some(({ childId }) => childId === pieceOf(doc, viewId, one)?.id);
  const asked = all
    .filter((one) => isStanding(doc, viewId, one) && turns(one))
    .filter((one) => one.kind !== 'open' || isStillOpen(doc, viewId, one))
    .sort((a, b) => cost(a) - cost(b) || b.size - a.size);
  return sidesTogether(asked, (one) => one.kind === 'border' || (one.kind === 'order' && liesAsTwin(doc, viewId, one)));
}

/** Does a limb of a person who is seen from the front or the back lie as its twin does, in front of the body or behind it? */
function liesAsTwin(doc: CharacterDoc, viewId: ViewId, doubt: DraftedDoubt): boolean {
  const limb = pieceOf(doc, viewId, doubt);
  const twin = limb && twinPiece(doc, limb);
  if (!twin || !isSeenAlike(doc, viewId)) return false;
  return turnLimb(doc, limb)?.to === turnLimb(doc, twin)?.to;
}

const KINDS: readonly DraftedDoubt['kind'][] = [
  'several-figures',
  'upside-down',
  'unsure',
  'sides',
  'extent',
  'scattered',
  'border',
  'order',
  'open',
];

/** Names a question for as long as what it is about stays as it is. */
export const keyOf = (asked: Asked) => asked.map(draftedKey).join(', ');

/** The piece that a doubt is about, first of all. */
export function pieceOf(doc: CharacterDoc, viewId: ViewId, { parts }: DraftedDoubt): PieceRow | undefined {
  return pieceAt(doc, viewId, parts[0]);
}

/** The two pieces of a border that is doubted. */
export function pairOf(doc: CharacterDoc, viewId: ViewId, { parts }: DraftedDoubt): Pair {
  const [first, second] = parts.map((address) => pieceAt(doc, viewId, address));
  if (!first || !second) throw new RangeError('a border has two pieces');
  return { first: first.id, second: second.id };
}

function pieceAt(doc: CharacterDoc, viewId: ViewId, address: string): PieceRow | undefined {
  return drawOrder(doc, viewId).find((row) => partAddress(partOf(doc, row)) === address);
}

export function labelsOf(doc: CharacterDoc, { parts }: DraftedDoubt): string[] {
  return parts.flatMap((address) => {
    const part = doc.parts.find((one) => partAddress(one) === address);
    return part ? [labelFor(part)] : [];
  });
}

/** Between what the cuts run that a question is about. */
export function betweenInWords(doc: CharacterDoc, asked: Asked): string {
  return asked.map((border) => labelsOf(doc, border).join(' and ')).join(', and between ');
}
