import {
  bordersAtRest,
  orderChangeById,
  orderJumps,
  roomInOrder,
  type Border,
  type OrderJumps,
  type RoomInOrder,
} from '@limber-sheaf/core';
import { held, type StateKey } from '../../bench/worker/held';
import { artOf } from '../../bench/worker/pictures';

/** What Stack asks the workers for. */
export const stackTasks = {
  /** How long a border each two pieces of a view share at rest. */
  async borders(at: StateKey, viewId: string): Promise<Border[]> {
    return bordersAtRest(held(at).doc, viewId, await artOf(at, viewId, true));
  },

  /** How far a piece may move in the draw order and change nothing that shows at rest. */
  async room(at: StateKey, viewId: string, pieceId: string): Promise<RoomInOrder> {
    return roomInOrder(held(at).doc, viewId, await artOf(at, viewId), pieceId);
  },

  /** How much is seen to jump where a change of the draw order begins and ends. */
  async jumps(at: StateKey, viewId: string, changeId: string): Promise<OrderJumps> {
    const { doc } = held(at);
    return orderJumps(doc, await artOf(at, viewId), orderChangeById(doc, changeId));
  },
};
