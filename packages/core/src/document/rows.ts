import type { NameTokens, NamingScheme } from './naming.js';
import type { Rgb } from '../raster/colour.js';
import type {
  BlendMode,
  DiscOn,
  DraftedDoubt,
  ExceptionKind,
  HeightMark,
  JointKind,
  LayerRole,
  OutlineOn,
  PaletteColour,
  Plan,
} from './row-types.js';
import type { CharacterId, ExceptionId, JointId, PartId, PieceId, RowBase, SheetRef, ViewId } from './row-base.js';
import type { MotionRow, PoseRow } from './pose-rows.js';
import type { HandleRow, OrderChangeRow } from './stack-rows.js';
import type { CycleRow, DrawingRow, DrawingViewRow, LookRow, SwapSetRow } from './swap-rows.js';

export type {
  CharacterId,
  DrawingId,
  DrawingViewId,
  ExceptionId,
  HandleId,
  JointId,
  OrderChangeId,
  PartId,
  PieceId,
  MotionId,
  PoseId,
  SheetRef,
  SwapSetId,
  ViewId,
} from './row-base.js';
export { EASES, type Ease, type MotionRow, type PoseRow } from './pose-rows.js';
export type { HeightMark } from './row-types.js';
export type { HandleRow, OrderChangeRow } from './stack-rows.js';
export type { CycleRow, DrawingRow, DrawingViewRow, LookRow, SwapSetRow } from './swap-rows.js';

export interface CharacterRow extends RowBase {
  table: 'character';
  id: CharacterId;
  productionId: string;
  name: string;
  /** For files and addresses; unique in its production. */
  code: string;
  scheme: NamingScheme;
  /** What is to move; null until it is made, and the standard breakdown counts. */
  plan: Plan | null;
  /** The design's main colours, as they were taken. */
  palette: PaletteColour[] | null;
  deleted: boolean;
}

export interface ViewRow extends RowBase {
  table: 'view';
  id: ViewId;
  characterId: CharacterId;
  key: string;
  width: number;
  height: number;
  /** The finished design: a PNG of the canvas' size, 8-bit RGBA. */
  designBlob: string;
  /** Pixels of the design with any paint. */
  designArea: number;
  /** Where the character stands, px from the top. */
  floorY: number;
  /** Height lines that the artist has dragged, or added under names of their own: px from the top. */
  heights: HeightMark[];
  /** Places, px, of holes that open in motion of which the artist has said that there is nothing. */
  nothingAt: { x: number; y: number }[];
  /** What the design came with; null for a plain picture. */
  brought: BroughtIn | null;
  /** What the first draft was not sure of and nobody has answered yet; null where none was made. */
  drafted: DraftedDoubt[] | null;
}

/** What is otherwise in one view by intent: a part that does not show there, or a drift that is fine so. */
interface ExceptionRow extends RowBase {
  table: 'exception';
  id: ExceptionId;
  viewId: ViewId;
  partId: PartId;
  what: ExceptionKind;
  /** In the artist's words; may be empty. */
  because: string;
}

/** A layered file as it was brought in: what the sorting table shows. */
export interface BroughtIn {
  notes: string[];
  /** Pixels by which the layers composited here differ from the file's own merged picture; null where it has none. */
  differs: number | null;
  /** Back to front; null for a flat file. */
  layers: BroughtLayer[] | null;
}

/** A layer of the file, and what it was sorted as. */
export interface BroughtLayer {
  path: string[];
  visible: boolean;
  blend: BlendMode;
  clippedTo: number | null;
  /** null for an empty layer. */
  sheet: SheetRef | null;
  role: LayerRole;
  tokens: NameTokens | null;
  /** Why it was guessed so. */
  because: string;
}

export interface PartRow extends RowBase, NameTokens {
  table: 'part';
  id: PartId;
  characterId: CharacterId;
  /** The part it moves with. */
  parentId: PartId | null;
  /** Is it meant to stay while what lies about it moves, by the artist's word? */
  alone: boolean;
}

