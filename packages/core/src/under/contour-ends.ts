import type { OwnerMap } from '../cut/owners.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { contours } from '../raster/contours.js';
import { coverageOf } from '../raster/mask.js';

/** A way on the canvas, of length 1, and where it starts, px. */
export interface End {
  x: number;
  y: number;
  /** The way in which the contour runs, paint to its left. */
  dx: number;
  dy: number;
  /** How it bends on the last of its way, rad a px, in the direction in which it goes on. */
  bends: number;
}

/** A stretch of a piece's own contour that is seen, from where it comes out from under something to where it goes under. */
export interface SeenStretch {
  /** x, y pairs, px. */
  points: number[];
  from: End;
  to: End;
}

/** A piece's contour as it is seen. */
export interface SeenContour {
  stretches: SeenStretch[];
  /** Closed contours, x, y pairs, px, of which all is hidden: what lies in them is covered by a piece in front. */
  covered: number[][];
}

/** px outside the contour at which is looked whose paint lies there. */
const LOOKS = [1.2, 2.2];
/** px inside its rim that a disc's cut ends: there it meets the contour. */
const RIM = 3;
/** A contour with fewer points than this is a crumb. */
const CRUMB = 8;
/** Along a contour, stretches with fewer points than this are of the same kind as what lies about them. */
const BRIEF = 5;
/** px at the very end of a stretch that are left out of its way: there the pieces' lines meet. */
const LEFT_OUT = 1.5;
/** How a contour bends is looked at over so many times as much: it tells less on a short way. */
const FARTHER = 3;
/** A bend that is so many times sharper at the very end is a corner. */
const CORNER = 2;

/**
 * Finds where a piece's contour is its own, and where it is but the edge of a piece in front, by whose paint lies just
 * outside it.
 * @param index the piece's place in the draw order
 * @param owners of the whole canvas, or of a rectangle that holds the face and 3 px about it
 * @param reach px of contour from which the way at an end is taken
 * @param discs those in which the piece is rounded: within them its edge is where it was cut, and no contour
 */
export function seenContour(
  face: PlacedBitmap,
  index: number,
  owners: OwnerMap,
  reach: number,
  discs: readonly { x: number; y: number; radius: number }[] = [],
): SeenContour {
  const seen: SeenContour = { stretches: [], covered: [] };
  for (const contour of contours(coverageOf(face))) {
    const count = contour.length / 2;
    if (count < CRUMB) continue;
    const points: number[] = [];
    for (let i = 0; i < contour.length; i += 2) points.push(contour[i] + face.x, contour[i + 1] + face.y);
    const isCut = (at: number) =>
      discs.some(({ x, y, radius }) => Math.hypot(points[2 * at] - x, points[2 * at + 1] - y) < radius - RIM);
    const hidden = withoutBrief(isHiddenAt(points, index, owners).map((is, at) => is || isCut(at)));
    const start = hidden.findIndex((is, i) => is && !hidden[(i + 1) % count]);
    if (start < 0) {
      if (hidden[0]) seen.covered.push(points);
      continue;
    }
    // From the end of a hidden stretch on, all round.
    let stretch: number[] = [];
    for (let k = 1; k <= count; k++) {
      const i = (start + k) % count;
      if (!hidden[i]) stretch.push(points[2 * i], points[2 * i + 1]);
      const ends = hidden[i] && stretch.length > 0;
      if (!ends) continue;
      seen.stretches.push(asStretch(stretch, reach));
      stretch = [];
    }
  }
  return seen;
}

function asStretch(points: number[], reach: number): SeenStretch {
  const back: number[] = [];
  for (let i = points.length - 2; i >= 0; i -= 2) back.push(points[i], points[i + 1]);
  const into = wayAt(points, reach);
  const out = wayAt(back, reach);
  return { points, from: { ...into, dx: -into.dx, dy: -into.dy }, to: out };
}

/** Where a line of points begins, and how it would go on beyond that. */
function wayAt(points: readonly number[], reach: number): End {
  const [x, y] = points;
  const [dx, dy] = wayBetween(points, 0, reach / 2);
  const corner = bendOver(points, reach);
  const bow = bendOver(points, FARTHER * reach);
  // The way between two places is that of the middle between them: it has bent on since.
  const turn = (corner * reach) / 4;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  // On a short way a bend says little, but for that of a corner.
  const bends = Math.abs(corner) > CORNER * Math.abs(bow) ? corner : bow;
  return { x, y, dx: dx * cos - dy * sin, dy: dx * sin + dy * cos, bends };
}

/** The way towards the end of a line of points, of length 1, from one place to another, px from the end. */
function wayBetween(points: readonly number[], near: number, far: number): [number, number] {
  const [to, from] = [placeAlong(points, LEFT_OUT + near), placeAlong(points, LEFT_OUT + far)];
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy) || 1;
  return [dx / length, dy / length];
}

/** How a line of points bends over some px of its end, rad a px: by what its halves turn from each other. */
function bendOver(points: readonly number[], over: number): number {
  const [ax, ay] = wayBetween(points, over / 2, over);
  const [bx, by] = wayBetween(points, 0, over / 2);
  return Math.atan2(ax * by - ay * bx, ax * bx + ay * by) / (over / 2);
}

/** The place some px along a line of points; its end where that is nearer. */
function placeAlong(points: readonly number[], along: number): { x: number; y: number } {
  let far = 0;
  for (let i = 0; i + 3 < points.length; i += 2) {
    const step = Math.hypot(points[i + 2] - points[i], points[i + 3] - points[i + 1]);
    if (far + step >= along && step > 0) {
      const share = (along - far) / step;
      return {
        x: points[i] + share * (points[i + 2] - points[i]),
        y: points[i + 1] + share * (points[i + 3] - points[i + 1]),
      };
    }
    far += step;
  }
  return { x: points[points.length - 2], y: points[points.length - 1] };
}

/** By contour point: does paint of a piece in front lie just outside? */
function isHiddenAt(points: readonly number[], index: number, owners: OwnerMap): boolean[] {
  const count = points.length / 2;
  const { owner, width, height } = owners;
  const hidden: boolean[] = [];
  for (let i = 0; i < count; i++) {
    const [a, b] = [2 * ((i + count - 2) % count), 2 * ((i + 2) % count)];
    const [tx, ty] = [points[b] - points[a], points[b + 1] - points[a + 1]];
    const length = Math.hypot(tx, ty) || 1;
    let isHidden = false;
    // Paint lies to the left of the run, on screen: outside is to its right.
    for (const out of LOOKS) {
      const x = Math.floor(points[2 * i] - (ty / length) * out) - owners.x;
      const y = Math.floor(points[2 * i + 1] + (tx / length) * out) - owners.y;
      isHidden ||= x >= 0 && y >= 0 && x < width && y < height && owner[y * width + x] > index + 1;
    }
    hidden.push(isHidden);
  }
  return hidden;
}

/** Kinds along a closed contour, brief stretches taken for what lies about them. */
function withoutBrief(kinds: readonly boolean[]): boolean[] {
  const count = kinds.length;
  const kept = [...kinds];
  const first = kinds.findIndex((kind, i) => kind !== kinds[(i + count - 1) % count]);
  if (first < 0) return kept;
  for (let k = 0; k < count;) {
    const start = (first + k) % count;
    let length = 1;
    while (length < count && kinds[(start + length) % count] === kinds[start]) length++;
    if (length < BRIEF) for (let i = 0; i < length; i++) kept[(start + i) % count] = !kinds[start];
    k += length;
  }
  return kept;
}
