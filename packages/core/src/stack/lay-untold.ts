import { NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import { hangingFrom, parentPiece, twinPiece } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, Diff, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';
import { SURE_ENOUGH, fitBetween } from '../joints/fit-between.js';
import { isOfPeople, planOf } from '../plan/plan.js';
import { isPlain, layLimb, type LimbOrder } from './limb-order.js';
import { turnLimb } from './order-hints.js';

/** A limb's root is at least and at most so many times as wide as its next joint. */
const NARROWEST = 0.8;
const WIDEST = 1.45;
const ALIKE = new Set(['front', 'back']);

/** Are both sides seen alike: of a person, from the front or the back? */
export function isSeenAlike(doc: CharacterDoc, viewId: ViewId): boolean {
  return isOfPeople(planOf(doc.character)) && ALIKE.has(viewById(doc, viewId).key);
}

/**
 * Lays limbs of which no contour says where they lie: as their joint fits, where it is as wide as the limb only so (a limb whose
 * side the trunk hides seems narrow as long as it is thought to lie in front, and one that is thought to lie behind may seem as
 * wide as the trunk); and in a person's view from the front or the back as the same limb of the other side, where that is told.
 * @param orders what their contours say; the plain ones are laid so already
 */
export function layUntold(doc: CharacterDoc, viewId: ViewId, art: ViewArt, orders: readonly LimbOrder[]): Diff {
  const untold = orders.filter((limb) => !isPlain(limb));
  const told = new Set(orders.filter(isPlain).map(({ pieceId }) => pieceId));
  let diff = NO_CHANGE;
  for (const limb of untold) {
    const now = applyDiff(doc, diff);
    const other = turned(now, limb.pieceId);
    const fits = fitsOnly(now, applyDiff(now, other), art, limb);
    if (fits) told.add(limb.pieceId);
    if (fits === 'turned') diff = joinDiffs(diff, other);
  }
  if (!isSeenAlike(doc, viewId)) return diff;
  for (const { pieceId } of untold) {
    const now = applyDiff(doc, diff);
    const twin = twinPiece(now, pieceById(now, pieceId));
    if (!twin || told.has(pieceId) || !told.has(twin.id)) continue;
    if (isInFront(now, twin.id) !== isInFront(now, pieceId)) diff = joinDiffs(diff, turned(now, pieceId));
  }
  return diff;
}

/** A limb the other way. */
function turned(doc: CharacterDoc, pieceId: PieceId): Diff {
  return layLimb(doc, pieceById(doc, pieceId), isInFront(doc, pieceId) ? 'behind' : 'in-front');
}

function isInFront(doc: CharacterDoc, pieceId: PieceId): boolean {
  return turnLimb(doc, pieceById(doc, pieceId))?.to === 'behind';
}

/** The only way in which a limb's root is about as wide as its next joint, or as it is the other way; null where it is both ways, or neither. */
function fitsOnly(doc: CharacterDoc, other: CharacterDoc, art: ViewArt, limb: LimbOrder): 'now' | 'turned' | null {
  const [now, turned] = [doc, other].map((one) => radiusOf(one, art, limb.pieceId, limb.trunkId));
  const next = hangingFrom(doc, pieceById(doc, limb.pieceId)).find(
    (piece) => parentPiece(doc, piece)?.id === limb.pieceId,
  );
  const joint = next ? radiusOf(doc, art, next.id, limb.pieceId) : 0;
  const limits = joint > 0 ? [NARROWEST * joint, WIDEST * joint] : [NARROWEST * Math.max(now, turned), Infinity];
  const [isNow, isTurned] = [now, turned].map((radius) => radius > 0 && radius >= limits[0] && radius <= limits[1]);
  return isNow === isTurned ? null : isNow ? 'now' : 'turned';
}

/** px of the disc that a joint would get; 0 where none can be relied on. */
function radiusOf(doc: CharacterDoc, art: ViewArt, childId: PieceId, parentId: PieceId): number {
  const fit = fitBetween(doc, childId, parentId, art);
  return fit.ok && fit.confidence >= SURE_ENOUGH ? fit.radius : 0;
}
