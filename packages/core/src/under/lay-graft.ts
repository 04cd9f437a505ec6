import { hidesPlace, type OwnerMap } from '../cut/owners.js';
import type { GraftLook } from '../document/rows.js';
import { LimberError, refuse, type Result } from '../errors.js';
import {
  createPlaced,
  intersectRects,
  placedAt,
  trimToPaint,
  wordsOf,
  type Bitmap,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { distanceField } from '../raster/distance-field.js';
import { maskOf } from '../raster/mask.js';
import { pointBounds } from '../raster/polygon.js';
import { sampleBitmap } from '../raster/sample.js';
import { opaqueWord, withAlpha } from '../raster/words.js';

/** A graft as it is laid: where the four corners of its picture come to lie, and how its paint is changed. */
const PLAIN: Omit<GraftLook, 'corners'> = { light: 0, warmth: 0, colour: 0, soft: 0 };

/** The corners of a rectangle, from the top left clockwise: x, y pairs, px. */
function cornersOf({ x, y, width, height }: Rect): number[] {
  return [x, y, x + width, y, x + width, y + height, x, y + height];
}

/** A graft laid so that it fills a rectangle as far as its own shape lets it. */
export function graftWithin({ width, height }: { width: number; height: number }, room: Rect): GraftLook {
  const scale = Math.max(room.width / width, room.height / height);
  const [w, h] = [width * scale, height * scale];
  const at = { x: room.x + (room.width - w) / 2, y: room.y + (room.height - h) / 2, width: w, height: h };
  return { ...PLAIN, corners: cornersOf(at) };
}

/** The farthest from the canvas that a corner may lie, in canvas sides. */
const FAR = 3;

/** @throws LimberError `bad-graft` for corners that lie anywhere, or that make no shape */
export function refuseBadGraft({ corners }: GraftLook, canvas: { width: number; height: number }): void {
  const most = FAR * Math.max(canvas.width, canvas.height);
  const area = [0, 1, 2, 3].reduce((sum, k) => {
    const [ax, ay, bx, by] = [...corners, corners[0], corners[1]].slice(2 * k, 2 * k + 4);
    return sum + (ax * by - bx * ay) / 2;
  }, 0);
  if (corners.some((value) => Math.abs(value) > most))
    throw new LimberError('bad-graft', 'The graft lies far outside the canvas.', 'Bring it back.');
  if (Math.abs(area) < 4)
    throw new LimberError('bad-graft', 'The graft is laid flat on its edge: its corners enclose nothing.');
}

/**
 * Lays a picture beneath a piece: its corners where they are wanted (bilinear between them), its tone moved, its edge softened;
 * and only where pieces in front hide the design's opaque paint.
 *
 * @param index the piece's place in the draw order
 * @param owners of the whole canvas
 * @returns a refusal, `not-hidden`, where none of it would be hidden
 */
export function layGraft(
  source: Bitmap,
  look: GraftLook,
  index: number,
  owners: OwnerMap,
  design: PlacedBitmap,
): Result<{ paint: PlacedBitmap }> {
  const paint = createPlaced(intersectRects(pointBounds(look.corners), design));
  const words = wordsOf(paint);
  const placed = placedAt(source, 0, 0);
  const out = new Float64Array(4);
  for (let row = 0, i = 0; row < paint.height; row++)
    for (let column = 0; column < paint.width; column++, i++) {
      const [x, y] = [paint.x + column, paint.y + row];
      if (!hidesPlace(owners, design, index, x, y)) continue;
      const uv = within(look.corners, x + 0.5, y + 0.5);
      if (!uv) continue;
      const [r, g, b, a] = sampleBitmap(placed, uv.u * source.width, uv.v * source.height, out);
      if (a >= 1) words[i] = withAlpha(opaqueWord(toned([r, g, b], look)), Math.round(Math.min(255, a)));
    }
  if (look.soft > 0) softenMutable(paint, look.soft);
  const trimmed = trimToPaint(paint);
  return trimmed
    ? { ok: true, paint: trimmed }
    : refuse('not-hidden', 'None of the graft lies where others hide the piece. Move it there.');
}

/** Where in a bilinear quadrilateral a place lies, 0 to 1 both ways; null outside (after I. Quilez, inverse bilinear). */
function within(corners: readonly number[], x: number, y: number): { u: number; v: number } | null {
  const [ax, ay, bx, by, cx, cy, dx, dy] = corners;
  const [ex, ey] = [bx - ax, by - ay];
  const [fx, fy] = [dx - ax, dy - ay];
  const [gx, gy] = [ax - bx + cx - dx, ay - by + cy - dy];
  const [hx, hy] = [x - ax, y - ay];
  const k2 = gx * fy - gy * fx;
  const k1 = ex * fy - ey * fx + hx * gy - hy * gx;
  const k0 = hx * ey - hy * ex;
  const across = (v: number) => {
    const [px, py] = [ex + gx * v, ey + gy * v];
    return Math.abs(px) > Math.abs(py) ? (hx - fx * v) / px : (hy - fy * v) / py;
  };
  const roots: number[] = [];
  if (Math.abs(k2) < 1e-9 * Math.abs(k1)) roots.push(-k0 / k1);
  else {
    const under = k1 * k1 - 4 * k0 * k2;
    if (under < 0) return null;
    roots.push((-k1 - Math.sqrt(under)) / (2 * k2), (-k1 + Math.sqrt(under)) / (2 * k2));
  }
  for (const v of roots) {
    const u = across(v);
    if (u >= 0 && u <= 1 && v >= 0 && v <= 1) return { u, v };
  }
  return null;
}

/** A colour lighter or darker, warmer or cooler, with more colour or less; each from -100 to 100. */
function toned(rgb: Rgb, { light, warmth, colour }: GraftLook): Rgb {
  const grey = 0.299 * rgb[0] + 0.587 * rgb[1] + 0.114 * rgb[2];
  const to = light > 0 ? 255 : 0;
  const warm = [0.5, 0.1, -0.5];
  return rgb.map((value, c) => {
    const full = grey + (value - grey) * (1 + colour / 100);
    const lit = full + (to - full) * (Math.abs(light) / 100);
    return Math.max(0, Math.min(255, Math.round(lit + warm[c] * warmth)));
  }) as unknown as Rgb;
}

/** Fades paint towards its edge. */
function softenMutable(paint: PlacedBitmap, soft: number): void {
  const words = wordsOf(paint);
  // A rim of nothing all round, so that paint at the picture's edge fades as well.
  const [width, height] = [paint.width + 2, paint.height + 2];
  const outside = new Uint8Array(width * height).fill(255);
  for (let y = 0, i = 0; y < paint.height; y++)
    for (let x = 0; x < paint.width; x++, i++) if (words[i] !== 0) outside[(y + 1) * width + x + 1] = 0;
  const depth = distanceField(maskOf({ width, height }, outside));
  for (let y = 0, i = 0; y < paint.height; y++)
    for (let x = 0; x < paint.width; x++, i++) {
      const share = Math.min(1, depth[(y + 1) * width + x + 1] / (soft + 1));
      const alpha = Math.round((words[i] >>> 24) * share);
      words[i] = alpha === 0 ? 0 : withAlpha(words[i], alpha);
    }
}
