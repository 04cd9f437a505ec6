import type { Shape } from '../drawing.js';

/** `Math.hypot` takes care of what no drawing has, and takes ten times as long. */
const far = (x: number, y: number) => Math.sqrt(x * x + y * y);

/** A place, px. */
export type Point = readonly [x: number, y: number];

/** A limb's stretch from one place to another, round at both ends. */
export function limb([ax, ay]: Point, [bx, by]: Point, from: number, to: number): Shape {
  const length = far(bx - ax, by - ay);
  const ux = (bx - ax) / length;
  const uy = (by - ay) / length;
  const sin = (from - to) / length;
  const cos = Math.sqrt(1 - sin * sin);
  return (x, y) => {
    const along = (x - ax) * ux + (y - ay) * uy;
    const across = Math.abs((x - ax) * uy - (y - ay) * ux);
    // Where the foot on the slanting side lies, from the first round end to the second.
    const foot = along * cos - across * sin;
    if (foot <= 0) return from - far(x - ax, y - ay);
    if (foot >= length * cos) return to - far(x - bx, y - by);
    return from - (across * cos + along * sin);
  };
}

/** How far a place lies from the straight line between two others. */
export function fromAxis([ax, ay]: Point, [bx, by]: Point, x: number, y: number): number {
  const length = far(bx - ax, by - ay);
  const share = Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / (length * length)));
  return far(x - ax - share * (bx - ax), y - ay - share * (by - ay));
}

/** An ellipse, turned by some degrees clockwise; its depth is near enough the true one. */
export function oval([cx, cy]: Point, rx: number, ry: number, turn = 0): Shape {
  const rad = (turn * Math.PI) / 180;
  const cos = Math.cos(rad);
  const sin = Math.sin(rad);
  return (x, y) => {
    const u = (x - cx) * cos + (y - cy) * sin;
    const v = (y - cy) * cos - (x - cx) * sin;
    const k = far(u / rx, v / ry);
    const slope = far(u / (rx * rx), v / (ry * ry));
    // Distance to the edge to first order, which is exact where it counts: at the edge.
    return slope === 0 ? Math.min(rx, ry) : (k * (1 - k)) / slope;
  };
}

/** A polygon with its corners rounded by `round`. */
export function rounded(corners: readonly Point[], round: number): Shape {
  return (x, y) => {
    let inside = false;
    let nearest = Infinity;
    for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
      const [xi, yi] = corners[i];
      const [xj, yj] = corners[j];
      if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
      nearest = Math.min(nearest, fromAxis(corners[i], corners[j], x, y));
    }
    return round + (inside ? nearest : -nearest);
  };
}

/** Everything that lies in one of some shapes. */
export const anyOf =
  (...shapes: readonly Shape[]): Shape =>
  (x, y) =>
    shapes.reduce((depth, shape) => Math.max(depth, shape(x, y)), -Infinity);
