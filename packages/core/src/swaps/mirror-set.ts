import { findPart } from '../document/find.js';
import type { CharacterDoc, PieceRow, SwapSetRow, ViewId } from '../document/rows.js';
import { onOtherSide } from '../names/swap-sides.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { mirroredAt, transformPicture } from '../raster/transform.js';
import { pieceOfSet } from './find-swaps.js';

/** The piece of the other side in a view to which a set's drawings can be given mirrored: hand B for hand A; null for none. */
export function mirrorPiece(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): PieceRow | null {
  const part = doc.parts.find(({ id }) => id === set.partId);
  if (!part?.side) return null;
  const other = findPart(doc, onOtherSide(part));
  return (other && doc.pieces.find((piece) => piece.partId === other.id && piece.viewId === viewId)) ?? null;
}

/** Where a piece is held, px: its joint, or the middle of what it shows. */
function seatOf(doc: CharacterDoc, { id, face }: PieceRow): { x: number; y: number } {
  const joint = doc.joints.find(({ childId }) => childId === id);
  return joint ?? { x: face.x + face.width / 2, y: face.y + face.height / 2 };
}

/** How a drawing of one side comes to lie on the other: mirrored left to right, from its own joint onto the other's. */
export interface MirrorWay {
  /** Of what is mirrored, px; a place at x goes to `axis - x`, and by `down` px. */
  axis: number;
  down: number;
}

/** The way from a set's piece to that of the other side, to whole pixels. */
export function mirrorWay(doc: CharacterDoc, set: SwapSetRow, other: PieceRow): MirrorWay | null {
  const own = pieceOfSet(doc, set, other.viewId);
  if (!own) return null;
  const [from, to] = [seatOf(doc, own), seatOf(doc, other)];
  return { axis: Math.round(from.x + to.x), down: Math.round(to.y - from.y) };
}

/** A picture mirrored so: the same pixels. */
export function mirrorDrawing(picture: PlacedBitmap, { axis, down }: MirrorWay): PlacedBitmap {
  return transformPicture(picture, { ...mirroredAt(axis), f: down }) ?? picture;
}

/** Marks mirrored so: the left one stays the left one. */
export function mirrorMarks(marks: readonly number[], { axis, down }: MirrorWay): number[] {
  if (marks.length < 4) return [];
  const [ax, ay, bx, by] = marks;
  return [axis - bx, by + down, axis - ax, ay + down];
}
