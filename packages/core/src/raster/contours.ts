import type { Mask } from './mask.js';

/** A closed contour: x, y pairs in px, the last point joining the first; paint lies to the left of its run (counter-clockwise on screen around paint, clockwise around a hole). */
export type Contour = Float64Array;

/** The four crossings of a cell, by the edge they lie on. */
const TOP = 0;
const RIGHT = 1;
const BOTTOM = 2;
const LEFT = 3;

/** For each of the 16 corner patterns (bits: tl 1, tr 2, br 4, bl 8), the segments [from edge, to edge] with the inside on the left. */
const SEGMENTS: readonly (readonly number[])[] = [
  [],
  [LEFT, TOP],
  [TOP, RIGHT],
  [LEFT, RIGHT],
  [RIGHT, BOTTOM],
  [LEFT, TOP, RIGHT, BOTTOM],
  [TOP, BOTTOM],
  [LEFT, BOTTOM],
  [BOTTOM, LEFT],
  [BOTTOM, TOP],
  [TOP, RIGHT, BOTTOM, LEFT],
  [BOTTOM, RIGHT],
  [RIGHT, LEFT],
  [RIGHT, TOP],
  [TOP, LEFT],
  [],
];

/**
 * Sub-pixel closed contours of a mask at half coverage, by marching squares with linear interpolation
 * between pixel centres. Beyond the mask's border counts as outside, so every contour closes.
 * @param level coverage, 0 to 255, default 127.5
 * @returns the longest first; holes run the other way round.
 */
export function contours(mask: Mask, level = 127.5): Contour[] {
  const { width, height, data } = mask;
  const at = (x: number, y: number) => (x < 0 || y < 0 || x >= width || y >= height ? 0 : data[y * width + x]);
  // A crossing is named by its edge: horizontal edges (x, y)-(x + 1, y) even, vertical (x, y)-(x, y + 1) odd.
  const stride = width + 1;
  const nameOf = (edge: number, x: number, y: number) => {
    switch (edge) {
      case TOP:
        return ((y + 1) * (stride + 1) + x + 1) * 2;
      case BOTTOM:
        return ((y + 2) * (stride + 1) + x + 1) * 2;
      case LEFT:
        return ((y + 1) * (stride + 1) + x + 1) * 2 + 1;
      default:
        return ((y + 1) * (stride + 1) + x + 2) * 2 + 1;
    }
  };
  const next = new Map<number, { to: number; x: number; y: number }>();
  for (let y = -1; y < height; y++) {
    for (let x = -1; x < width; x++) {
      // Most of a picture is all in or all out: step over such stretches.
      if (y >= 0 && y + 1 < height && x >= 0) {
        const row = y * width;
        const value = data[row + x];
        if (value === 0 || value === 255) {
          const from = x;
          while (
            x + 1 < width &&
            data[row + x + 1] === value &&
            data[row + width + x] === value &&
            data[row + width + x + 1] === value
          )
            x++;
          if (x > from) {
            x--;
            continue;
          }
        }
      }
      const tl = at(x, y);
      const tr = at(x + 1, y);
      const br = at(x + 1, y + 1);
      const bl = at(x, y + 1);
      let code = 0;
      if (tl > level) code |= 1;
      if (tr > level) code |= 2;
      if (br > level) code |= 4;
      if (bl > level) code |= 8;
      if (code === 0 || code === 15) continue;
      const segments = SEGMENTS[code];
      for (let s = 0; s < segments.length; s += 2) {
        const edge = segments[s];
        let px = x + 0.5;
        let py = y + 0.5;
        if (edge === TOP) px += (level - tl) / (tr - tl);
        else if (edge === BOTTOM) {
          px += (level - bl) / (br - bl);
          py += 1;
        } else if (edge === LEFT) py += (level - tl) / (bl - tl);
        else {
          px += 1;
          py += (level - tr) / (br - tr);
        }
        next.set(nameOf(edge, x, y), { to: nameOf(segments[s + 1], x, y), x: px, y: py });
      }
    }
  }
  const found: Contour[] = [];
  for (const start of next.keys()) {
    if (!next.has(start)) continue;
    const points: number[] = [];
    let name = start;
    for (let link = next.get(name); link; link = next.get(name)) {
      points.push(link.x, link.y);
      next.delete(name);
      name = link.to;
    }
    if (points.length >= 6) found.push(Float64Array.from(points));
  }
  return found.sort((a, b) => b.length - a.length);
}
