import type {
  CharacterId,
  CycleId,
  DrawingId,
  DrawingViewId,
  LookId,
  PartId,
  RowBase,
  SheetRef,
  SwapSetId,
  ViewId,
} from './row-base.js';
import type { ChartShape, MakeStep, SwapKind } from './row-types.js';

/** Drawings that stand for one part, one at a time. */
export interface SwapSetRow extends RowBase {
  table: 'swapSet';
  id: SwapSetId;
  characterId: CharacterId;
  partId: PartId;
  kind: SwapKind;
  /** The columns of its chart. */
  shapes: ChartShape[];
  /** Its rows; the default drawing's mood first. */
  moods: string[];
  /** The set whose drawings choose this one's, place by place on the chart: an eye's white goes with its outline. */
  linkedTo: SwapSetId | null;
  /** The part directly in front of whose piece second pictures are drawn: fingers over a held thing; null for none. */
  overPartId: PartId | null;
}

/** One drawing of a set, in all views. */
export interface DrawingRow extends RowBase {
  table: 'drawing';
  id: DrawingId;
  setId: SwapSetId;
  /** Its column and its row on the chart. */
  shape: string;
  mood: string;
  /** Is it the piece's own paint at rest? Of one drawing in a set it is. */
  isDefault: boolean;
  /** Parts that are not drawn while it shows. */
  hides: PartId[];
}

/** A drawing in one view. Where there is none, the drawing is not there in that view. */
export interface DrawingViewRow extends RowBase {
  table: 'drawingView';
  id: DrawingViewId;
  drawingId: DrawingId;
  viewId: ViewId;
  /** null for a blank drawing, and for the default one, which is the piece's paint. */
  picture: SheetRef | null;
  /** Its second picture, drawn in front of what the set says: fingers over a held thing; null for none. */
  over: SheetRef | null;
  /** Two places that the set's drawings share, as the corners of a mouth: x, y, x, y, px; empty for none. */
  marks: number[];
  /** The drawing that it was made of, by `steps`; null for one that was drawn, or pressed flat. */
  madeOf: DrawingId | null;
  steps: MakeStep[];
  /** What that drawing looked like then, as a key: where it looks otherwise now, the steps are done anew. */
  madeKey: string;
}

/** Drawings of several sets that are chosen at once, at most one of each: an outfit, a mood. */
export interface LookRow extends RowBase {
  table: 'look';
  id: LookId;
  characterId: CharacterId;
  name: string;
  drawingIds: DrawingId[];
}

/** Drawings of one set after one another, over and over. */
export interface CycleRow extends RowBase {
  table: 'cycle';
  id: CycleId;
  setId: SwapSetId;
  name: string;
  drawingIds: DrawingId[];
  /** How many frames each is held, 1 or more. */
  frames: number[];
}
