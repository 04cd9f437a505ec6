import { drawOrder } from '../document/family.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { PlacedBitmap, Rect } from '../raster/bitmap.js';

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
  const owner = new Uint16Array(rect.width * rect.height);
  faces.forEach((face, index) => {
    if (!face) return;
    const x0 = Math.max(face.x, rect.x);
    const x1 = Math.min(face.x + face.width, rect.x + rect.width);
    const y0 = Math.max(face.y, rect.y);
    const y1 = Math.min(face.y + face.height, rect.y + rect.height);
    for (let y = y0; y < y1; y++) {
      let from = ((y - face.y) * face.width + (x0 - face.x)) * 4 + 3;
      let to = (y - rect.y) * rect.width + (x0 - rect.x);
      for (let x = x0; x < x1; x++, from += 4, to++) if (face.data[from] !== 0) owner[to] = index + 1;
    }
  });
  return { ...rect, owner };
}

/**
 * Does something in front of a piece hide the design's opaque paint at a pixel? Whatever the piece has there never shows at rest.
 * @param index the piece's place in the draw order
 * @param at the pixel's place in the canvas's own arrays
 */
export function hidesAt({ owner }: OwnerMap, { data }: PlacedBitmap, index: number, at: number): boolean {
  return owner[at] > index + 1 && data[at * 4 + 3] === 255;
}

/** Who shows where in a view at rest, by places in the draw order. */
export function ownersAtRest(doc: CharacterDoc, viewId: ViewId, { design, pieces }: ViewArt): OwnerMap {
  return mapOwners(
    drawOrder(doc, viewId).map(({ id }) => pieces.get(id)?.face ?? null),
    { x: 0, y: 0, width: design.width, height: design.height },
  );
}