export interface PieceRow extends RowBase {
  table: 'piece';
  id: PieceId;
  viewId: ViewId;
  partId: PartId;
  /** Place in the draw order: smaller is farther back. */
  depth: number;
  /** The design's own visible pixels: which of them are this piece's. */
  face: SheetRef;
  /** Paint that came with the piece's own layers, also where it is hidden at rest. */
  own: SheetRef | null;
  /** Pixels taken and left where they were, which the overlap copies. */
  extra: SheetRef | null;
  /** Paint put or taken beneath, where pieces in front hide it at rest. */
  beneath: SheetRef | null;
  /** Does nothing of it go on beneath what hides it, by the artist's word? */
  endsHere: boolean;
  /** A picture from elsewhere that is laid beneath, and can still be moved; null for none. */
  graft: Graft | null;
  /** The piece that it is the shadow on, lifted off; null for a piece of its own. */
  shadowOf: PieceId | null;
  /** Contours that the artist has carried on beneath what hides the piece. */
  carried: CarriedContour[];
  /** The line that it bends along; null for one that is rigid. */
  soft: SoftLine | null;
  /** Fill, shade and line as they came, where they are kept apart. */
  apart: ApartSheets | null;
  /** px of the neighbours' paint that the overlap takes along all round. */
  margin: number;
  /** Are blends along its edges taken apart? */
  unmix: boolean;
}

/** What follows from a piece's rows and those around it; never kept in a row (see `derived-sheets`). */
export interface DerivedRefs {
  /** Copies of the neighbours' visible pixels. */
  overlap: SheetRef | null;
  /** Paint that is hidden at rest. */
  under: SheetRef | null;
  /** Drawn in place of the face: edges unmixed, the layer's own paint put in. */
  clean: SheetRef | null;
  /** Outline drawn beneath all fills of the limb. */
  line: SheetRef | null;
}

/** The derived sheets of pieces, by piece. */
export type SheetsOf = Readonly<Record<PieceId, DerivedRefs>>;

/** How a graft is laid: where the corners of its picture lie, from the top left clockwise, x, y pairs, px. */
export interface GraftLook {
  corners: number[];
  /** Its tone, each from -100 to 100: darker or lighter, cooler or warmer, less colour or more. */
  light: number;
  warmth: number;
  colour: number;
  /** px over which its edge fades. */
  soft: number;
}

/** A picture from elsewhere, laid beneath a piece. */
export interface Graft extends GraftLook {
  /** Where it came from. */
  source: SheetRef;
  /** What was painted beneath before it was laid. */
  before: SheetRef | null;
}

/** A line along which a piece bends, from its root to its tip. */
export interface SoftLine {
  /** x, y pairs, px. */
  points: number[];
  /** 0 to 1, by point: how much less than the softest it bends there. */
  stiffness: number[];
  /** Where it folds over itself: does the tip lie beneath? Over the rest where not given. */
  tipBeneath?: boolean;
}

/** A contour carried on by hand, from where it goes under to where it comes out, or closed in itself. */
export interface CarriedContour {
  /** The four points of a cubic curve, or a line of any number of points. */
  kind: 'curve' | 'line';
  /** x, y pairs, px. */
  points: number[];
}

/** A piece's layers kept as sheets of their own; drawn in this order they are its paint. */
export interface ApartSheets {
  fill: SheetRef;
  shade: SheetRef | null;
  line: SheetRef | null;
}

export interface JointRow extends RowBase {
  table: 'joint';
  id: JointId;
  viewId: ViewId;
  /** The piece that turns. */
  childId: PieceId;
  parentId: PieceId;
  kind: JointKind;
  x: number;
  y: number;
  radius: number;
  /** Degrees, positive clockwise on screen. */
  rangeLow: number;
  rangeHigh: number;
  /** Degrees through which the joint is to be clean where that is more than its range; 0 asks for no more than that. */
  wantedLow: number;
  wantedHigh: number;
  outlineOn: OutlineOn;
  discOn: DiscOn;
  lineWidth: number;
  lineColour: Rgb;
  fillColour: Rgb;
  looseness: number;
  /** px by which a line under all is thicker than it was drawn; below 0 for thinner. */
  lineMore: number;
  /** px by which the end behind reaches farther than the disc, so that a neck may stretch; 0 for none. */
  reach: number;
  /** 0 to 1: by which share of its radius the end narrows over its reach. */
  taper: number;
  /** Does the end in front leave the other's folds out of its copy, so that they do not turn with it? */
  foldsOut: boolean;
  /** The joint of another limb that is kept in step with this one; null for none. */
  twinId: JointId | null;
  /** Have both ends been rounded to the disc? */
  rounded: boolean;
  /** 0 to 1, of the fit; 1 for a disc placed by hand. */
  confidence: number;
}

/** The row of each table of a character. */
export interface RowOf {
  character: CharacterRow;
  view: ViewRow;
  part: PartRow;
  piece: PieceRow;
  joint: JointRow;
  handle: HandleRow;
  orderChange: OrderChangeRow;
  swapSet: SwapSetRow;
  drawing: DrawingRow;
  drawingView: DrawingViewRow;
  look: LookRow;
  cycle: CycleRow;
  exception: ExceptionRow;
  pose: PoseRow;
  motion: MotionRow;
}
export type TableName = keyof RowOf;
export type Row = RowOf[TableName];

