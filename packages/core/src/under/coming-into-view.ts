import { turningJoints } from '../document/find.js';
import { drawOrder, movedBy } from '../document/family.js';
import { memoryOfDoc } from '../document/keys.js';
import type { CharacterDoc, JointRow, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { orderAtPose } from '../document/order-at-pose.js';
import { AT_REST, placePieces } from '../joints/place-pieces.js';
import { sweptRange } from '../joints/prove-joint.js';
import { paintCells, type Cells } from './cells.js';
import { cellsUnder, setOf, shareAny, type CellsUnder, type CoverSet } from './cells-under.js';
import { ringsAbout, type RingCover } from './ring-cover.js';
import { seenAt, type Sight, type Turn } from './sight.js';

/** What of one piece, hidden at rest, shows when joints turn. */
export interface IntoView {
  pieceId: PieceId;
  /** By cell of the canvas: above 0 where it comes into view. */
  shows: Cells;
  /** What shows any of it: a joint alone, at any angle, or the turns of a pair. */
  by: readonly (readonly Turn[])[];
}

/** A joint, and by place in the draw order what it moves. */
interface Turning {
  joint: JointRow;
  moves: readonly boolean[];
}

/**
 * The joints of a view that can uncover some of a piece: those that do not move it and all that is drawn after it alike.
 * @param index the piece's place in the draw order
 */
export function uncovering(doc: CharacterDoc, viewId: ViewId, index: number): Turning[] {
  return turningsOf(doc, viewId).filter(({ moves }) => moves.some((is, at) => at > index && is !== moves[index]));
}

function turningsOf(doc: CharacterDoc, viewId: ViewId): readonly Turning[] {
  return turnings(doc, viewId, () => {
    const order = drawOrder(doc, viewId);
    return turningJoints(doc, viewId).map((joint) => {
      const moved = movedBy(doc, joint);
      return { joint, moves: order.map(({ id }) => moved.has(id)) };
    });
  });
}

const turnings = memoryOfDoc<readonly Turning[]>();

/**
 * Of a piece, the places that are hidden at rest and show at some angle: each joint alone through all of its range, and each
 * pair of joints that meet at their ends. A piece that does not turn can be uncovered, too.
 *
 * @param index the piece's place in the draw order
 * @param art pictures of this piece and of all that are drawn after it
 * @param within which places of its canvas are looked at: its whole shape
 */
export function comingIntoView(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  index: number,
  within: Cells,
): IntoView {
  const order = drawOrder(doc, viewId).map(({ id }) => id);
  const later = order.slice(index + 1).map((id) => paintCells(art, id));
  const hidden = new Hidden(order[index], within, later);
  const joints = uncovering(doc, viewId, index);
  for (const { joint, moves } of joints) {
    if (hidden.isShown) break;
    const isTurned = moves[index];
    const [low, high] = sweptRange(joint);
    const covers = later.filter(({ width }, at) => width > 0 && moves[index + 1 + at] !== isTurned);
    const range = isTurned ? ([low, high] as const) : ([-high, -low] as const);
    // What moves as the piece does hides the same of it at any angle.
    const still = setOf(later, (at) => moves[index + 1 + at] === isTurned);
    hidden.take([{ jointId: joint.id, angle: 0 }], still, new SightInRange(covers, joint, range));
  }
  for (const pair of pairsThatMeet(doc, viewId)) {
    if (hidden.isShown) break;
    const turned = pair.map(({ id }) => joints.find(({ joint }) => joint.id === id)).filter((one) => one !== undefined);
    // Where one of them moves all alike, the other alone has shown what there is.
    if (turned.length < 2) continue;
    const still = setOf(later, (at) => turned.every(({ moves }) => moves[index + 1 + at] === moves[index]));
    for (const turns of endsOf(pair)) hidden.take(turns, still, seenAt(doc, viewId, turns, index, art, within), true);
  }
  // Where the order changes by pose, what lies over the piece is other than at rest.
  for (const turns of otherwiseOrdered(doc, viewId)) {
    if (hidden.isShown) break;
    hidden.take(turns, staysOver(doc, viewId, turns, index), seenAt(doc, viewId, turns, index, art, within), true);
  }
  return hidden.intoView();
}

/** What is seen at any angle of a joint within a range, degrees. */
class SightInRange implements Sight {
  /** Made where something is asked: mostly all that could be is seen by then. */
  private rings: RingCover | null = null;

  constructor(
    private readonly covers: readonly Cells[],
    private readonly joint: JointRow,
    private readonly range: readonly [from: number, to: number],
  ) {}

  isSeen(x: number, y: number): boolean {
    this.rings ??= ringsAbout(this.covers, this.joint.x, this.joint.y);
    return this.rings.isFree(x, y, this.range[0], this.range[1]);
  }
}

/** Cells that were seen, and those that were looked at and were not. */
const SEEN = 255;
const CLOSED = 1;

/** A piece's places that are hidden at rest, and what has shown them so far. */
class Hidden {
  /** Hidden cells that nothing has shown yet. */
  private left: CellsUnder[];
  private readonly shows: Cells;
  private readonly by: (readonly Turn[])[] = [];

  /** @param later what is drawn over the piece, in draw order */
  constructor(
    readonly id: PieceId,
    within: Cells,
    later: readonly Cells[],
  ) {
    this.shows = { ...within, data: new Uint8Array(within.data.length) };
    this.left = cellsUnder(within, later);
  }

  get isShown(): boolean {
    return this.left.length === 0;
  }

  /**
   * Takes those of the places left that are seen now.
   * @param still what stays where it is over the piece: beneath it nothing is seen
   * @param sight asked for places of the piece's canvas
   * @param coarse looks at every second cell both ways first, and beside those that are not seen at no other
   */
  take(turns: readonly Turn[], still: CoverSet, sight: Sight, coarse = false): void {
    const { width, data } = this.shows;
    const open = this.left.filter(({ over }) => !shareAny(over, still));
    if (coarse)
      for (const { cells } of open)
        for (const i of cells) if (firstOf(i, width) === i) data[i] = this.isNow(i, sight) ? SEEN : CLOSED;
    let any = false;
    for (const group of open) {
      const { cells } = group;
      let kept = 0;
      for (const i of cells) {
        const isOpen = data[i] === SEEN || (!(coarse && data[firstOf(i, width)] === CLOSED) && this.isNow(i, sight));
        if (isOpen) data[i] = SEEN;
        else cells[kept++] = i;
      }
      any ||= kept < cells.length;
      group.cells = cells.subarray(0, kept);
    }
    if (coarse) for (const { cells } of open) for (const i of cells) data[i] = 0;
    this.left = this.left.filter(({ cells }) => cells.length > 0);
    if (any) this.by.push(turns);
  }

  private isNow(i: number, sight: Sight): boolean {
    const { x, y, width, size } = this.shows;
    return sight.isSeen((x + (i % width) + 0.5) * size, (y + Math.floor(i / width) + 0.5) * size);
  }

  intoView(): IntoView {
    return { pieceId: this.id, shows: this.shows, by: this.by };
  }
}

/** The first, row by row, of the four cells that one stands in. */
function firstOf(i: number, width: number): number {
  return i - ((i % width) % 2) - (Math.floor(i / width) % 2) * width;
}

/** With joints turned: what of all that is drawn after a piece at rest still lies over the same of it, by places after it. */
function staysOver(doc: CharacterDoc, viewId: ViewId, turns: readonly Turn[], index: number): CoverSet {
  const bends = Object.fromEntries(turns.map(({ jointId, angle }) => [jointId, angle]));
  const placed = placePieces(doc, viewId, bends);
  const [{ id }, ...later] = drawOrder(doc, viewId).slice(index);
  const order = orderAtPose(doc, viewId, bends).map((piece) => piece.id);
  const over = new Set(order.slice(order.indexOf(id) + 1));
  const own = placed.get(id) ?? AT_REST;
  return setOf(later, (at) => {
    const other = placed.get(later[at].id) ?? AT_REST;
    return over.has(later[at].id) && other.angle === own.angle && other.tx === own.tx && other.ty === own.ty;
  });
}

type Pair = readonly [JointRow, JointRow];

/** Joints of which one turns the other: shoulder and elbow, hip and knee. */
function pairsThatMeet(doc: CharacterDoc, viewId: ViewId): readonly Pair[] {
  return pairs(doc, viewId, () => {
    const joints = turningsOf(doc, viewId).map(({ joint }) => joint);
    return joints.flatMap((outer) => {
      const inner = joints.find(({ childId }) => childId === outer.parentId);
      return inner ? [[inner, outer] as const] : [];
    });
  });
}

const pairs = memoryOfDoc<readonly Pair[]>();

/** Angles of a change of the draw order that are looked at. */
const ORDER_LOOKS = 4;

/** The turns at which the draw order is other than at rest. */
function otherwiseOrdered(doc: CharacterDoc, viewId: ViewId): Turn[][] {
  return doc.orderChanges
    .filter((change) => change.viewId === viewId)
    .flatMap(({ jointId, low, high }) =>
      Array.from({ length: ORDER_LOOKS + 1 }, (_, k) => [
        { jointId, angle: Math.round(low + ((high - low) * k) / ORDER_LOOKS) },
      ]),
    );
}

function endsOf([inner, outer]: Pair): Turn[][] {
  return sweptRange(inner).flatMap((a) =>
    sweptRange(outer).map((b) => [
      { jointId: inner.id, angle: a },
      { jointId: outer.id, angle: b },
    ]),
  );
}
