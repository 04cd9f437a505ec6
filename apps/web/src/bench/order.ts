import { orderAtPose } from '@limber-sheaf/core';
import type { BenchValue } from './context';
import type { Station } from './station';
import { allPicked, useBench } from './store';

/** Where picked pieces may go in the draw order. */
export type OrderWay = 'back' | 'forward' | 'very-back' | 'very-front';

/** A move of pieces in the draw order: directly in front of a piece, or to the very back for null. */
interface OrderMove {
  pieceIds: string[];
  inFrontOf: string | null;
  /** All pieces as they lie then. */
  order: string[];
}

/** The move of pieces to where so many of the others lie behind them; null where they are there already. */
function moveTo(order: readonly string[], pieceIds: string[], behind: number): OrderMove | null {
  const others = order.filter((id) => !pieceIds.includes(id));
  const to = Math.min(others.length, Math.max(0, behind));
  const moved = [...others.slice(0, to), ...pieceIds, ...others.slice(to)];
  if (moved.every((id, at) => id === order[at])) return null;
  return { pieceIds, inFrontOf: to === 0 ? null : others[to - 1], order: moved };
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
  const to = { back: behind - 1, forward: beneath + 1, 'very-back': 0, 'very-front': others.length }[way];
  return moveTo(order, pieceIds, to);
}

/**
 * The move of a card that is dropped onto another's place; where it is among several that are picked, it takes them all
 * along. Null where nothing moves.
 */
export function dropMove(
  order: readonly string[],
  picked: readonly string[],
  card: string,
  onto: string,
): OrderMove | null {
  const pieceIds = picked.includes(card) ? order.filter((id) => picked.includes(id)) : [card];
  const place = order.indexOf(onto);
  const last = place > order.indexOf(card) ? place : place - 1;
  const behind = order.slice(0, last + 1).filter((id) => !pieceIds.includes(id));
  return moveTo(order, pieceIds, behind.length);
}

/** Who may take a move for itself: the station that is open. */
type Taker = Pick<Station, 'takeOrder'> | null;

/** The move of the pieces that are picked, as they lie where the station that is open has orders by pose; null for none to make. */
export function pickedMove(
  { doc, view }: Pick<BenchValue, 'doc' | 'view'>,
  way: OrderWay,
  station: Taker,
): OrderMove | null {
  const bends = station?.takeOrder ? useBench.getState().bends : {};
  const order = orderAtPose(doc, view.id, bends).map((piece) => piece.id as string);
  return orderMove(order, allPicked(useBench.getState()), way);
}

/** Moves the picked pieces in the draw order, as one edit. */
export function movePicked(bench: BenchValue, way: OrderWay, station: Taker): void {
  const move = pickedMove(bench, way, station);
  if (move) void makeMove(bench, move, station);
}

/** Makes a move in the draw order, as one edit; null where it is refused. */
export function makeMove(bench: BenchValue, move: OrderMove, station: Taker) {
  const [first, ...along] = move.pieceIds;
  return station?.takeOrder?.(move, bench) ?? bench.edit('stack.order', first, { inFrontOf: move.inFrontOf, along });
}
