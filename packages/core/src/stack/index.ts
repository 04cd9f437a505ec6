/** What Stack offers to server and web. */
export { moveInOrder, setAlone, setParent } from './stack-edits.js';
export { aboveHandle, addHandle, deleteHandle, handleById, handlePlace, moveHandle, movedByHandle } from './handles.js';
export {
  JUMP,
  addOrderChange,
  orderChangeById,
  orderJumps,
  removeOrderChange,
  setOrderRange,
  type OrderJumps,
} from './order-by-pose.js';
export { layByContours, limbOrders, type LimbOrder } from './limb-order.js';
export { layUntold } from './lay-untold.js';
export { layAsUsual, orderHints, turnLimb, type OrderMove } from './order-hints.js';
export { roomInOrder, type RoomInOrder } from './room-in-order.js';
export { bordersKey, findLeftBehind, type Border, type LeftBehind } from './left-behind.js';
export { borderMeasure } from './checks.js';
