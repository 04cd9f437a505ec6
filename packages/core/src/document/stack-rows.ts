import type { HandleId, JointId, OrderChangeId, PartId, PieceId, RowBase, ViewId } from './row-base.js';
import type { OrderPlace } from './row-types.js';

/** Where a part without paint, from which others hang, turns in a view. */
export interface HandleRow extends RowBase {
  table: 'handle';
  id: HandleId;
  viewId: ViewId;
  partId: PartId;
  /** Its pivot, px. */
  x: number;
  y: number;
}

/** A change of the draw order that holds while a joint stands within a range. */
export interface OrderChangeRow extends RowBase {
  table: 'orderChange';
  id: OrderChangeId;
  viewId: ViewId;
  jointId: JointId;
  /** Degrees, both of one sign: at rest none holds. */
  low: number;
  high: number;
  /** The pieces that are drawn elsewhere then; among themselves they stay as they are. */
  movedIds: PieceId[];
  place: OrderPlace;
  /** The piece directly behind or in front of which they are drawn. */
  atId: PieceId;
  /** Of several that hold, those of higher rank win. */
  rank: number;
}
