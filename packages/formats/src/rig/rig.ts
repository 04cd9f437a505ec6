import { versionWord, type NamingScheme, type Rgb } from '@limber-sheaf/core';

/** A rectangle of whole pixels on the exported canvas. */
export interface RigBounds {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A joint in the manifest; lengths px, angles degrees clockwise. */
export interface RigJoint {
  kind: 'hinge' | 'one-sided' | 'swivel' | 'slide';
  discOn: 'both' | 'child' | 'parent';
  radius: number;
  range: [number, number];
  inFront: 'child' | 'parent';
  /** Which piece's disc carries the outline; `none` where it lies beneath both, as pieces of its own. */
  outlineOn: 'back' | 'front' | 'both' | 'none';
  lineWidth: number;
  /** px by which the rounded outline wobbles inwards at most. */
  looseness: number;
  cleanRange: [number, number] | null;
}

/** One piece of a view. */
export interface RigPiece {
  id: string;
  name: string;
  group: string;
  part: string | null;
  side: 'A' | 'B' | null;
  index: number | null;
  parent: string | null;
  /** Null, with its checksum and its bounds, for a piece of second pictures: the default drawing has none. */
  image: string | null;
  sha256: string | null;
  bounds: RigBounds | null;
  pivot: { x: number; y: number } | null;
  joint: RigJoint | null;
  /** The design's own paint, the outline beneath a limb's fills, a lifted shadow, the cover round an eye, or what no piece has taken. */
  kind: 'face' | 'line-under' | 'shadow' | 'rim' | 'uncut';
  atlas: RigBounds | null;
  sheets: { role: 'line' | 'shade'; image: string; sha256: string; bounds: RigBounds }[];
  swapSet: string | null;
  /** A piece that bends along a line, from its root to its tip: px, and 0 to 1 by point. */
  soft: { line: [number, number][]; stiffness: number[] } | null;
  /** A pupil: the polygon of offsets, px, within which it stays inside the white. */
  travel: [number, number][] | null;
}

/** The puppet's node that holds a soft piece's mesh. */
export function softMeshName(piece: string): string {
  return `${piece}_mesh`;
}

/** The puppet's node at a point of a soft piece's line. */
export function softJoint(piece: string, at: number): string {
  return `${piece}_bend_${at + 1}`;
}

/** One drawing of a swap set; a blank one has no picture. */
export interface RigDrawing {
  id: string;
  name: string;
  shape: string;
  mood: string;
  image: string | null;
  sha256: string | null;
  bounds: RigBounds | null;
  atlas: RigBounds | null;
  /** Its second picture, drawn elsewhere in the order. */
  over: RigOver | null;
  /** Pieces that are not drawn while it shows. */
  hides: string[];
}

/** A piece with a picture of its own: all but those of second pictures. */
export type DrawnPiece = RigPiece & { image: string; sha256: string; bounds: RigBounds };

/** Has a piece a picture of its own? */
export function isDrawn(piece: RigPiece): piece is DrawnPiece {
  return piece.image !== null && piece.sha256 !== null && piece.bounds !== null;
}

/** The second picture of a drawing. */
export interface RigOver {
  image: string;
  sha256: string;
  bounds: RigBounds;
  atlas: RigBounds | null;
}

/** Drawings that stand for one piece, one at a time. */
export interface RigSwapSet {
  name: string;
  kind: 'mouth' | 'lids' | 'brows' | 'hand' | 'head' | 'prop' | 'outfit' | 'other';
  piece: string;
  linkedTo: string | null;
  over: string | null;
  seat: { x: number; y: number };
  /** The drawing at rest. */
  default: string;
  drawings: RigDrawing[];
}

/** Drawings of several sets that are chosen at once, by set. */
export interface RigLook {
  name: string;
  drawings: Record<string, string>;
}

/** Drawings of one set after one another, and how many frames each is held. */
export interface RigCycle {
  name: string;
  set: string;
  drawings: string[];
  frames: number[];
}

/** One view of the character. */
export interface RigView {
  key: string;
  canvas: { width: number; height: number };
  floorY: number;
  design: { image: string; sha256: string };
  /** Back to front. */
  drawOrder: string[];
  /** Parts without paint from which others hang; a piece's parent may be one. */
  handles: { id: string; name: string; parent: string | null; pivot: { x: number; y: number } }[];
  /** The draw order at a pose: while the joint of `turns` stands within `from` to `to`, degrees. */
  orderChanges: {
    turns: string;
    from: number;
    to: number;
    move: string[];
    place: 'behind' | 'in-front';
    at: string;
  }[];
  pieces: RigPiece[];
  swapSets: RigSwapSet[];
  looks: RigLook[];
  cycles: RigCycle[];
}

/** `rig.json`: the manifest of a hand-off package. */
export interface Rig {
  format: 'limber-sheaf-rig';
  formatVersion: 1;
  generator: { name: 'Limber Sheaf'; version: string };
  character: { id: string; name: string; code: string };
  version: number;
  previousVersion: number | null;
  createdAt: string;
  scale: number;
  naming: Omit<NamingScheme, 'digits' | 'drawing'> & { drawing: string[] };
  /** The figure is null where there is nothing to hold it against: pieces that were shaded one by one. */
  checks: { id: string; view: string; ok: boolean; figure: number | null; unit: string }[];
  views: RigView[];
  /** Degrees from rest by part, and drawings by set. */
  poses: { name: string; angles: Record<string, number>; drawings: Record<string, string> }[];
  /** What is baked into every image but the designs. */
  finish: RigFinish | null;
}

/** A texture or tint in the manifest. */
export interface RigFinish {
  name: string;
  blend: 'multiply' | 'screen' | 'tint';
  strength: number;
  scope: 'figure' | 'piece';
  colour: Rgb | null;
  /** By view, the checksum of its `finish.png`; none where every place has one colour, or every piece its own shade. */
  images: Record<string, string>;
}

/** The manifest as text: two-space JSON with a newline at its end. */
export function writeRig(rig: Rig): Uint8Array {
  return new TextEncoder().encode(`${JSON.stringify(rig, null, 2)}\n`);
}

/** The package's own name: `<code>_v<NNN>_<YYYY-MM-DD>`. */
export function packageName(code: string, version: number, createdAt: string): string {
  return `${code}_${versionWord(version)}_${createdAt.slice(0, 10)}`;
}
