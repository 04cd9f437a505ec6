declare const brand: unique symbol;
type Id<Name extends string> = string & { readonly [brand]?: Name };
export type CharacterId = Id<'character'>;
export type ViewId = Id<'view'>;
export type PartId = Id<'part'>;
export type PieceId = Id<'piece'>;
export type JointId = Id<'joint'>;
export type HandleId = Id<'handle'>;
export type OrderChangeId = Id<'orderChange'>;
export type SwapSetId = Id<'swapSet'>;
export type DrawingId = Id<'drawing'>;
export type DrawingViewId = Id<'drawingView'>;
export type LookId = Id<'look'>;
export type CycleId = Id<'cycle'>;
export type ExceptionId = Id<'exception'>;
export type PoseId = Id<'pose'>;
export type MotionId = Id<'motion'>;

/** A bitmap kept as a blob: the SHA-256 of its PNG file, and where it sits on the canvas, px. */
export interface SheetRef {
  blob: string;
  x: number;
  y: number;
  width: number;
  height: number;
  /** Pixels with paint. */
  area: number;
}

/** What every row has. */
export interface RowBase {
  /** Counts the changes of this row, from 1. */
  version: number;
}
