import {
  createPlaced,
  intersectRects,
  outsetRect,
  trimToPaint,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { sampleBitmap } from '../raster/sample.js';
import { findLines, indexOf, lineAt } from './keep-line.js';

/** A handle: where it takes hold of a picture, and where it has been dragged to, px. */
export interface BendHandle {
  from: { x: number; y: number };
  to: { x: number; y: number };
}

/** Places from x, y pairs. */
export function placesOf(points: readonly number[]): { x: number; y: number }[] {
  return Array.from({ length: Math.floor(points.length / 2) }, (_, k) => ({ x: points[2 * k], y: points[2 * k + 1] }));
}

/** Handles from the places that each takes hold of and is dragged to: x, y, x, y, one after the other. */
export function handlesOf(points: readonly number[]): BendHandle[] {
  const places = placesOf(points);
  return Array.from({ length: Math.floor(places.length / 2) }, (_, k) => ({
    from: places[2 * k],
    to: places[2 * k + 1],
  }));
}

/** px from one place that is worked out exactly to the next; between them it is even. */
const GRID = 6;

/**
 * Changes the shape of a picture smoothly so that each handle's place comes to lie where it was dragged to, as rigidly as
 * possible, with places that are held where they are: moving least squares, rigid (Schaefer, McPhail, Warren 2006). Colours
 * are weighed by their coverage. What is drawn with lines keeps their width: they are lifted off its fills, and drawn anew
 * where the bend has brought them.
 * @param held places that stay, px
 * @param within the canvas, past which nothing reaches
 * @returns the bent picture trimmed to its paint; null where nothing is left of it
 */
export function bendDrawing(
  picture: PlacedBitmap,
  handles: readonly BendHandle[],
  held: readonly { x: number; y: number }[],
  within: Rect,
): PlacedBitmap | null {
  // Backwards: for every place of the bent picture, where it comes from.
  const pairs = [
    ...handles.map(({ from, to }) => ({ at: to, comes: from })),
    ...held.map((place) => ({ at: place, comes: place })),
  ];
  if (pairs.every(({ at, comes }) => at.x === comes.x && at.y === comes.y)) return trimToPaint(picture);
  const far = Math.max(...handles.map(({ from, to }) => Math.hypot(to.x - from.x, to.y - from.y)));
  const lines = findLines(picture);
  const room = intersectRects(outsetRect(picture, Math.ceil(far) + GRID), within);
  if (room.width === 0) return null;
  const columns = Math.ceil(room.width / GRID) + 1;
  const rows = Math.ceil(room.height / GRID) + 1;
  const grid = new Float64Array(columns * rows * 2);
  for (let row = 0, i = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, i += 2) {
      const comes = comesFrom(room.x + column * GRID, room.y + row * GRID, pairs);
      grid[i] = comes.x;
      grid[i + 1] = comes.y;
    }
  const out = createPlaced(room);
  const fills = lines?.fills ?? picture;
  const bend = [0, 0, 0, 0];
  const colour = new Float64Array(4);
  for (let y = 0, i = 0; y < room.height; y++)
    for (let x = 0; x < room.width; x++, i += 4) {
      const [u, v] = [(x + 0.5) / GRID, (y + 0.5) / GRID];
      const k = (Math.floor(v) * columns + Math.floor(u)) * 2;
      const [fu, fv] = [u - Math.floor(u), v - Math.floor(v)];
      const mix = (c: 0 | 1) =>
        (grid[k + c] * (1 - fu) + grid[k + 2 + c] * fu) * (1 - fv) +
        (grid[k + columns * 2 + c] * (1 - fu) + grid[k + columns * 2 + 2 + c] * fu) * fv;
      const [fromX, fromY] = [mix(0), mix(1)];
      sampleBitmap(fills, fromX, fromY, colour);
      if (lines) {
        const below = k + columns * 2;
        for (let c = 0; c < 2; c++) {
          const across = (grid[k + 2 + c] - grid[k + c]) * (1 - fv) + (grid[below + 2 + c] - grid[below + c]) * fv;
          const down = (grid[below + c] - grid[k + c]) * (1 - fu) + (grid[below + 2 + c] - grid[k + 2 + c]) * fu;
          bend[c] = across / GRID;
          bend[2 + c] = down / GRID;
        }
        layLine(colour, lines.colour[indexOf(lines.rect, fromX, fromY)], lineAt(lines, fromX, fromY, bend));
      }
      if (colour[3] < 0.5) continue;
      for (let c = 0; c < 4; c++) out.data[i + c] = Math.round(colour[c]);
    }
  return trimToPaint(out);
}

/** Lays a share of line, 0 to 1, over a straight RGBA colour. */
function layLine(colour: Float64Array, line: number, share: number): void {
  if (share === 0) return;
  const beneath = (colour[3] / 255) * (1 - share);
  const all = share + beneath;
  for (let c = 0; c < 3; c++) colour[c] = (((line >>> (8 * c)) & 255) * share + colour[c] * beneath) / all;
  colour[3] = 255 * all;
}

/** Where a place comes from, by the rigid motion that fits the pairs best, those that are near counting most. */
function comesFrom(
  x: number,
  y: number,
  pairs: readonly { at: { x: number; y: number }; comes: { x: number; y: number } }[],
): { x: number; y: number } {
  let [total, ax, ay, cx, cy] = [0, 0, 0, 0, 0];
  const weights: number[] = [];
  for (const { at, comes } of pairs) {
    const square = (at.x - x) ** 2 + (at.y - y) ** 2;
    if (square < 1e-9) return comes;
    const weight = 1 / square;
    weights.push(weight);
    total += weight;
    ax += weight * at.x;
    ay += weight * at.y;
    cx += weight * comes.x;
    cy += weight * comes.y;
  }
  [ax, ay, cx, cy] = [ax / total, ay / total, cx / total, cy / total];
  let [cos, sin] = [0, 0];
  for (const [k, { at, comes }] of pairs.entries()) {
    const [dx, dy, ex, ey] = [at.x - ax, at.y - ay, comes.x - cx, comes.y - cy];
    cos += weights[k] * (dx * ex + dy * ey);
    sin += weights[k] * (dx * ey - dy * ex);
  }
  const length = Math.hypot(cos, sin);
  // One pair alone, or pairs on one spot, tell no turn.
  if (length < 1e-12) return { x: cx + x - ax, y: cy + y - ay };
  [cos, sin] = [cos / length, sin / length];
  return { x: cx + (x - ax) * cos - (y - ay) * sin, y: cy + (x - ax) * sin + (y - ay) * cos };
}
