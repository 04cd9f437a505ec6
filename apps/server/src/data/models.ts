import type {
  Ease,
  ApartSheets,
  BroughtIn,
  CarriedContour,
  SoftLine,
  CharacterDoc,
  ChartShape,
  MakeStep,
  Diff,
  DraftedDoubt,
  Graft,
  DiscOn,
  ExceptionKind,
  HeightMark,
  JointKind,
  NamingScheme,
  OrderPlace,
  OutlineOn,
  PaletteColour,
  Plan,
  Rgb,
  SheetRef,
  SwapKind,
} from '@limber-sheaf/core';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

const options = { underscored: true, timestamps: false, freezeTableName: true } as const;

@Table({ ...options, tableName: 'production' })
export class Production extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.DATE) declare createdAt: Date;
}

@Table({ ...options, tableName: 'character' })
export class Character extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare productionId: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.TEXT) declare code: string;
  @Column(DataType.JSONB) declare scheme: NamingScheme;
  @Column(DataType.JSONB) declare plan: Plan | null;
  @Column(DataType.JSONB) declare palette: PaletteColour[] | null;
  @Column(DataType.BOOLEAN) declare deleted: boolean;
  @Column(DataType.INTEGER) declare version: number;
  /** Counts the edits of everything that belongs to the character. */
  @Column(DataType.INTEGER) declare revision: number;
  @Column(DataType.DATE) declare createdAt: Date;
}

