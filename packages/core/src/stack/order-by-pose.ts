import { DiffBuilder } from '../document/diff.js';
import { jointLabel, withHeld } from '../document/family.js';
import { piecesOfView } from '../document/find.js';
import { orderAtPose } from '../document/order-at-pose.js';
import type {
  CharacterDoc,
  Diff,
  JointId,
  JointRow,
  OrderChangeId,
  OrderChangeRow,
  PieceId,
  PieceRow,
} from '../document/rows.js';
import type { OrderPlace } from '../document/row-types.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import { LimberError } from '../errors.js';
import { jointById } from '../joints/joint-edits.js';
import {
  AT_REST,
  boxesOverlap,
  placePieces,
  placedBox,
  unapply,
  type Box,
  type Placement,
} from '../joints/place-pieces.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { INSIDE } from '../raster/mask.js';

/** A change of the draw order to be made. */
export interface FreshOrderChange {
  id: OrderChangeId;
  jointId: JointId;
  low: number;
  high: number;
  movedIds: readonly PieceId[];
  place: OrderPlace;
  atId: PieceId;
}

/** Has pieces drawn elsewhere while a joint stands within a range. @throws LimberError `not-found`, `bad-range`, `bad-order` */
export function addOrderChange(doc: CharacterDoc, fresh: FreshOrderChange): Diff {
  const joint = jointById(doc, fresh.jointId);
  const { id, low, high, place, atId } = fresh;
  refuseRange(doc, joint, low, high);
  const moved = piecesOfView(doc, joint.viewId, withHeld(doc, [...new Set(fresh.movedIds)]));
  piecesOfView(doc, joint.viewId, [atId]);
  if (moved.length === 0 || moved.some((piece) => piece.id === atId))
    throw new LimberError(
      'bad-order',
      'A piece cannot be drawn behind or in front of itself.',
      'Choose another place.',
    );
  const diff = new DiffBuilder();
  const movedIds = moved.map((piece) => piece.id);
  // One that moves the same pieces over the same angles is replaced: the last word counts.
  for (const old of doc.orderChanges) {
    const isSame =
      old.jointId === joint.id && old.movedIds.join() === movedIds.join() && old.low < high && low < old.high;
    if (isSame) diff.remove(old);
  }
  const rank = Math.max(0, ...doc.orderChanges.map((change) => change.rank)) + 1;
  diff.add({
    table: 'orderChange',
    id,
    version: 1,
    viewId: joint.viewId,
    jointId: joint.id,
    low,
    high,
    movedIds,
    place,
    atId,
    rank,
  });
  return diff.build();
}

/** Has a change hold over another range. @throws LimberError `not-found`, `bad-range` */
export function setOrderRange(doc: CharacterDoc, id: OrderChangeId, low: number, high: number): Diff {
  const change = orderChangeById(doc, id);
  refuseRange(doc, jointById(doc, change.jointId), low, high);
  const diff = new DiffBuilder();
  diff.update(change, { low, high });
  return diff.build();
}

/** Takes a change of the draw order away. @throws LimberError `not-found` */
export function removeOrderChange(doc: CharacterDoc, id: OrderChangeId): Diff {
  const diff = new DiffBuilder();
  diff.remove(orderChangeById(doc, id));
  return diff.build();
}

/** @throws LimberError `not-found` */
export function orderChangeById(doc: CharacterDoc, id: OrderChangeId): OrderChangeRow {
  const change = doc.orderChanges.find((one) => one.id === id);
  if (!change)
    throw new LimberError('not-found', 'That change of the draw order is no longer there.', 'Undo brings it back.');
  return change;
}

function refuseRange(doc: CharacterDoc, joint: JointRow, low: number, high: number): void {
  const name = jointLabel(doc, joint);
  if (!(low < high))
    throw new LimberError('bad-range', 'The range ends before it begins.', 'Give the lesser angle first.');
  if (low <= 0 && high >= 0)
    throw new LimberError('bad-range', 'At rest the draw order is the usual one.', 'Choose a range on one side of 0°.');
  if (low < joint.rangeLow || high > joint.rangeHigh)
    throw new LimberError(
      'bad-range',
      `${name} turns from ${joint.rangeLow}° to ${joint.rangeHigh}°: the range reaches beyond that.`,
      'Keep within it, or widen the joint’s range in Joints.',
    );
}

