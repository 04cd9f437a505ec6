import { drawOrder } from '@limber-sheaf/core';
import type { BenchValue } from './context';
import { allPicked, useBench } from './store';

/** Where picked pieces may go in the draw order. */
export type OrderWay = 'back' | 'forward' | 'very-back' | 'very-front';

/** A move of pieces in the draw order: directly in front of a piece, or to the very back for null. */
interface OrderMove {
  pieceIds: string[];
  inFrontOf: string | null;
}

/**
 * The move that takes pieces one step, or all the way, together; null where they are there already.
 * @param order the view's pieces, back to front
 * @param picked those that move
 */
export function orderMove(order: readonly string[], picked: readonly string[], way: OrderWay): OrderMove | null {
  const pieceIds = order.filter((id) => picked.includes(id));
  const others = order.filter((id) => !picked.includes(id));
  if (pieceIds.length === 0 || others.length === 0) return null;
  const behind = order.indexOf(pieceIds[0]);
  const upTo = order.indexOf(pieceIds[pieceIds.length - 1]);
  const beneath = others.filter((id) => order.indexOf(id) < upTo).length;
  // Of the others, how many lie behind the pieces once they have moved.
  const wanted = { back: behind - 1, forward: beneath + 1, 'very-back': 0, 'very-front': others.length }[way];
  const to = Math.min(others.length, Math.max(0, wanted));
  const moved = [...others.slice(0, to), ...pieceIds, ...others.slice(to)];
  if (moved.every((id, at) => id === order[at])) return null;
  return { pieceIds, inFrontOf: to === 0 ? null : others[to - 1] };
}

/** The move of the pieces that are picked; null where there is none to make. */
export function pickedMove({ doc, view }: Pick<BenchValue, 'doc' | 'view'>, way: OrderWay): OrderMove | null {
  const order = drawOrder(doc, view.id).map((piece) => piece.id as string);
  return orderMove(order, allPicked(useBench.getState()), way);
}

/** Moves the picked pieces in the draw order, as one edit. */
export function movePicked(bench: BenchValue, way: OrderWay): void {
  const move = pickedMove(bench, way);
  if (!move) return;
  const [first, ...along] = move.pieceIds;
  void bench.edit('stack.order', first, { inFrontOf: move.inFrontOf, along });
}