@Table({ ...options, tableName: 'view' })
export class View extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  @Column(DataType.TEXT) declare key: string;
  @Column(DataType.INTEGER) declare width: number;
  @Column(DataType.INTEGER) declare height: number;
  @Column(DataType.TEXT) declare designBlob: string;
  @Column(DataType.INTEGER) declare designArea: number;
  @Column(DataType.INTEGER) declare floorY: number;
  @Column(DataType.JSONB) declare heights: HeightMark[];
  @Column(DataType.JSONB) declare nothingAt: { x: number; y: number }[];
  @Column(DataType.JSONB) declare brought: BroughtIn | null;
  @Column(DataType.JSONB) declare drafted: DraftedDoubt[] | null;
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'part' })
export class Part extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  @Column(DataType.TEXT) declare group: string;
  @Column(DataType.TEXT) declare side: 'A' | 'B' | null;
  @Column(DataType.TEXT) declare part: string | null;
  @Column(DataType.INTEGER) declare index: number | null;
  @Column(DataType.UUID) declare parentId: string | null;
  @Column(DataType.BOOLEAN) declare alone: boolean;
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'piece' })
export class Piece extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare viewId: string;
  @Column(DataType.UUID) declare partId: string;
  @Column(DataType.DOUBLE) declare depth: number;
  @Column(DataType.JSONB) declare face: SheetRef;
  @Column(DataType.JSONB) declare own: SheetRef | null;
  @Column(DataType.JSONB) declare extra: SheetRef | null;
  @Column(DataType.JSONB) declare beneath: SheetRef | null;
  @Column(DataType.BOOLEAN) declare endsHere: boolean;
  @Column(DataType.JSONB) declare graft: Graft | null;
  @Column(DataType.UUID) declare shadowOf: string | null;
  @Column(DataType.JSONB) declare carried: CarriedContour[];
  @Column(DataType.JSONB) declare soft: SoftLine | null;
  @Column(DataType.JSONB) declare apart: ApartSheets | null;
  @Column(DataType.INTEGER) declare margin: number;
  @Column(DataType.BOOLEAN) declare unmix: boolean;
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'joint' })
export class Joint extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare viewId: string;
  @Column(DataType.UUID) declare childId: string;
  @Column(DataType.UUID) declare parentId: string;
  @Column(DataType.TEXT) declare kind: JointKind;
  @Column(DataType.DOUBLE) declare x: number;
  @Column(DataType.DOUBLE) declare y: number;
  @Column(DataType.DOUBLE) declare radius: number;
  @Column(DataType.DOUBLE) declare rangeLow: number;
  @Column(DataType.DOUBLE) declare rangeHigh: number;
  @Column(DataType.DOUBLE) declare wantedLow: number;
  @Column(DataType.DOUBLE) declare wantedHigh: number;
  @Column(DataType.TEXT) declare outlineOn: OutlineOn;
  @Column(DataType.TEXT) declare discOn: DiscOn;
  @Column(DataType.DOUBLE) declare lineWidth: number;
  @Column(DataType.JSONB) declare lineColour: Rgb;
  @Column(DataType.JSONB) declare fillColour: Rgb;
  @Column(DataType.DOUBLE) declare looseness: number;
  @Column(DataType.DOUBLE) declare lineMore: number;
  @Column(DataType.DOUBLE) declare reach: number;
  @Column(DataType.DOUBLE) declare taper: number;
  @Column(DataType.BOOLEAN) declare foldsOut: boolean;
  @Column(DataType.UUID) declare twinId: string | null;
  @Column(DataType.BOOLEAN) declare rounded: boolean;
  @Column(DataType.DOUBLE) declare confidence: number;
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'handle' })
export class Handle extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare viewId: string;
  @Column(DataType.UUID) declare partId: string;
  @Column(DataType.DOUBLE) declare x: number;
  @Column(DataType.DOUBLE) declare y: number;
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'order_change' })
export class OrderChange extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare viewId: string;
  @Column(DataType.UUID) declare jointId: string;
  @Column(DataType.DOUBLE) declare low: number;
  @Column(DataType.DOUBLE) declare high: number;
  @Column(DataType.JSONB) declare movedIds: string[];
  @Column(DataType.TEXT) declare place: OrderPlace;
  @Column(DataType.UUID) declare atId: string;
  @Column(DataType.INTEGER) declare rank: number;
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'swap_set' })
export class SwapSet extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  @Column(DataType.UUID) declare partId: string;
  @Column(DataType.TEXT) declare kind: SwapKind;
  @Column(DataType.JSONB) declare shapes: ChartShape[];
  @Column(DataType.JSONB) declare moods: string[];
  @Column(DataType.UUID) declare linkedTo: string | null;
  @Column(DataType.UUID) declare overPartId: string | null;
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'drawing' })
export class Drawing extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare setId: string;
  @Column(DataType.TEXT) declare shape: string;
  @Column(DataType.TEXT) declare mood: string;
  @Column(DataType.BOOLEAN) declare isDefault: boolean;
  @Column(DataType.JSONB) declare hides: string[];
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'drawing_view' })
export class DrawingView extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare drawingId: string;
  @Column(DataType.UUID) declare viewId: string;
  @Column(DataType.JSONB) declare picture: SheetRef | null;
  @Column(DataType.JSONB) declare over: SheetRef | null;
  @Column(DataType.JSONB) declare marks: number[];
  @Column(DataType.UUID) declare madeOf: string | null;
  @Column(DataType.JSONB) declare steps: MakeStep[];
  @Column(DataType.TEXT) declare madeKey: string;
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'look' })
export class Look extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.JSONB) declare drawingIds: string[];
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'cycle' })
export class Cycle extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare setId: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.JSONB) declare drawingIds: string[];
  @Column(DataType.JSONB) declare frames: number[];
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'pose' })
export class Pose extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.JSONB) declare partIds: string[];
  @Column(DataType.JSONB) declare angles: number[];
  @Column(DataType.DOUBLE) declare rootX: number;
  @Column(DataType.DOUBLE) declare rootY: number;
  @Column(DataType.JSONB) declare pupilIds: string[];
  @Column(DataType.JSONB) declare gaze: number[];
  @Column(DataType.JSONB) declare drawingIds: string[];
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'motion' })
export class Motion extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.JSONB) declare poseIds: (string | null)[];
  @Column(DataType.JSONB) declare seconds: number[];
  @Column(DataType.JSONB) declare eases: Ease[];
  @Column(DataType.INTEGER) declare version: number;
}

@Table({ ...options, tableName: 'exception' })
export class Exception extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare viewId: string;
  @Column(DataType.UUID) declare partId: string;
  @Column(DataType.TEXT) declare what: ExceptionKind;
  @Column(DataType.TEXT) declare because: string;
  @Column(DataType.INTEGER) declare version: number;
}

