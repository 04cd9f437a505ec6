import { turningJoints } from '../document/find.js';
import { ownersAtRest } from '../cut/owners.js';
import { drawOrder, movedBy } from '../document/family.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';
import type { Place } from '../errors.js';
import { AT_REST, placePieces, unapplying, type Placement } from '../joints/place-pieces.js';
import { sweptRange } from '../joints/prove-joint.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { contours } from '../raster/contours.js';
import { createMask } from '../raster/mask.js';
import { anyPaint, isMarked } from '../raster/sample.js';
import type { Turn } from './sight.js';
import { midst } from './find-bare.js';
import type { ViewUnder } from './propose-under.js';

/** A hole that opens within the figure when a limb turns, which no piece's whole shape claims. */
export interface OpenPlace {
  /** px. */
  area: number;
  turns: readonly Turn[];
  /** In its midst. */
  place: Place;
  /** Round it, x, y pairs, px. */
  loop: number[];
}

/** The longest side of a canvas in cells, in which holes are looked for. */
const FINE = 700;
/** A hole of fewer cells is but the rim of something. */
const LEAST = 10;
/** Shares of a joint's range to either side that are looked at. */
const LOOKS = [1, 0.6, 0.3];

/**
 * The holes that open when joints turn: places inside the figure at rest from which what covered them has turned away, shut
 * in all round by what is drawn, and claimed by no whole shape. What opens towards the outside has but moved away. The
 * largest first; those of which the artist has said that there is nothing are left out.
 */
export function findOpen(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  { shapes }: Pick<ViewUnder, 'shapes'>,
): OpenPlace[] {
  const { design } = art;
  const size = Math.max(1, Math.ceil(Math.max(design.width, design.height) / FINE));
  const [width, height] = [Math.ceil(design.width / size), Math.ceil(design.height / size)];
  const order = drawOrder(doc, viewId).map(({ id }) => id);
  const images = new Map(order.map((id) => [id, imageOf(art, id)]));
  const owners = ownersAtRest(doc, viewId, art);
  const middle = (cell: number) => size * cell + (size >> 1);
  /** Does a piece that lies as at rest cover a place, or is it to? */
  const isOf = (id: PieceId, x: number, y: number) => {
    const hidden = shapes.get(id)?.hidden;
    return anyPaint(imagesOf(images, id), x, y) || (hidden !== undefined && isMarked(hidden, x, y));
  };
  const holes: Hole[] = [];
  for (const joint of turningJoints(doc, viewId)) {
    const moved = movedBy(doc, joint);
    const still = order.filter((id) => !moved.has(id));
    // Only what showed what turns can open: all else keeps its own paint.
    const left: number[] = [];
    for (let row = 0; row < height; row++)
      for (let column = 0; column < width; column++) {
        const [x, y] = [middle(column), middle(row)];
        const owner = owners.owner[y * owners.width + x] ?? 0;
        if (owner === 0 || !moved.has(order[owner - 1])) continue;
        const isClaimed = still.some((id) => isOf(id, x, y));
        if (!isClaimed) left.push(row * width + column);
      }
    if (left.length < LEAST) continue;
    for (const angle of sweptRange(joint).flatMap((end) => LOOKS.map((share) => Math.round(end * share)))) {
      if (angle === 0) continue;
      const turns = [{ jointId: joint.id, angle }];
      const placed = placePieces(doc, viewId, { [joint.id]: angle });
      const turned = [...moved].map((id) => turnBack(imagesOf(images, id), placed.get(id) ?? AT_REST));
      const isCovered = (cell: number) => {
        const [x, y] = [middle(cell % width), middle(Math.floor(cell / width))];
        return turned.some((covers) => covers(x, y)) || still.some((id) => isOf(id, x, y));
      };
      // Of what can open, nothing still lies over it: what turns alone may.
      const isOpen = (cell: number) => {
        const [x, y] = [middle(cell % width), middle(Math.floor(cell / width))];
        return !turned.some((covers) => covers(x, y));
      };
      for (const cells of shutIn(left.filter(isOpen), width, height, isCovered)) holes.push({ cells, turns });
    }
  }
  const { nothingAt } = viewById(doc, viewId);
  return united(holes, { width, height, size })
    .filter(({ loop }) => !nothingAt.some(({ x, y }) => encloses(loop, x, y)))
    .sort((a, b) => b.area - a.area);
}

