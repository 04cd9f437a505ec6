import { orderChangeById, orderJumps, roomInOrder, type OrderJumps, type RoomInOrder } from '@limber-sheaf/core';
import { held, type StateKey } from '../../bench/worker/held';
import { artOf } from '../../bench/worker/pictures';

/** What Stack asks the workers for. */
export const stackTasks = {
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