/** Where the draw order changes while a joint turns, and how much is seen to jump there. */
export interface OrderJump {
  angle: number;
  /** px of the picture that change as the order does. */
  area: number;
}

/** Channels farther apart than this are seen to change. */
const SEEN = 8;
/** The longest side, px, up to which every pixel is looked at; of larger ones every second, third, … */
const FINE = 1600;

/** How much is seen to jump as the order changes. */
export interface OrderJumps {
  /** Where the change begins, and where it ends before the joint's range does. */
  jumps: OrderJump[];
  /** Where it would jump least if it began there; null where it does already. */
  better: OrderJump | null;
}

/** px that may change at once before it is called a jump. */
export const JUMP = 4;

/** Angles at which a change is tried to begin. */
const TRIES = 12;

/**
 * Measures what of a change of the draw order is seen to jump.
 * @param art pictures of all pieces of the view, with what follows from their rows
 * @throws LimberError `not-found` where its joint is gone
 */
export function orderJumps(doc: CharacterDoc, art: ViewArt, change: OrderChangeRow): OrderJumps {
  const [near, far] = endsOfChange(change);
  const images = composed(art);
  const jump = (angle: number): OrderJump => ({ angle, area: jumpAt(doc, art, images, change, angle) });
  const jumps = jumpsOf(doc, art, change, images);
  if (jumps[0].area === 0) return { jumps, better: null };
  const tries = Array.from({ length: TRIES - 1 }, (_, k) => Math.round((far * (k + 1)) / TRIES)).filter(
    (angle, at, all) => angle !== 0 && angle !== near && all.indexOf(angle) === at,
  );
  const [best] = tries.map(jump).sort((a, b) => a.area - b.area || Math.abs(a.angle - near) - Math.abs(b.angle - near));
  return { jumps, better: best && best.area < jumps[0].area ? best : null };
}

/**
 * How much is seen to jump where a change of the draw order begins, and where it ends before the joint's range does.
 * @param art pictures of all pieces of the view, with what follows from their rows
 * @throws LimberError `not-found` where its joint is gone
 */
export function jumpsOf(doc: CharacterDoc, art: ViewArt, change: OrderChangeRow, images = composed(art)): OrderJump[] {
  const joint = jointById(doc, change.jointId);
  const [near, far] = endsOfChange(change);
  const end = change.low > 0 ? joint.rangeHigh : joint.rangeLow;
  return (far === end ? [near] : [near, far]).map((angle) => ({
    angle,
    area: jumpAt(doc, art, images, change, angle),
  }));
}

/** The ends of a change's range: the one nearer to rest first. */
function endsOfChange({ low, high }: OrderChangeRow): [near: number, far: number] {
  return low > 0 ? [low, high] : [high, low];
}

/** Every piece's picture, put together once for however many angles are looked at. */
function composed(art: ViewArt): ReadonlyMap<PieceId, PlacedBitmap> {
  return new Map(
    [...art.pieces.keys()].flatMap((id) => {
      const image = imageOf(art, id);
      return image ? [[id, image] as const] : [];
    }),
  );
}

