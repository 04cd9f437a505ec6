import { handlesAbove, parentPiece } from '../document/family.js';
import { memoryOfDoc } from '../document/keys.js';
import type { CharacterDoc, HandleRow, JointRow, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { Place } from '../errors.js';
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

/** Where a piece sits, and where it carries what hangs from a place of it, if that is elsewhere. */
interface Placed {
  own: Placement;
  carries?: (place: Place) => Placement;
}

/** px by which pieces are moved within what they hang from, by piece: pupils that look elsewhere than at rest. */
export type Gaze = Readonly<Record<PieceId, Place>>;

/** How a piece sits that is bent by some degrees at its joint, when nothing that it hangs from is. */
export type PieceTurn = (piece: PieceRow, joint: JointRow, angle: number) => Placed;

const rigidly: PieceTurn = (_piece, { x, y }, angle) => ({ own: turnAbout(x, y, angle) });

/** How a character stands. */
export interface Stand {
  /** Degrees, by joint or handle. */
  bends: Readonly<Record<string, number>>;
  /** px by which the whole character is moved; not at all where not given. */
  shift?: Place;
  /** How a piece is bent; rigid where not given. */
  turn?: PieceTurn;
  /** Where pupils look; at rest where not given. */
  gaze?: Gaze;
}

/**
 * Where each piece of a view sits when joints are bent and handles are turned: it turns about its own pivot and follows what
 * it hangs from.
 * @param bends degrees, by joint or handle
 */
export function placePieces(
  doc: CharacterDoc,
  viewId: ViewId,
  bends: Stand['bends'],
  stand: Omit<Stand, 'bends'> = {},
): Map<PieceId, Placement> {
  const placed: Placed[] = [];
  const own = new Map<PieceId, Placement>();
  for (const one of hangings(doc, viewId)) {
    const lies = placedAs(one, one.parentAt === null ? null : placed[one.parentAt], { ...stand, bends });
    placed.push(lies);
    own.set(one.piece.id, lies.own);
  }
  return own;
}

/** Where one piece of a view sits (see `placePieces`); only what it hangs from is looked at. */
export function placePiece(doc: CharacterDoc, piece: PieceRow, stand: Stand): Placement {
  const all = hangings(doc, piece.viewId);
  const above: Hanging[] = [];
  for (
    let at = all.find((one) => one.piece.id === piece.id);
    at;
    at = at.parentAt === null ? undefined : all[at.parentAt]
  )
    above.push(at);
  return above.reduceRight<Placed | null>((below, hanging) => placedAs(hanging, below, stand), null)?.own ?? AT_REST;
}

/** @param below how what it hangs from sits; null for nothing */
function placedAs({ piece, joint, handles }: Hanging, below: Placed | null, stand: Stand): Placed {
  const { bends, shift, turn = rigidly, gaze } = stand;
  const carried = handles.reduceRight(
    (outer, { id, x, y }) => (bends[id] ? follow(outer, turnAbout(x, y, bends[id])) : outer),
    below
      ? (below.carries?.(joint ?? middleOf(piece.face)) ?? below.own)
      : { ...AT_REST, ...(shift && { tx: shift.x, ty: shift.y }) },
  );
  const looks = gaze?.[piece.id];
  const above = looks ? follow(carried, { ...AT_REST, tx: looks.x, ty: looks.y }) : carried;
  const bend = joint ? (bends[joint.id] ?? 0) : 0;
  const bent = joint && bend !== 0 ? turn(piece, joint, bend) : null;
  const carries = bent?.carries;
  const own = bent ? follow(above, bent.own) : above;
  return carries ? { own, carries: (at) => follow(above, carries(at)) } : { own };
}

/** A piece as it hangs: from which one, by its place in the list, and what turns it. */
interface Hanging {
  piece: PieceRow;
  joint: JointRow | undefined;
  parentAt: number | null;
  handles: readonly HandleRow[];
}

/** A view's pieces, each after what it hangs from. */
function hangings(doc: CharacterDoc, viewId: ViewId): readonly Hanging[] {
  return knownHangings(doc, viewId, () => hangingIn(doc, viewId));
}

const knownHangings = memoryOfDoc<readonly Hanging[]>();

function hangingIn(doc: CharacterDoc, viewId: ViewId): readonly Hanging[] {
  const order: Hanging[] = [];
  const places = new Map<PieceId, number | null>();
  const hang = (piece: PieceRow): number | null => {
    const known = places.get(piece.id);
    if (known !== undefined) return known;
    // In a ring, which no edit makes, the first one asked for hangs from nothing.
    places.set(piece.id, null);
    const parent = parentPiece(doc, piece);
    const parentAt = parent && hang(parent);
    const joint = doc.joints.find(({ childId }) => childId === piece.id);
    const place = order.push({ piece, joint, parentAt, handles: handlesAbove(doc, piece) }) - 1;
    places.set(piece.id, place);
    return place;
  };
  for (const piece of doc.pieces) if (piece.viewId === viewId) hang(piece);
  return order;
}

const middleOf = ({ x, y, width, height }: Rect): Place => ({ x: x + width / 2, y: y + height / 2 });

/** Turned about a place, degrees. */
export function turnAbout(x: number, y: number, angle: number): Placement {
  const turned = apply({ angle, tx: 0, ty: 0 }, x, y);
  return { angle, tx: x - turned.x, ty: y - turned.y };
}

/** First `inner`, then `outer`. */
export function follow(outer: Placement, inner: Placement): Placement {
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

/** px² in which two upright boxes lie over one another. */
export function boxesOverlap(one: Box, other: Box): number {
  const across = Math.min(one.right, other.right) - Math.max(one.left, other.left);
  const down = Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top);
  return Math.max(0, across) * Math.max(0, down);
}

/** An upright box, px. */
export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** The upright box round a rectangle where it is placed, by its corners; px. */
export function placedBox({ x, y, width, height }: Rect, placement: Placement): Box {
  const corners = [
    apply(placement, x, y),
    apply(placement, x + width, y),
    apply(placement, x, y + height),
    apply(placement, x + width, y + height),
  ];
  const [xs, ys] = [corners.map((corner) => corner.x), corners.map((corner) => corner.y)];
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}
