import { NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import { drawOrder, parentPiece } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, Diff, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { sharedBorder } from '../joints/shared-border.js';
import { usualLine } from '../joints/usual-line.js';
import { inFrontByContours } from './in-front-by-contours.js';
import { turnLimb } from './order-hints.js';
import { moveInOrder } from './stack-edits.js';

/** A limb and what it hangs from, with which of the two their contours say lies in front. */
export interface LimbOrder {
  /** The limb's own root. */
  pieceId: PieceId;
  trunkId: PieceId;
  /** Degrees by which the limb's contour runs on straighter than the trunk's; null where nothing tells. */
  lead: number | null;
}

/** Line widths of contour, and px at least, from which a way is taken. */
const WAY = 3;
const LEAST_WAY = 8;
/** Degrees from which on contours are sure of what lies in front. */
const SURE = 30;

/** What the contours say of each limb that touches what it hangs from: an arm, a leg, a wing, an ear, a tail. */
export function limbOrders(doc: CharacterDoc, viewId: ViewId, art: ViewArt): LimbOrder[] {
  const order = drawOrder(doc, viewId);
  const way = Math.max(LEAST_WAY, WAY * usualLine(art.design).width);
  const faceOf = ({ id }: PieceRow) => art.pieces.get(id)?.face ?? null;
  return order.flatMap((piece): LimbOrder[] => {
    const trunk = parentPiece(doc, piece);
    const [limb, body] = [faceOf(piece), trunk && faceOf(trunk)];
    if (!trunk || !limb || !body || turnLimb(doc, piece)?.trunkId !== trunk.id) return [];
    if (!sharedBorder(limb, body).ok) return [];
    const thirds = order.filter((one) => one !== piece && one !== trunk).flatMap((one) => faceOf(one) ?? []);
    return [{ pieceId: piece.id, trunkId: trunk.id, lead: inFrontByContours(limb, body, thirds, way) }];
  });
}

/** Is it plain from its contour where a limb lies? */
export function isPlain({ lead }: LimbOrder): boolean {
  return lead !== null && Math.abs(lead) >= SURE;
}

/** Lays every limb in front of what it hangs from or behind it, where its contour says so plainly. */
export function layByContours(doc: CharacterDoc, orders: readonly LimbOrder[]): Diff {
  return orders.filter(isPlain).reduce((diff, { pieceId, lead }) => {
    const now = applyDiff(doc, diff);
    return joinDiffs(diff, layLimb(now, pieceById(now, pieceId), (lead ?? 0) > 0 ? 'in-front' : 'behind'));
  }, NO_CHANGE);
}

/** Lays a limb in front of what it hangs from, or behind it; no change where it lies there. */
export function layLimb(doc: CharacterDoc, piece: PieceRow, to: 'in-front' | 'behind'): Diff {
  const turned = turnLimb(doc, piece);
  return turned?.to === to ? moveInOrder(doc, turned.pieceIds, turned.inFrontOf) : NO_CHANGE;
}
