import type { PlacedBitmap } from '../raster/bitmap.js';
import { labDistance, toLab } from '../raster/colour.js';
import { INSIDE } from '../raster/mask.js';
import { anyPaint } from '../raster/sample.js';

/** A point of the border along which a cut runs through one limb, px, and the direction from the child to the parent. */
export interface CutPoint {
  x: number;
  y: number;
  nx: number;
  ny: number;
}

/** Colours nearer than this (OKLab × 100), on both sides of a border, are one paint that was cut through. */
const ONE_PAINT = 10;

/**
 * The border between two faces where the cut runs through one paint: not where one contour merely lies beside another.
 * @param design the view's design, at 0, 0
 */
export function cutBorder(child: PlacedBitmap, parent: PlacedBitmap, design: PlacedBitmap): CutPoint[] {
  const points: CutPoint[] = [];
  const left = Math.max(child.x, parent.x - 1);
  const top = Math.max(child.y, parent.y - 1);
  const right = Math.min(child.x + child.width, parent.x + parent.width + 1);
  const bottom = Math.min(child.y + child.height, parent.y + parent.height + 1);
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++) {
      if (child.data[((y - child.y) * child.width + x - child.x) * 4 + 3] <= INSIDE) continue;
      for (const [nx, ny] of AROUND)
        if (anyPaint([parent], x + nx, y + ny) && isOnePaint(design, x - nx, y - ny, x + 2 * nx, y + 2 * ny))
          points.push({ x: x + 0.5 + nx / 2, y: y + 0.5 + ny / 2, nx, ny });
    }
  return points;
}

const AROUND = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

function isOnePaint({ width, height, data }: PlacedBitmap, ax: number, ay: number, bx: number, by: number): boolean {
  if (Math.min(ax, ay, bx, by) < 0 || Math.max(ax, bx) >= width || Math.max(ay, by) >= height) return false;
  const a = (ay * width + ax) * 4;
  const b = (by * width + bx) * 4;
  if (data[a + 3] <= INSIDE || data[b + 3] <= INSIDE) return false;
  return labDistance(toLab(data[a], data[a + 1], data[a + 2]), toLab(data[b], data[b + 1], data[b + 2])) < ONE_PAINT;
}

/** Directions in which a limb's width is looked for. */
const DIRECTIONS = 36;
/** px from one look for paint to the next. */
const STEP = 0.5;
/** Share of a disc that a limb must cover to be as wide as it all round: its contour's pixels are half covered. */
const COVERED = 0.985;

/**
 * Half a limb's width at a joint, px: half the shortest way from contour to contour through the disc's centre. 0 where the
 * two pieces do not cover a disc of that size: a neck is no wider for the shoulders below it.
 * @param faces the joint's two pieces
 * @param most px; a limb is not looked at farther out than this
 */
export function limbHalf(faces: readonly PlacedBitmap[], { x, y }: { x: number; y: number }, most: number): number {
  const reach = (dx: number, dy: number) => {
    let d = 0;
    while (d < most && anyPaint(faces, x + dx * d, y + dy * d)) d += STEP;
    return d - STEP / 2;
  };
  let least = Infinity;
  for (let k = 0; k < DIRECTIONS; k++) {
    const [dx, dy] = [Math.cos((k / DIRECTIONS) * Math.PI), Math.sin((k / DIRECTIONS) * Math.PI)];
    least = Math.min(least, (reach(dx, dy) + reach(-dx, -dy)) / 2);
  }
  return coveredShare(faces, { x, y }, least - 1) < COVERED ? 0 : least;
}

/** The share of a disc where one of the pieces has paint, 0 to 1; 1 for a disc without a pixel. */
function coveredShare(faces: readonly PlacedBitmap[], { x, y }: { x: number; y: number }, radius: number): number {
  let [covered, all] = [0, 0];
  const reach = Math.ceil(radius);
  for (let py = Math.floor(y) - reach; py <= y + reach; py++)
    for (let px = Math.floor(x) - reach; px <= x + reach; px++) {
      if (Math.hypot(px + 0.5 - x, py + 0.5 - y) > radius) continue;
      all++;
      if (anyPaint(faces, px + 0.5, py + 0.5)) covered++;
    }
  return all === 0 ? 1 : covered / all;
}

/** px beside a border at which is looked for paint. */
const BESIDE = 1;

/**
 * Measures how much of a joint's border lies open beyond its disc, with background on one of its sides, px, at an angle.
 * @param pieces what stays with the parent, and what turns with the child
 */
export function tornMeasure(
  border: readonly CutPoint[],
  disc: { x: number; y: number; radius: number },
  { still, moving }: { still: readonly PlacedBitmap[]; moving: readonly PlacedBitmap[] },
): (angle: number) => number {
  const beyond = border.filter(({ x, y }) => Math.hypot(x - disc.x, y - disc.y) > disc.radius + 1);
  return (angle) => {
    const rad = (angle * Math.PI) / 180;
    const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
    /** Is there paint at a place of one side's frame? `away` is the sine of the turn from it to the other side's frame. */
    const isCovered = (
      x: number,
      y: number,
      own: readonly PlacedBitmap[],
      other: readonly PlacedBitmap[],
      away: number,
    ) => {
      if (anyPaint(own, x, y)) return true;
      const [dx, dy] = [x - disc.x, y - disc.y];
      return anyPaint(other, disc.x + cos * dx - away * dy, disc.y + away * dx + cos * dy);
    };
    return beyond.filter(
      ({ x, y, nx, ny }) =>
        !isCovered(x - BESIDE * nx, y - BESIDE * ny, still, moving, -sin) ||
        !isCovered(x + BESIDE * nx, y + BESIDE * ny, moving, still, sin),
    ).length;
  };
}
