import { drawOrder, movedBy } from '../document/family.js';
import { composePiece } from '../document/compose-piece.js';
import type { CharacterDoc, JointId, JointRow, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { AT_REST, placePieces, type Placement } from '../joints/place-pieces.js';
import { sweptRange } from '../joints/prove-joint.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { INSIDE, type PlacedMask } from '../raster/mask.js';
import { RestCover, shareAny, type CellsUnder, type PieceSet } from './rest-cover.js';
import { RingCover, isCovered, type Cells } from './ring-cover.js';

/** A joint turned to an angle, degrees. */
export interface Turn {
  jointId: JointId;
  angle: number;
}

/** What of one piece, hidden at rest, shows when joints turn. */
export interface IntoView {
  pieceId: PieceId;
  /** By cell of the canvas: above 0 where it comes into view. */
  shows: Cells;
  /** What shows any of it: a joint alone, at any angle, or the turns of a pair. */
  by: readonly (readonly Turn[])[];
}

/** The longest side of a canvas that is looked at pixel by pixel; larger ones by cells. */
const FINE = 1600;

/** px along the side of a cell in which a canvas is looked at. */
function cellSize({ width, height }: { width: number; height: number }): number {
  return Math.max(1, Math.ceil(Math.max(width, height) / FINE));
}

/** A picture as cells: above 0 where it has paint in a cell's middle. */
export function cellsOf(picture: PlacedBitmap | null, canvas: { width: number; height: number }): Cells {
  return cellsWhere(canvas, picture, (i) => (picture as PlacedBitmap).data[i * 4 + 3] > INSIDE);
}

/** A mask as cells. */
export function cellsOfMask(mask: PlacedMask | null, canvas: { width: number; height: number }): Cells {
  return cellsWhere(canvas, mask, (i) => (mask as PlacedMask).data[i] > INSIDE);
}

function cellsWhere(
  canvas: { width: number; height: number },
  at: { x: number; y: number; width: number; height: number } | null,
  isOn: (index: number) => boolean,
): Cells {
  const size = cellSize(canvas);
  const [width, height] = [Math.ceil(canvas.width / size), Math.ceil(canvas.height / size)];
  const cells: Cells = {
    width,
    height,
    size,
    left: 0,
    top: 0,
    right: 0,
    bottom: 0,
    data: new Uint8Array(width * height),
  };
  if (!at) return cells;
  const middle = size >> 1;
  const top = Math.max(0, Math.ceil((at.y - middle) / size));
  const left = Math.max(0, Math.ceil((at.x - middle) / size));
  const bottom = Math.min(height, Math.ceil((at.y + at.height - middle) / size));
  const right = Math.min(width, Math.ceil((at.x + at.width - middle) / size));
  for (let row = top; row < bottom; row++)
    for (let column = left; column < right; column++)
      if (isOn((row * size + middle - at.y) * at.width + column * size + middle - at.x))
        cells.data[row * width + column] = 255;
  return { ...cells, left, top, right: Math.max(left, right), bottom: Math.max(top, bottom) };
}

/**
 * Of every piece, the places that are hidden at rest and show at some angle: each joint alone through all of its range, and
 * each pair of joints that meet at their ends. A piece that does not turn can be uncovered, too.
 *
 * @param within for each piece, which places of its canvas are looked at: its whole shape
 * @param onProgress the share done, 0 to 1; false stops it
 */
export function comingIntoView(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  within: ReadonlyMap<PieceId, Cells>,
  onProgress?: (share: number) => boolean | void,
): IntoView[] {
  const order = drawOrder(doc, viewId).map(({ id }) => id);
  const paint = paintCells(doc, viewId, art);
  const joints = doc.joints.filter((joint) => joint.viewId === viewId && joint.kind !== 'slide');
  const rest = new RestCover(order.map((id) => paint.get(id) as Cells));
  const pieces = order.flatMap((id, at) => {
    const cells = within.get(id);
    return cells ? [new Hidden(id, at, cells, rest)] : [];
  });
  const pairs = pairsThatMeet(joints);
  for (const [at, joint] of joints.entries()) {
    if (onProgress?.(at / (joints.length + pairs.length)) === false) return [];
    turnAlone(doc, joint, order, paint, rest, pieces);
  }
  for (const [at, pair] of pairs.entries()) {
    if (onProgress?.((joints.length + at) / (joints.length + pairs.length)) === false) return [];
    for (const turns of endsOf(pair)) turnTo(doc, viewId, turns, order, paint, rest, pieces);
  }
  return pieces.map((piece) => piece.intoView());
}

/** What every piece of a view covers, as cells. */
export function paintCells(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Map<PieceId, Cells> {
  return new Map(
    drawOrder(doc, viewId).map(({ id }) => {
      const sheets = art.pieces.get(id);
      return [id, cellsOf(sheets ? composePiece(sheets) : null, art.design)];
    }),
  );
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

  /** @param at the piece's place in the draw order */
  constructor(
    readonly id: PieceId,
    readonly at: number,
    within: Cells,
    rest: RestCover,
  ) {
    this.shows = { ...within, data: new Uint8Array(within.data.length) };
    const later = rest.those((index) => index > at);
    this.left = rest.under(within, later);
  }

  get isShown(): boolean {
    return this.left.length === 0;
  }

  /**
   * Takes those of the places left that are seen now.
   * @param still what stays where it is over the piece: beneath it nothing is seen
   * @param isSeen asked for a place of the piece's canvas, px
   * @param coarse looks at every second cell both ways first, and beside those that are not seen at no other
   */
  take(turns: readonly Turn[], still: PieceSet, isSeen: (x: number, y: number) => boolean, coarse = false): void {
    const { width, size, data } = this.shows;
    const isNow = (i: number) => isSeen(((i % width) + 0.5) * size, (Math.floor(i / width) + 0.5) * size);
    const firstOf = (i: number) => i - ((i % width) % 2) - (Math.floor(i / width) % 2) * width;
    const open = this.left.filter(({ over }) => !shareAny(over, still));
    if (coarse)
      for (const { cells } of open) for (const i of cells) if (firstOf(i) === i) data[i] = isNow(i) ? SEEN : CLOSED;
    let any = false;
    for (const group of open) {
      const { cells } = group;
      let kept = 0;
      for (const i of cells) {
        const isOpen = data[i] === SEEN || (!(coarse && data[firstOf(i)] === CLOSED) && isNow(i));
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

  intoView(): IntoView {
    return { pieceId: this.id, shows: this.shows, by: this.by };
  }
}

/** One joint through all of its range. */
function turnAlone(
  doc: CharacterDoc,
  joint: JointRow,
  order: readonly PieceId[],
  paint: ReadonlyMap<PieceId, Cells>,
  rest: RestCover,
  pieces: readonly Hidden[],
): void {
  const moving = movedBy(doc, joint);
  const [low, high] = sweptRange(joint);
  const rings = new Map<string, RingCover>();
  const coverOf = (ids: readonly PieceId[]) => {
    const name = ids.join();
    const covers = () => ids.map((id) => paint.get(id) as Cells);
    const cover = rings.get(name) ?? new RingCover(covers(), joint.x, joint.y);
    rings.set(name, cover);
    return cover;
  };
  const turns = [{ jointId: joint.id, angle: 0 }];
  for (const piece of pieces) {
    const isTurned = moving.has(piece.id);
    const turning = order.slice(piece.at + 1).filter((id) => moving.has(id) !== isTurned);
    if (turning.length === 0 || piece.isShown) continue;
    // What moves as the piece does hides the same of it at any angle.
    const still = rest.those((index) => index > piece.at && moving.has(order[index]) === isTurned);
    const cover = coverOf(turning);
    const [from, to] = isTurned ? [low, high] : [-high, -low];
    piece.take(turns, still, (x, y) => cover.isFree(x, y, from, to));
  }
}

/** All pieces at one pose. */
function turnTo(
  doc: CharacterDoc,
  viewId: ViewId,
  turns: readonly Turn[],
  order: readonly PieceId[],
  paint: ReadonlyMap<PieceId, Cells>,
  rest: RestCover,
  pieces: readonly Hidden[],
): void {
  const seen = seenAt(doc, viewId, turns, order, paint);
  const moved = turns.map(({ jointId }) => movedBy(doc, doc.joints.find(({ id }) => id === jointId) as JointRow));
  const movesAs = (id: PieceId, other: PieceId) => moved.every((ids) => ids.has(id) === ids.has(other));
  for (const piece of pieces) {
    const still = rest.those((index) => index > piece.at && movesAs(order[index], piece.id));
    // Where all that is drawn later moves as the piece does, it shows what it shows at rest.
    const isStill = order.slice(piece.at + 1).every((id) => movesAs(id, piece.id));
    if (!isStill && !piece.isShown) piece.take(turns, still, seen(piece.id), true);
  }
}

/**
 * With joints turned: is a place of a piece's own canvas, px, free of all that is drawn later?
 * @param paint of every piece of the view
 */
export function seenAt(
  doc: CharacterDoc,
  viewId: ViewId,
  turns: readonly Turn[],
  order: readonly PieceId[],
  paint: ReadonlyMap<PieceId, Cells>,
): (pieceId: PieceId) => (x: number, y: number) => boolean {
  const placed = placePieces(doc, viewId, Object.fromEntries(turns.map(({ jointId, angle }) => [jointId, angle])));
  return (pieceId) => {
    const own = matrixOf(placed.get(pieceId));
    // A place x' of the canvas is one of a cover's own at the inverse of its turn: of a turn, that is its transpose.
    const later = order
      .slice(order.indexOf(pieceId) + 1)
      .map((id) => ({ cover: [paint.get(id) as Cells], ...matrixOf(placed.get(id)) }));
    return (x, y) => {
      const px = own.cos * x - own.sin * y + own.tx;
      const py = own.sin * x + own.cos * y + own.ty;
      for (const { cover, cos, sin, tx, ty } of later)
        if (isCovered(cover, cos * (px - tx) + sin * (py - ty), -sin * (px - tx) + cos * (py - ty))) return false;
      return true;
    };
  };
}

function matrixOf({ angle, tx, ty }: Placement = AT_REST): { cos: number; sin: number; tx: number; ty: number } {
  const rad = (angle * Math.PI) / 180;
  return { cos: Math.cos(rad), sin: Math.sin(rad), tx, ty };
}

type Pair = readonly [JointRow, JointRow];

/** Joints of which one turns the other: shoulder and elbow, hip and knee. */
function pairsThatMeet(joints: readonly JointRow[]): Pair[] {
  return joints.flatMap((outer) => {
    const inner = joints.find(({ childId }) => childId === outer.parentId);
    return inner ? [[inner, outer] as const] : [];
  });
}

function endsOf([inner, outer]: Pair): Turn[][] {
  return sweptRange(inner).flatMap((a) =>
    sweptRange(outer).map((b) => [
      { jointId: inner.id, angle: a },
      { jointId: outer.id, angle: b },
    ]),
  );
}
