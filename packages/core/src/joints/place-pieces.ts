import { handlesAbove, parentPiece } from '../document/family.js';
import type { CharacterDoc, PieceRow } from '../document/rows.js';
import type { Rect } from '../raster/bitmap.js';

/** A turn and shift: x' = cos x - sin y + tx, y' = sin x + cos y + ty. */
export interface Placement {
  angle: number;
  tx: number;
  ty: number;
}

/** Where what is not bent sits. */
export const AT_REST: Placement = { angle: 0, tx: 0, ty: 0 };

/** Is nothing turned or moved? */
export function isAtRest({ angle, tx, ty }: Placement): boolean {
  return angle === 0 && tx === 0 && ty === 0;
}

/**
 * Where each piece of a view sits when joints are bent and handles are turned: it turns about its own pivot and follows what
 * it hangs from.
 * @param bends degrees, by joint or handle
 * @param shift px by which the whole character is moved
 */
export function placePieces(
  doc: CharacterDoc,
  viewId: string,
  bends: Readonly<Record<string, number>>,
  shift: { x: number; y: number } = { x: 0, y: 0 },
): Map<string, Placement> {
  const standing = { ...AT_REST, tx: shift.x, ty: shift.y };
  const placed = new Map<string, Placement>();
  const place = (piece: PieceRow, depth: number): Placement => {
    const known = placed.get(piece.id);
    if (known) return known;
    const parent = depth < 60 ? parentPiece(doc, piece) : null;
    const above = handlesAbove(doc, piece).reduceRight(
      (outer, { id, x, y }) => (bends[id] ? follow(outer, turnAbout(x, y, bends[id])) : outer),
      parent ? place(parent, depth + 1) : standing,
    );
    const joint = doc.joints.find((j) => j.childId === piece.id);
    const bend = joint ? (bends[joint.id] ?? 0) : 0;
    const own = joint && bend !== 0 ? follow(above, turnAbout(joint.x, joint.y, bend)) : above;
    placed.set(piece.id, own);
    return own;
  };
  for (const piece of doc.pieces) if (piece.viewId === viewId) place(piece, 0);
  return placed;
}

function turnAbout(x: number, y: number, angle: number): Placement {
  const turned = apply({ angle, tx: 0, ty: 0 }, x, y);
  return { angle, tx: x - turned.x, ty: y - turned.y };
}

/** First `inner`, then `outer`. */
function follow(outer: Placement, inner: Placement): Placement {
  const shift = apply(outer, inner.tx, inner.ty);
  return { angle: outer.angle + inner.angle, tx: shift.x, ty: shift.y };
}

/** Where a point of the canvas goes. */
export function apply({ angle, tx, ty }: Placement, x: number, y: number): { x: number; y: number } {
  const rad = (angle * Math.PI) / 180;
  const cos = Math.cos(rad);
  const sin = Math.sin(rad);
  return { x: cos * x - sin * y + tx, y: sin * x + cos * y + ty };
}

/** Which point of the canvas comes to lie at (x, y). */
export function unapply(placement: Placement, x: number, y: number): { x: number; y: number } {
  return unapplying(placement)(x, y);
}

/** `unapply` for many places: the turn is worked out once. */
export function unapplying({ angle, tx, ty }: Placement): (x: number, y: number) => { x: number; y: number } {
  const rad = (-angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
  return (x, y) => ({ x: cos * (x - tx) - sin * (y - ty), y: sin * (x - tx) + cos * (y - ty) });
}

/** The upright box round a rectangle where it is placed, by its corners; px. */
export function placedBox({ x, y, width, height }: Rect, placement: Placement) {
  const corners = [
    apply(placement, x, y),
    apply(placement, x + width, y),
    apply(placement, x, y + height),
    apply(placement, x + width, y + height),
  ];
  const [xs, ys] = [corners.map((corner) => corner.x), corners.map((corner) => corner.y)];
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}
