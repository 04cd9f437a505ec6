import { NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import { drawOrder, parentPiece, partOf } from '../document/family.js';
import type { CharacterDoc, Diff, PieceId, PieceRow, ViewId } from '../document/rows.js';
import { knownPart } from '../plan/known-parts.js';
import { moveInOrder } from './stack-edits.js';

/** Pieces that are to lie directly in front of another, or at the very back for null; in draw order among themselves. */
export interface OrderMove {
  pieceIds: PieceId[];
  inFrontOf: PieceId | null;
}

/**
 * Where pieces usually lie that lie elsewhere: hair behind the head, lids before the pupil, the near arm before the far one.
 * The fewest moves that bring the plan's parts into their usual order, each to be made for itself, back to front.
 */
export function orderHints(doc: CharacterDoc, viewId: ViewId): OrderMove[] {
  const order = drawOrder(doc, viewId);
  const own = new Map(order.map((piece) => [piece.id, knownPart(partOf(doc, piece))?.rank]));
  // Which of a limb's pieces lies in front is for its joints to say: as a whole it lies where its hindmost usually does.
  const rankOf = (piece: PieceRow) => {
    if (own.get(piece.id) === undefined) return undefined;
    const limb = limbOf(doc, piece);
    return Math.min(...(limb.length > 0 ? limb : [piece]).map(({ id }) => own.get(id) ?? Infinity));
  };
  const ranked = order.filter((piece) => rankOf(piece) !== undefined);
  const ranks = ranked.map((piece) => rankOf(piece) as number);
  const kept = longestRise(ranks);
  return ranked.flatMap((piece, at): OrderMove[] => {
    if (kept.has(at)) return [];
    const behind = ranked.filter((_, i) => kept.has(i) && ranks[i] <= ranks[at]).at(-1);
    return [{ pieceIds: [piece.id], inFrontOf: behind?.id ?? null }];
  });
}

/** Lays every piece of the plan's parts where it usually lies. */
export function layAsUsual(doc: CharacterDoc, viewId: ViewId): Diff {
  let diff = NO_CHANGE;
  for (let left = drawOrder(doc, viewId).length; left > 0; left--) {
    const now = applyDiff(doc, diff);
    const [hint] = orderHints(now, viewId);
    if (!hint) break;
    diff = joinDiffs(diff, moveInOrder(now, hint.pieceIds, hint.inFrontOf));
  }
  return diff;
}

/** The places of the longest run of numbers that never falls. */
function longestRise(numbers: readonly number[]): Set<number> {
  const length = numbers.map(() => 1);
  const before = numbers.map(() => -1);
  for (let at = 0; at < numbers.length; at++)
    for (let i = 0; i < at; i++)
      if (numbers[i] <= numbers[at] && length[i] + 1 > length[at]) [length[at], before[at]] = [length[i] + 1, i];
  const found = new Set<number>();
  for (let at = length.indexOf(Math.max(...length)); at >= 0; at = before[at]) found.add(at);
  return found;
}

/** All pieces of the limb that a piece belongs to, back to front; none for what is of no side, but for a tail. */
function limbOf(doc: CharacterDoc, piece: PieceRow): PieceRow[] {
  const { group, side } = partOf(doc, piece);
  if (!side && group !== TAIL) return [];
  return drawOrder(doc, piece.viewId).filter((one) => {
    const part = partOf(doc, one);
    return part.group === group && part.side === side;
  });
}

/** The limb that has no side. */
const TAIL = 'tail';

/** A limb's move from in front of what it hangs from to behind it, or back. */
export interface TurnedLimb extends OrderMove {
  /** What it hangs from. */
  trunkId: PieceId;
  to: 'behind' | 'in-front';
}

/** A limb turned from in front of what it hangs from to behind it, or back; null for what is no limb, or hangs from nothing. */
export function turnLimb(doc: CharacterDoc, piece: PieceRow): TurnedLimb | null {
  const order = drawOrder(doc, piece.viewId);
  const limb = limbOf(doc, piece);
  const isLimb = (one: PieceRow) => limb.some(({ id }) => id === one.id);
  const trunk = limb.map((one) => parentPiece(doc, one)).find((parent) => parent !== null && !isLimb(parent));
  if (!trunk) return null;
  const pieceIds = limb.map(({ id }) => id);
  const others = order.filter((one) => !isLimb(one));
  const isInFront = limb.some((one) => order.indexOf(one) > order.findIndex(({ id }) => id === trunk.id));
  if (!isInFront) return { pieceIds, inFrontOf: trunk.id, trunkId: trunk.id, to: 'in-front' };
  const at = others.findIndex(({ id }) => id === trunk.id);
  return { pieceIds, inFrontOf: others[at - 1]?.id ?? null, trunkId: trunk.id, to: 'behind' };
}
