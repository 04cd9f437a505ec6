import { refuse, type Result } from '../errors.js';
import { createPlaced, intersectRects, trimToPaint, uniteRects, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import type { PlacedMask } from '../raster/mask.js';

/** The faces of a view by piece; null for a piece without paint of its own. */
export type Faces = ReadonlyMap<string, PlacedBitmap | null>;

/** What a cut changed. */
export interface Taken {
  /** The new faces of the pieces that changed, trimmed; never blank. */
  changed: Map<string, PlacedBitmap>;
  /** Pixels that changed hands. */
  area: number;
}

/**
 * Draws or clears the pixels of `mask` in a face; the result is trimmed to its paint, null when nothing is left. `area`
 * counts the pixels that changed, `painted` all that there were to draw or clear.
 */
function withPixels(
  face: PlacedBitmap | null,
  design: PlacedBitmap,
  mask: PlacedMask,
  take: boolean,
): { face: PlacedBitmap | null; area: number; painted: number } {
  const common = intersectRects(mask, design);
  const rect = !take && face ? face : face ? uniteRects(face, common) : common;
  const next = createPlaced(rect);
  const to = wordsOf(next);
  if (face) {
    const from = wordsOf(face);
    for (let y = 0; y < face.height; y++) {
      to.set(from.subarray(y * face.width, (y + 1) * face.width), (y + face.y - rect.y) * rect.width + face.x - rect.x);
    }
  }
  const touched = intersectRects(common, rect);
  const paint = wordsOf(design);
  let area = 0;
  let painted = 0;
  for (let y = touched.y; y < touched.y + touched.height; y++) {
    for (let x = touched.x; x < touched.x + touched.width; x++) {
      if (mask.data[(y - mask.y) * mask.width + x - mask.x] === 0) continue;
      const i = (y - rect.y) * rect.width + x - rect.x;
      const word = take ? paint[(y - design.y) * design.width + x - design.x] : 0;
      if (take ? word >>> 24 === 0 : to[i] >>> 24 === 0) continue;
      painted++;
      if (to[i] !== word) area++;
      to[i] = word;
    }
  }
  return { face: trimToPaint(next), area, painted };
}

/** Has a face a pixel under a mask? Most have none, and need not be copied to find out. */
function hasPaintUnder(face: PlacedBitmap, mask: PlacedMask): boolean {
  const { x, y, width, height } = intersectRects(face, mask);
  const words = wordsOf(face);
  for (let row = y; row < y + height; row++) {
    const i = (row - face.y) * face.width + x - face.x;
    const j = (row - mask.y) * mask.width + x - mask.x;
    for (let k = 0; k < width; k++) if (mask.data[j + k] > 0 && words[i + k] >>> 24 > 0) return true;
  }
  return false;
}

/**
 * Moves the design's pixels under `mask` into one piece and out of all the others, so that each pixel still
 * belongs to one piece at most.
 * @param mask any value above 0 takes the pixel
 * @returns the changed faces, or a refusal: `nothing-there`, `would-empty`
 */
export function takePixels(
  design: PlacedBitmap,
  faces: Faces,
  target: string,
  mask: PlacedMask,
  nameOf: (id: string) => string,
): Result<Taken> {
  const changed = new Map<string, PlacedBitmap>();
  const own = withPixels(faces.get(target) ?? null, design, mask, true);
  if (!own.face || own.area === 0) {
    return refuse(
      'nothing-there',
      own.painted > 0
        ? `${nameOf(target)} already has every pixel in there.`
        : 'There is no paint of the design in there.',
      {
        x: mask.x + mask.width / 2,
        y: mask.y + mask.height / 2,
      },
    );
  }
  changed.set(target, own.face);
  for (const [id, face] of faces) {
    if (id === target || !face || !hasPaintUnder(face, mask)) continue;
    const left = withPixels(face, design, mask, false);
    if (!left.face) {
      return refuse(
        'would-empty',
        `This would take the last pixel of ${nameOf(id)}. Draw a smaller loop, or delete ${nameOf(id)} first.`,
        {
          x: face.x + face.width / 2,
          y: face.y + face.height / 2,
        },
      );
    }
    changed.set(id, left.face);
  }
  return { ok: true, changed, area: own.area };
}

/**
 * Gives the pixels under `mask` back to the design, from one piece or from all of them.
 * @param target the piece, or null for every piece
 * @returns the changed faces, or a refusal: `nothing-there`, `would-empty`
 */
export function giveBackPixels(
  design: PlacedBitmap,
  faces: Faces,
  target: string | null,
  mask: PlacedMask,
  nameOf: (id: string) => string,
): Result<Taken> {
  const changed = new Map<string, PlacedBitmap>();
  let area = 0;
  for (const [id, face] of faces) {
    if (!face || (target !== null && id !== target) || !hasPaintUnder(face, mask)) continue;
    const left = withPixels(face, design, mask, false);
    if (!left.face) {
      return refuse('would-empty', `This would give back all of ${nameOf(id)}. Delete the piece instead.`, {
        x: face.x,
        y: face.y,
      });
    }
    area += left.area;
    changed.set(id, left.face);
  }
  if (area === 0) {
    return refuse(
      'nothing-there',
      target ? `${nameOf(target)} has no pixel in there.` : 'No piece has a pixel in there.',
      { x: mask.x, y: mask.y },
    );
  }
  return { ok: true, changed, area };
}

/** The pixels of a face as a mask (255 where it has any paint), where it sits. */
export function faceMask(face: PlacedBitmap): PlacedMask {
  const data = new Uint8Array(face.width * face.height);
  const words = wordsOf(face);
  for (let i = 0; i < data.length; i++) if (words[i] >>> 24 !== 0) data[i] = 255;
  return { x: face.x, y: face.y, width: face.width, height: face.height, data };
}

/**
 * Two pieces that have the same pixel, which a cut never makes, though putting back what somebody has cut anew since could.
 * @param changed the pieces to hold against all others
 */
export function findSharedPixels(faces: Faces, changed: readonly string[]): [string, string] | null {
  for (const id of changed) {
    const face = faces.get(id);
    if (!face) continue;
    for (const [otherId, other] of faces) if (otherId !== id && other && shareAPixel(face, other)) return [id, otherId];
  }
  return null;
}

function shareAPixel(a: PlacedBitmap, b: PlacedBitmap): boolean {
  const { x, y, width, height } = intersectRects(a, b);
  const wa = wordsOf(a);
  const wb = wordsOf(b);
  for (let row = y; row < y + height; row++) {
    const i = (row - a.y) * a.width + x - a.x;
    const j = (row - b.y) * b.width + x - b.x;
    for (let k = 0; k < width; k++) if (wa[i + k] >>> 24 !== 0 && wb[j + k] >>> 24 !== 0) return true;
  }
  return false;
}