function jumpAt(
  doc: CharacterDoc,
  art: ViewArt,
  images: ReadonlyMap<PieceId, PlacedBitmap>,
  change: OrderChangeRow,
  angle: number,
): number {
  const { viewId, jointId, movedIds } = change;
  const bends = { [jointId]: angle };
  const placed = placePieces(doc, viewId, bends);
  const others = doc.orderChanges.filter(({ id }) => id !== change.id);
  const holding = { ...change, low: angle, high: angle };
  const [changed, usual] = [
    { ...doc, orderChanges: [...others, holding] },
    { ...doc, orderChanges: others },
  ].map((of) => [...orderAtPose(of, viewId, bends)].reverse());
  const drawn = (pieces: readonly PieceRow[]) =>
    pieces.flatMap(({ id }) => {
      const image = images.get(id);
      return image ? [drawnAt(image, placed.get(id) ?? AT_REST)] : [];
    });
  // What lies in front of all that changes places hides it; what lies behind shows the same in both.
  const first = changed.findIndex(({ id }, at) => id !== usual[at].id);
  const last = changed.findLastIndex(({ id }, at) => id !== usual[at].id);
  if (first < 0) return 0;
  const moved = drawn(changed.filter(({ id }) => movedIds.includes(id)));
  const room = boxAbout(moved);
  const near = (pieces: readonly PieceRow[]) => drawn(pieces).filter(({ box }) => boxesOverlap(box, room) > 0);
  const inFront = near(changed.slice(0, first));
  const [one, other] = [changed, usual].map((order) => near(order.slice(first, last + 1)));
  // Beside all that is passed, what is moved shows alike in both orders.
  const passed = boxAbout(drawn(changed.slice(first, last + 1).filter(({ id }) => !movedIds.includes(id))));
  const { width, height } = art.design;
  const step = Math.max(1, Math.ceil(Math.max(width, height) / FINE));
  const from = (start: number, atLeast: number) => {
    const inside = Math.max(0, Math.floor(start));
    return inside + step * Math.max(0, Math.ceil((atLeast - inside) / step));
  };
  const within = {
    left: from(room.left, passed.left),
    top: from(room.top, passed.top),
    right: Math.min(room.right, passed.right, width),
    bottom: Math.min(room.bottom, passed.bottom, height),
  };
  return countChanging({ moved, inFront, one, other }, within, step) * step * step;
}

/** A box that holds some pictures as they lie. */
function boxAbout(drawn: readonly Drawn[]): Box {
  return {
    left: Math.min(...drawn.map(({ box }) => box.left)),
    top: Math.min(...drawn.map(({ box }) => box.top)),
    right: Math.max(...drawn.map(({ box }) => box.right)),
    bottom: Math.max(...drawn.map(({ box }) => box.bottom)),
  };
}

/** Places, one of so many, at which what is moved is not hidden, and something else shows in one order than in the other. */
function countChanging(
  { moved, inFront, one, other }: Record<'moved' | 'inFront' | 'one' | 'other', readonly Drawn[]>,
  { left, top, right, bottom }: Box,
  step: number,
): number {
  let count = 0;
  for (let y = top; y < bottom; y += step)
    for (let x = left; x < right; x += step) {
      if (topAt(moved, x, y) === 0 || topAt(inFront, x, y) !== 0) continue;
      if (differ(topAt(one, x, y), topAt(other, x, y))) count++;
    }
  return count;
}

/** A picture as it lies turned: where, and by what its columns and rows follow from a place. */
interface Drawn {
  image: PlacedBitmap;
  /** The box in which it lies. */
  box: Box;
  cos: number;
  sin: number;
  left: number;
  top: number;
}

function drawnAt(image: PlacedBitmap, placement: Placement): Drawn {
  const rad = (placement.angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
  const { x, y } = unapply(placement, 0.5, 0.5);
  return { image, box: placedBox(image, placement), cos, sin, left: x - image.x, top: y - image.y };
}

/** The paint that shows at a place, RGB packed above 0; 0 for none. @param drawn front to back */
function topAt(drawn: readonly Drawn[], px: number, py: number): number {
  for (const { image, cos, sin, left, top } of drawn) {
    const column = Math.floor(cos * px + sin * py + left);
    const row = Math.floor(cos * py - sin * px + top);
    if (column < 0 || row < 0 || column >= image.width || row >= image.height) continue;
    const i = (row * image.width + column) * 4;
    const { data } = image;
    if (data[i + 3] > INSIDE) return 0x1000000 + data[i] * 0x10000 + data[i + 1] * 0x100 + data[i + 2];
  }
  return 0;
}

function differ(a: number, b: number): boolean {
  for (let shift = 0; shift < 24; shift += 8)
    if (Math.abs(((a >> shift) & 255) - ((b >> shift) & 255)) > SEEN) return true;
  return false;
}
