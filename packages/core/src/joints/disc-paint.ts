import type { Place } from '../errors.js';
import type { PlacedBitmap } from '../raster/bitmap.js';

/** A joint's disc as a manifest tells it; px. */
export interface ToldDisc {
  /** Its centre, which is the pivot. */
  x: number;
  y: number;
  radius: number;
  looseness: number;
  lineWidth: number;
}

/** The canvas that no picture reaches past, px. */
interface Canvas {
  width: number;
  height: number;
}

/** How far the rim may be out where a disc was fitted, px: there the contour's own pixels are partly covered. */
const RIM = 0.5;

/** px that a disc may lack in all and still be called whole: a notch that no eye finds, as much as a kink may be. */
export function wholeDiscLimit({ radius }: Pick<ToldDisc, 'radius'>): number {
  return Math.max(12, radius / 2);
}

/**
 * The part of a disc that a picture has no paint in, px: in the whole disc less 1 px and what a fit may be out, less the
 * looseness, and less the line width where the picture is that of the piece in front (handoff.md, rule 3). What lies past
 * the canvas does not count.
 */
export function bareInDisc(image: PlacedBitmap, disc: ToldDisc, isInFront: boolean, canvas: Canvas): number {
  return openIn(disc, innerRadius(disc) - RIM - (isInFront ? disc.lineWidth : 0), [image], canvas).length;
}

/**
 * Tells the daylight in a disc, px, while what moves is turned about its centre by some angle (degrees clockwise): pixels of the
 * disc, less 1 px and less the looseness, that no picture covers by half.
 * @param still what stays; @param moving what turns
 */
export function daylightInDisc(
  still: readonly PlacedBitmap[],
  moving: readonly PlacedBitmap[],
  disc: ToldDisc,
  canvas: Canvas,
): (angle: number) => number {
  // A disc turned about its own centre is the same disc.
  const [stays, turns] = [still, moving].map((images) => images.filter((image) => reachesDisc(image, disc)));
  // What stays leaves the same open at every angle.
  const open = openIn(disc, innerRadius(disc), stays, canvas);
  return (angle) => countOpenAt(open, disc, angle, turns, canvas);
}

/** How many places of a disc stay open where pictures are turned about its centre. */
function countOpenAt(
  open: readonly Place[],
  { x, y }: ToldDisc,
  angle: number,
  turns: readonly PlacedBitmap[],
  canvas: Canvas,
): number {
  const [cos, sin] = [Math.cos((-angle * Math.PI) / 180), Math.sin((-angle * Math.PI) / 180)];
  let count = 0;
  for (const place of open) {
    const [dx, dy] = [place.x - x, place.y - y];
    const fromX = x + dx * cos - dy * sin;
    const fromY = y + dx * sin + dy * cos;
    // Paint cannot be where no canvas was.
    if (isOn(canvas, fromX, fromY) && !coverAny(turns, fromX, fromY)) count++;
  }
  return count;
}

function innerRadius({ radius, looseness }: ToldDisc): number {
  return radius - 1 - looseness;
}

/** May a picture cover any of a disc? */
function reachesDisc({ x, y, width, height }: PlacedBitmap, disc: ToldDisc): boolean {
  const beside = Math.max(x - disc.x, 0, disc.x - x - width);
  const above = Math.max(y - disc.y, 0, disc.y - y - height);
  return Math.hypot(beside, above) <= disc.radius + 1;
}

function isOn({ width, height }: Canvas, x: number, y: number): boolean {
  return x >= 0 && y >= 0 && x < width && y < height;
}

function coverAny(images: readonly PlacedBitmap[], x: number, y: number): boolean {
  for (const image of images) if (covers(image, x, y)) return true;
  return false;
}

/** Is a place of the canvas covered by half or more? Coverage goes evenly from one pixel's centre to the next. */
function covers({ x: left, y: top, width, height, data }: PlacedBitmap, x: number, y: number): boolean {
  const fx = x - left - 0.5;
  const fy = y - top - 0.5;
  const column = Math.floor(fx);
  const row = Math.floor(fy);
  if (column < -1 || row < -1 || column >= width || row >= height) return false;
  const at = (row * width + column) * 4 + 3;
  const [isLeft, isRight] = [column >= 0, column + 1 < width];
  const above = row < 0 ? 0 : between(isLeft ? data[at] : 0, isRight ? data[at + 4] : 0, fx - column);
  const below = at + width * 4;
  const beneath = row + 1 >= height ? 0 : between(isLeft ? data[below] : 0, isRight ? data[below + 4] : 0, fx - column);
  return between(above, beneath, fy - row) >= 127.5;
}

function between(a: number, b: number, share: number): number {
  return a + (b - a) * share;
}

/** The centres of all pixels of the canvas within a radius of a disc's own centre that no picture covers. */
function openIn({ x: cx, y: cy }: ToldDisc, radius: number, images: readonly PlacedBitmap[], canvas: Canvas): Place[] {
  const open: Place[] = [];
  for (let y = Math.floor(cy - radius) + 0.5; y <= cy + radius; y++) {
    const half = Math.sqrt(Math.max(0, radius ** 2 - (y - cy) ** 2));
    for (let x = Math.ceil(cx - half - 0.5) + 0.5; x <= cx + half; x++)
      if (isOn(canvas, x, y) && !coverAny(images, x, y)) open.push({ x, y });
  }
  return open;
}
