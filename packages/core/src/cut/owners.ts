import { drawOrder } from '../document/family.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { intersectRects, type PlacedBitmap, type Rect } from '../raster/bitmap.js';

/** Which piece each pixel of a canvas belongs to. */
export interface OwnerMap extends Rect {
  /** The piece's index + 1 for each pixel, 0 where no piece has taken it. */
  owner: Uint16Array;
}

/**
 * Who owns each pixel of `rect`: the piece whose face has paint there. Where faces overlap (they do not,
 * after a cut made here) the later one counts.
 * @param faces the pieces' faces, in draw order
 */
export function mapOwners(faces: readonly (PlacedBitmap | null)[], rect: Rect): OwnerMap {
  const map = nobodys(rect);
  faces.forEach((face, index) => face && giveToOwner(map, face, index));
  return map;
}

/** A map in which nobody owns anything yet. */
export function nobodys({ x, y, width, height }: Rect): OwnerMap {
  return { x, y, width, height, owner: new Uint16Array(width * height) };
}

/** Gives the pixels of a face to the piece at a place in the draw order, whoever had them; where not all faces are at hand at once. */
export function giveToOwner({ owner, ...rect }: OwnerMap, face: PlacedBitmap, index: number): void {
  const { x, y, width, height } = intersectRects(face, rect);
  for (let row = y; row < y + height; row++) {
    let from = ((row - face.y) * face.width + (x - face.x)) * 4 + 3;
    let to = (row - rect.y) * rect.width + (x - rect.x);
    for (const end = to + width; to < end; from += 4, to++) if (face.data[from] !== 0) owner[to] = index + 1;
  }
}

/**
 * Does something in front of a piece hide the design's opaque paint at a pixel? Whatever the piece has there never shows at rest.
 * @param index the piece's place in the draw order
 * @param at the pixel's place in the canvas's own arrays
 */
export function hidesAt({ owner }: OwnerMap, { data }: PlacedBitmap, index: number, at: number): boolean {
  return hides(owner[at], data[at * 4 + 3], index);
}

/** The same of a place of the canvas, px, where the owners may be those of a part of it only, which holds the place. */
export function hidesPlace(
  owners: OwnerMap,
  { width, data }: PlacedBitmap,
  index: number,
  x: number,
  y: number,
): boolean {
  const owner = owners.owner[(y - owners.y) * owners.width + x - owners.x];
  return hides(owner, data[(y * width + x) * 4 + 3], index);
}

/**
 * Does a pixel's owner hide the design's opaque paint from a piece?
 * @param owner its place in the draw order, counted from 1
 * @param alpha the design's
 * @param index the piece's place, counted from 0
 */
export function hides(owner: number, alpha: number, index: number): boolean {
  return owner > index + 1 && alpha === 255;
}

/**
 * Who shows where in a view at rest, by places in the draw order.
 * @param within a part of the canvas; all of it where not given
 */
export function ownersAtRest(
  doc: CharacterDoc,
  viewId: ViewId,
  { design, pieces }: ViewArt,
  within: Rect = { x: 0, y: 0, width: design.width, height: design.height },
): OwnerMap {
  return mapOwners(
    drawOrder(doc, viewId).map(({ id }) => pieces.get(id)?.face ?? null),
    within,
  );
}