function imagesOf(images: ReadonlyMap<PieceId, PlacedBitmap | null>, id: PieceId): PlacedBitmap[] {
  const image = images.get(id);
  return image ? [image] : [];
}

/** Does a picture that lies turned cover a place? */
function turnBack(images: PlacedBitmap[], placement: Placement): (x: number, y: number) => boolean {
  const atRest = unapplying(placement);
  return (px, py) => {
    const { x, y } = atRest(px + 0.5, py + 0.5);
    return anyPaint(images, Math.floor(x), Math.floor(y));
  };
}

/** Groups of open cells that are shut in: none of them lies beside a cell that is open as well and not among them. */
function shutIn(
  open: readonly number[],
  width: number,
  height: number,
  isCovered: (cell: number) => boolean,
): number[][] {
  const waiting = new Set(open);
  const isOpen = new Set(open);
  const groups: number[][] = [];
  for (const start of open) {
    if (!waiting.delete(start)) continue;
    const group = [start];
    let isOuter = false;
    for (let at = 0; at < group.length; at++)
      for (const next of beside(group[at], width, height)) {
        if (waiting.delete(next)) group.push(next);
        else if (!isOuter && !isOpen.has(next) && !isCovered(next)) isOuter = true;
      }
    if (!isOuter && group.length >= LEAST) groups.push(group);
  }
  return groups;
}

function beside(cell: number, width: number, height: number): number[] {
  const [column, row] = [cell % width, Math.floor(cell / width)];
  return [
    ...(column > 0 ? [cell - 1] : []),
    ...(column < width - 1 ? [cell + 1] : []),
    ...(row > 0 ? [cell - width] : []),
    ...(row < height - 1 ? [cell + width] : []),
  ];
}

/** What is open at some turns, by cells. */
interface Hole {
  cells: number[];
  turns: readonly Turn[];
}

interface CellGrid {
  width: number;
  height: number;
  /** px along a cell's side. */
  size: number;
}

/** Holes that lie over each other are one place, shown where most of it is open. */
function united(holes: readonly Hole[], { width, height, size }: CellGrid): OpenPlace[] {
  const all = [...new Set(holes.flatMap(({ cells }) => cells))];
  return shutIn(all, width, height, () => true).map((cells) => {
    const own = new Set(cells);
    const [{ turns }] = holes.filter((hole) => own.has(hole.cells[0])).sort((a, b) => b.cells.length - a.cells.length);
    const mask = createMask(width, height);
    for (const cell of cells) mask.data[cell] = 255;
    const loop = Array.from(contours(mask)[0] ?? [], (value) => value * size);
    const middles = cells.map((cell) => ({
      x: ((cell % width) + 0.5) * size,
      y: (Math.floor(cell / width) + 0.5) * size,
    }));
    return { area: cells.length * size * size, turns, place: midst(middles), loop };
  });
}

/** Does a closed loop hold a place? (Even-odd.) */
export function encloses(loop: readonly number[], x: number, y: number): boolean {
  let isIn = false;
  for (let i = 0, j = loop.length - 2; i < loop.length; j = i, i += 2)
    if (loop[i + 1] > y !== loop[j + 1] > y) {
      const at = loop[i] + ((y - loop[i + 1]) / (loop[j + 1] - loop[i + 1])) * (loop[j] - loop[i]);
      if (x < at) isIn = !isIn;
    }
  return isIn;
}
