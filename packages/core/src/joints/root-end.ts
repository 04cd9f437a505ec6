import type { PlacedBitmap } from '../raster/bitmap.js';
import type { CutLine } from './fit-joint.js';

/** A long piece's middle line, as far as it is straight. */
export interface LongAxis {
  centre: { x: number; y: number };
  /** Unit direction. */
  direction: { x: number; y: number };
  /** px from the centre to the two ends, along the direction: the first is negative. */
  ends: [number, number];
  /** Mean extent along over mean extent across. */
  slenderness: number;
}

/** The main axis of a piece's paint, by its second moments. */
export function longAxis(face: PlacedBitmap): LongAxis {
  const { width, height, data } = face;
  const step = Math.max(1, Math.round(Math.sqrt((width * height) / 20000)));
  const xs: number[] = [];
  const ys: number[] = [];
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step)
      if (data[(y * width + x) * 4 + 3] > 127) {
        xs.push(face.x + x + 0.5);
        ys.push(face.y + y + 0.5);
      }
  const mean = (list: number[]) => list.reduce((sum, v) => sum + v, 0) / Math.max(1, list.length);
  const centre = { x: mean(xs), y: mean(ys) };
  let [xx, xy, yy] = [0, 0, 0];
  for (let i = 0; i < xs.length; i++) {
    const [dx, dy] = [xs[i] - centre.x, ys[i] - centre.y];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  const direction = { x: Math.cos(angle), y: Math.sin(angle) };
  let [low, high] = [0, 0];
  for (let i = 0; i < xs.length; i++) {
    const along = (xs[i] - centre.x) * direction.x + (ys[i] - centre.y) * direction.y;
    low = Math.min(low, along);
    high = Math.max(high, along);
  }
  const spread = Math.hypot(xx - yy, 2 * xy);
  const across = Math.max(1e-6, xx + yy - spread);
  return { centre, direction, ends: [low, high], slenderness: Math.sqrt((xx + yy + spread) / across) };
}

/** Does a border run along a long piece rather than across it, as a sleeve's does beside a coat? */
export function runsAlong(axis: LongAxis, border: CutLine): boolean {
  const length = Math.hypot(border.x1 - border.x0, border.y1 - border.y0);
  if (axis.slenderness < 1.5 || length === 0) return false;
  const cosine = ((border.x1 - border.x0) * axis.direction.x + (border.y1 - border.y0) * axis.direction.y) / length;
  return Math.abs(cosine) > 0.75;
}

/**
 * A place inside a long piece near the end that it turns about: the end away from what hangs on it, or, where nothing
 * does, the one nearer to the parent's middle.
 * @param tip where what hangs on it touches, px, or null
 */
export function rootPlace(
  axis: LongAxis,
  tip: { x: number; y: number } | null,
  parent: { x: number; y: number },
): { x: number; y: number } {
  const at = (along: number) => ({
    x: axis.centre.x + along * axis.direction.x,
    y: axis.centre.y + along * axis.direction.y,
  });
  const [low, high] = axis.ends.map(at);
  const far = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(a.x - b.x, a.y - b.y);
  const first = tip ? far(low, tip) > far(high, tip) : far(low, parent) < far(high, parent);
  // Half a width inside the end, where the width is what the slenderness makes of the length.
  const inset = (0.5 * (axis.ends[1] - axis.ends[0])) / axis.slenderness;
  return at(first ? axis.ends[0] + inset : axis.ends[1] - inset);
}
