import { drawOrder } from '../document/family.js';
import { orderAtPose } from '../document/order-at-pose.js';
import type { CharacterDoc, JointId, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { Place } from '../errors.js';
import { AT_REST, boxesOverlap, placePieces, placedBox, type Placement } from '../joints/place-pieces.js';
import type { PlacedBitmap, Rect } from '../raster/bitmap.js';
import { cellsOf, paintCells, type Cells } from './cells.js';

/** A joint turned to an angle, degrees. */
export interface Turn {
  jointId: JointId;
  angle: number;
}

/**
 * Says what of a piece is seen, at any of thousands of places. No closure: one that is made for every look is compiled anew
 * whenever memory was collected between two, a method but once.
 */
export interface Sight {
  /** Is a place of the piece's own canvas, px, free of all that is drawn later? */
  isSeen(x: number, y: number): boolean;
}

/** How many of some places are seen. */
export function countSeen(places: readonly Place[], sight: Sight): number {
  let count = 0;
  for (const { x, y } of places) if (sight.isSeen(x, y)) count++;
  return count;
}

/** Where pieces lie, and the pictures of those that are bent. */
interface Standing {
  placed: ReadonlyMap<PieceId, Placement>;
  bent: ReadonlyMap<PieceId, PlacedBitmap>;
}

/**
 * With joints turned: what is seen of a piece.
 * @param index the piece's place in the draw order
 * @param art pictures of all that may be drawn after it
 * @param asked cells that hold the places it is asked for, or lie beside them; anywhere where not given
 * @param standing how the pieces stand; all are rigid where not given
 */
export function seenAt(
  doc: CharacterDoc,
  viewId: ViewId,
  turns: readonly Turn[],
  index: number,
  art: ViewArt,
  asked: Cells | null,
  standing?: Standing,
): Sight {
  const bends = Object.fromEntries(turns.map(({ jointId, angle }) => [jointId, angle]));
  const placed = standing?.placed ?? placePieces(doc, viewId, bends);
  const { id } = drawOrder(doc, viewId)[index];
  const order = orderAtPose(doc, viewId, bends).map((piece) => piece.id);
  const own = placed.get(id) ?? AT_REST;
  const room = asked && placedBox(pxOf(asked, BESIDE), own);
  const covers: LaidCover[] = [];
  for (const other of order.slice(order.indexOf(id) + 1)) {
    const image = standing?.bent.get(other);
    const cover = image ? cellsOf(image, art.design) : paintCells(art, other);
    const placement = placed.get(other) ?? AT_REST;
    if (room && boxesOverlap(room, placedBox(pxOf(cover), placement)) === 0) continue;
    covers.push({ cover, into: intoCells(cover, own, placement) });
  }
  return new SightPast(covers);
}

/** A cover, and the way from the piece's own canvas into its cells. */
interface LaidCover {
  cover: Cells;
  into: IntoCells;
}

/** What is seen past covers as they lie. */
class SightPast implements Sight {
  constructor(private readonly covers: readonly LaidCover[]) {}

  isSeen(x: number, y: number): boolean {
    for (const { cover, into } of this.covers) {
      const column = Math.floor(into.cos * x - into.sin * y + into.left);
      const row = Math.floor(into.sin * x + into.cos * y + into.top);
      if (column < 0 || row < 0 || column >= cover.width || row >= cover.height) continue;
      if (cover.data[row * cover.width + column] > 0) return false;
    }
    return true;
  }
}

/** Cells about a place that count as beside it. */
const BESIDE = 2;

/** The rectangle of some cells, px, and so many cells more on each side. */
function pxOf({ x, y, width, height, size }: Cells, more = 0): Rect {
  return {
    x: (x - more) * size,
    y: (y - more) * size,
    width: (width + 2 * more) * size,
    height: (height + 2 * more) * size,
  };
}

/** A turn, and then a move, into columns and rows. */
interface IntoCells {
  cos: number;
  sin: number;
  left: number;
  top: number;
}

/**
 * From a place of one piece's own canvas, px, to the columns and rows of another's cells: turned as the one lies, and back as
 * the other does; of a turn, that is its transpose.
 */
function intoCells({ x, y, size }: Cells, from: Placement, to: Placement): IntoCells {
  const [one, other] = [matrixOf(from), matrixOf(to)];
  const [dx, dy] = [one.tx - other.tx, one.ty - other.ty];
  return {
    cos: (other.cos * one.cos + other.sin * one.sin) / size,
    sin: (other.cos * one.sin - other.sin * one.cos) / size,
    left: (other.cos * dx + other.sin * dy) / size - x,
    top: (other.cos * dy - other.sin * dx) / size - y,
  };
}

function matrixOf({ angle, tx, ty }: Placement): { cos: number; sin: number; tx: number; ty: number } {
  const rad = (angle * Math.PI) / 180;
  return { cos: Math.cos(rad), sin: Math.sin(rad), tx, ty };
}
