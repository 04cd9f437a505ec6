import type { NameTokens, NamingScheme } from '../naming/scheme.js';
import type { DiscOn, OutlineOn } from '../joint/round-joint.js';
import type { Rgb } from '../raster/colour.js';

declare const brand: unique symbol;
type Id<Name extends string> = string & { readonly [brand]?: Name };
export type CharacterId = Id<'character'>;
export type ViewId = Id<'view'>;
export type PartId = Id<'part'>;
export type PieceId = Id<'piece'>;
export type JointId = Id<'joint'>;

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

interface RowBase {
  /** Counts the changes of this row, from 1. */
  version: number;
}

export interface CharacterRow extends RowBase {
  table: 'character';
  id: CharacterId;
  productionId: string;
  name: string;
  /** For files and addresses; unique in its production. */
  code: string;
  scheme: NamingScheme;
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
}

export interface PartRow extends RowBase, NameTokens {
  table: 'part';
  id: PartId;
  characterId: CharacterId;
  /** The part it moves with. */
  parentId: PartId | null;
}

export interface PieceRow extends RowBase {
  table: 'piece';
  id: PieceId;
  viewId: ViewId;
  partId: PartId;
  /** Place in the draw order: smaller is farther back. */
  depth: number;
  face: SheetRef;
  overlap: SheetRef | null;
  under: SheetRef | null;
}

export interface JointRow extends RowBase {
  table: 'joint';
  id: JointId;
  viewId: ViewId;
  /** The piece that turns. */
  childId: PieceId;
  parentId: PieceId;
  kind: 'hinge' | 'one-sided';
  x: number;
  y: number;
  radius: number;
  /** Degrees, positive clockwise on screen. */
  rangeLow: number;
  rangeHigh: number;
  outlineOn: OutlineOn;
  discOn: DiscOn;
  lineWidth: number;
  lineColour: Rgb;
  fillColour: Rgb;
  looseness: number;
  /** Have both ends been rounded to the disc? */
  rounded: boolean;
  /** 0 to 1, of the fit; 1 for a disc placed by hand. */
  confidence: number;
}

export type Row = CharacterRow | ViewRow | PartRow | PieceRow | JointRow;
export type TableName = Row['table'];

/** A whole character, as the bench holds it. */
export interface CharacterDoc {
  character: CharacterRow;
  views: ViewRow[];
  parts: PartRow[];
  pieces: PieceRow[];
  joints: JointRow[];
}

/** What an edit does to the rows; undo swaps it round. */
export interface Diff {
  added: Row[];
  /** Each row before and after. */
  updated: [Row, Row][];
  removed: Row[];
}
