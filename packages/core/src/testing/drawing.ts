import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { createPlacedMask, maskArea, type PlacedMask } from '../raster/mask.js';

/** How deep a place lies in a shape, px; negative outside. */
export type Shape = (x: number, y: number) => number;

export const circle =
  (cx: number, cy: number, radius: number): Shape =>
  (x, y) =>
    radius - Math.hypot(x - cx, y - cy);

export const box =
  (left: number, top: number, right: number, bottom: number): Shape =>
  (x, y) =>
    Math.min(x - left, right - x, y - top, bottom - y);

/** What lies in any of some shapes. */
export const union =
  (...shapes: readonly Shape[]): Shape =>
  (x, y) =>
    Math.max(...shapes.map((shape) => shape(x, y)));

/** A shape let out by some px on all sides. */
export const grown =
  (shape: Shape, by: number): Shape =>
  (x, y) =>
    shape(x, y) + by;

/** One paint of a drawing, laid over those before it. */
export interface Stroke {
  shape: Shape;
  colour: Rgb;
}

/** Draws shapes over one another with antialiased edges (coverage from the true distance), on bare paper or a backdrop. */
export function draw(width: number, height: number, strokes: readonly Stroke[], backdrop?: Rgb): PlacedBitmap {
  const picture = createPlaced({ x: 0, y: 0, width, height });
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let [r, g, b] = backdrop ?? [0, 0, 0];
      let a = backdrop ? 1 : 0;
      for (const { shape, colour } of strokes) {
        const cover = Math.max(0, Math.min(1, shape(x + 0.5, y + 0.5) + 0.5));
        if (cover === 0) continue;
        const alpha = cover + a * (1 - cover);
        const mix = (top: number, under: number) => (top * cover + under * a * (1 - cover)) / alpha;
        [r, g, b, a] = [mix(colour[0], r), mix(colour[1], g), mix(colour[2], b), alpha];
      }
      picture.data.set([Math.round(r), Math.round(g), Math.round(b), Math.round(a * 255)], (y * width + x) * 4);
    }
  return picture;
}

/** The pixels whose centre lies inside a shape. */
export function inside(width: number, height: number, shape: Shape): PlacedMask {
  const mask = createPlacedMask({ x: 0, y: 0, width, height });
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (shape(x + 0.5, y + 0.5) > 0) mask.data[y * width + x] = 255;
  return mask;
}

/** Pixels in both masks over those in either; 1 for the same shape. */
export function overlapShare(a: PlacedMask, b: PlacedMask): number {
  const at = (m: PlacedMask, x: number, y: number) => {
    const px = x - m.x;
    const py = y - m.y;
    return px >= 0 && py >= 0 && px < m.width && py < m.height && m.data[py * m.width + px] > 0;
  };
  let both = 0;
  for (let y = a.y; y < a.y + a.height; y++)
    for (let x = a.x; x < a.x + a.width; x++) if (at(a, x, y) && at(b, x, y)) both++;
  return both / (maskArea(a) + maskArea(b) - both);
}

/** The pixels of a picture that a mask holds. */
export function maskedPaint(picture: PlacedBitmap, mask: PlacedMask): PlacedBitmap {
  const out = createPlaced(mask);
  const words = wordsOf(out);
  const from = wordsOf(picture);
  for (let i = 0; i < words.length; i++) {
    const x = mask.x + (i % mask.width) - picture.x;
    const y = mask.y + Math.floor(i / mask.width) - picture.y;
    if (mask.data[i] > 0) words[i] = from[y * picture.width + x];
  }
  return out;
}