/** One line of the journal, which is only ever added to: an undo is a line of its own. */
@Table({ ...options, tableName: 'edit' })
export class Edit extends Model {
  @PrimaryKey @Column({ type: DataType.BIGINT, autoIncrement: true }) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  /** The revision that it made. */
  @Column(DataType.INTEGER) declare revision: number;
  /** Whose edit: a browser's own mark, so that one person's undo never takes back another's work. */
  @Column(DataType.TEXT) declare actor: string;
  @Column(DataType.TEXT) declare kind: string;
  @Column(DataType.TEXT) declare summary: string;
  @Column(DataType.JSONB) declare diff: Diff;
  @Column(DataType.TEXT) declare way: 'do' | 'undo' | 'redo';
  /** The edit that an undo takes back, or a redo brings back; null where it is that edit itself. */
  @Column(DataType.BIGINT) declare originId: string | null;
  @Column(DataType.DATE) declare createdAt: Date;
}

/** A character's rows at a revision: with each hand-off, and every so many edits. */
@Table({ ...options, tableName: 'snapshot' })
export class SnapshotRow extends Model {
  @PrimaryKey @Column(DataType.UUID) declare characterId: string;
  @PrimaryKey @Column(DataType.INTEGER) declare revision: number;
  @Column(DataType.JSONB) declare doc: CharacterDoc;
  @Column(DataType.DATE) declare createdAt: Date;
}

/** Something worked out, under the key of what it was worked out from. */
@Table({ ...options, tableName: 'derived' })
export class Derived extends Model {
  @PrimaryKey @Column(DataType.TEXT) declare key: string;
  @Column(DataType.JSONB) declare value: unknown;
  /** When it was last asked for; what nobody asks for is dropped, and worked out again at need. */
  @Column(DataType.DATE) declare usedAt: Date;
}

@Table({ ...options, tableName: 'blob' })
export class Blob extends Model {
  @PrimaryKey @Column(DataType.TEXT) declare sha256: string;
  @Column(DataType.BLOB) declare bytes: Buffer;
  @Column(DataType.TEXT) declare mediaType: string;
  @Column(DataType.DATE) declare createdAt: Date;
}

@Table({ ...options, tableName: 'handoff' })
export class HandOff extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  @Column(DataType.INTEGER) declare number: number;
  @Column(DataType.INTEGER) declare revision: number;
  @Column(DataType.TEXT) declare packageBlob: string;
  @Column(DataType.TEXT) declare packageName: string;
  @Column(DataType.JSONB) declare manifest: object;
  /** How it was made; null for one that was made before there was a choice. */
  @Column(DataType.JSONB) declare options: object | null;
  @Column(DataType.TEXT) declare note: string;
  /** What differs from the version before. */
  @Column(DataType.JSONB) declare changes: object[];
  /** Of the package. */
  @Column(DataType.INTEGER) declare bytes: number;
  @Column(DataType.DATE) declare createdAt: Date;
}

/** Long work: what it is at, and how it ended. */
@Table({ ...options, tableName: 'job' })
export class Job extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare characterId: string;
  @Column(DataType.TEXT) declare kind: string;
  @Column(DataType.TEXT) declare state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  /** What it was asked for. */
  @Column(DataType.JSONB) declare input: object;
  @Column(DataType.DOUBLE) declare share: number;
  @Column(DataType.TEXT) declare doing: string;
  @Column(DataType.JSONB) declare result: object | null;
  @Column(DataType.TEXT) declare sentence: string | null;
  /** A running job without a beat for a while has lost its server. */
  @Column(DataType.DATE) declare beatAt: Date;
  @Column(DataType.DATE) declare createdAt: Date;
}

/** What a production keeps for its characters, by kind and name. */
@Table({ ...options, tableName: 'kept' })
export class Kept extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare productionId: string;
  @Column(DataType.TEXT) declare kind: 'scheme' | 'package' | 'chart';
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.JSONB) declare value: unknown;
  @Column(DataType.DATE) declare createdAt: Date;
}

export const MODELS = [
  Production,
  Character,
  View,
  Part,
  Piece,
  Joint,
  Handle,
  OrderChange,
  SwapSet,
  Drawing,
  DrawingView,
  Look,
  Cycle,
  Exception,
  Pose,
  Motion,
  Edit,
  SnapshotRow,
  Derived,
  Blob,
  HandOff,
  Job,
  Kept,
];