/** What an edit does to the rows; undo swaps it round. */
export interface Diff {
  added: Row[];
  /** Each row before and after. */
  updated: [Row, Row][];
  removed: Row[];
}

/** What is known of a table of a character: everything that loads, saves, copies, compares or collects follows from it. */
export interface Table<R> {
  /** The rows' place in a `CharacterDoc`. */
  list: string;
  /** The field that names the row it belongs to, and that row's table; null for the character itself. */
  belongsTo: { field: keyof R; table: TableName } | null;
  /** Fields that refer to other rows of the character: to one, which may be null, or to a list of them. */
  refers: { [F in keyof R]?: TableName };
  /** Fields that hold blobs, at any depth. */
  pictures: readonly (keyof R)[];
  /** The order in which the rows are read. */
  order: readonly (keyof R & string)[];
}

/** Every table of a character, those first that others belong or refer to. */
export const TABLES = {
  character: { list: 'character', belongsTo: null, refers: {}, pictures: [], order: [] },
  view: {
    list: 'views',
    belongsTo: { field: 'characterId', table: 'character' },
    refers: {},
    pictures: ['designBlob', 'brought'],
    order: ['key'],
  },
  part: {
    list: 'parts',
    belongsTo: { field: 'characterId', table: 'character' },
    refers: { parentId: 'part' },
    pictures: [],
    order: ['id'],
  },
  piece: {
    list: 'pieces',
    belongsTo: { field: 'viewId', table: 'view' },
    refers: { partId: 'part', shadowOf: 'piece' },
    pictures: ['face', 'own', 'extra', 'beneath', 'graft', 'apart'],
    order: ['depth', 'id'],
  },
  joint: {
    list: 'joints',
    belongsTo: { field: 'viewId', table: 'view' },
    refers: { childId: 'piece', parentId: 'piece', twinId: 'joint' },
    pictures: [],
    order: ['id'],
  },
  handle: {
    list: 'handles',
    belongsTo: { field: 'viewId', table: 'view' },
    refers: { partId: 'part' },
    pictures: [],
    order: ['id'],
  },
  orderChange: {
    list: 'orderChanges',
    belongsTo: { field: 'viewId', table: 'view' },
    refers: { jointId: 'joint', movedIds: 'piece', atId: 'piece' },
    pictures: [],
    order: ['rank', 'id'],
  },
  swapSet: {
    list: 'swapSets',
    belongsTo: { field: 'characterId', table: 'character' },
    refers: { partId: 'part', overPartId: 'part', linkedTo: 'swapSet' },
    pictures: [],
    order: ['id'],
  },
  drawing: {
    list: 'drawings',
    belongsTo: { field: 'setId', table: 'swapSet' },
    refers: { hides: 'part' },
    pictures: [],
    order: ['id'],
  },
  drawingView: {
    list: 'drawingViews',
    belongsTo: { field: 'drawingId', table: 'drawing' },
    refers: { viewId: 'view', madeOf: 'drawing' },
    pictures: ['picture', 'over'],
    order: ['id'],
  },
  look: {
    list: 'looks',
    belongsTo: { field: 'characterId', table: 'character' },
    refers: { drawingIds: 'drawing' },
    pictures: [],
    order: ['name', 'id'],
  },
  cycle: {
    list: 'cycles',
    belongsTo: { field: 'setId', table: 'swapSet' },
    refers: { drawingIds: 'drawing' },
    pictures: [],
    order: ['name', 'id'],
  },
  exception: {
    list: 'exceptions',
    belongsTo: { field: 'viewId', table: 'view' },
    refers: { partId: 'part' },
    pictures: [],
    order: ['id'],
  },
  pose: {
    list: 'poses',
    belongsTo: { field: 'characterId', table: 'character' },
    refers: { partIds: 'part', pupilIds: 'part', drawingIds: 'drawing' },
    pictures: [],
    order: ['name', 'id'],
  },
  motion: {
    list: 'motions',
    belongsTo: { field: 'characterId', table: 'character' },
    refers: { poseIds: 'pose' },
    pictures: [],
    order: ['name', 'id'],
  },
} as const satisfies { [T in TableName]: Table<RowOf[T]> };

/** A table that may have any number of rows. */
export type ListTable = Exclude<TableName, 'character'>;

/** A whole character, as the bench holds it: its own row, and a list a table. */
export type CharacterDoc = { character: CharacterRow } & {
  [T in ListTable as (typeof TABLES)[T]['list']]: RowOf[T][];
};
