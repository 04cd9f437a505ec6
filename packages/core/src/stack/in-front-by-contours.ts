import type { PlacedBitmap } from '../raster/bitmap.js';
import { contours } from '../raster/contours.js';
import { coverageOf } from '../raster/mask.js';
import { anyPaintWithin } from '../raster/sample.js';

/** Where the contour of one of two pieces leaves the border that they share, and by how much it turns there, degrees. */
interface Turn {
  x: number;
  y: number;
  turns: number;
}

/** px from a contour within which the other piece's paint makes it a border. */
const BESIDE = 2.5;
/** px at the very corner that are left out of its ways. */
const LEFT_OUT = 2;
/** px between the two pieces' own corners at most. */
const TOGETHER = 8;
/** Degrees: where both contours turn by as much, each has a corner of its own, which says nothing of the other. */
const CORNER = 90;
/** Less than this, of places at which one runs on straight, tells nothing. */
const TELLS = 0.3;
/** px from a corner within which a third piece hides how the two meet. */
const CROWDED = 4;

/**
 * Which of two pieces lies in front, by how their contours run on where they meet: the contour of the one in front goes on as it
 * is, that of the one behind ends at it.
 *
 * @param thirds faces of the other pieces: where one of these lies at a corner, that is not looked at
 * @param way px of contour from which its direction is taken
 * @returns degrees by which the first runs on straighter than the other, over all places where both leave their border; null
 *   where there is no such place
 */
export function inFrontByContours(
  one: PlacedBitmap,
  other: PlacedBitmap,
  thirds: readonly PlacedBitmap[],
  way: number,
): number | null {
  const [own, others] = [turnsAt(one, other, way), turnsAt(other, one, way)];
  let [sum, weights] = [0, 0];
  for (const { x, y, turns } of own) {
    if (anyPaintWithin(thirds, { x, y }, CROWDED, 1)) continue;
    const near = others
      .map((turn) => ({ ...turn, far: Math.hypot(turn.x - x, turn.y - y) }))
      .filter(({ far }) => far <= TOGETHER)
      .sort((a, b) => a.far - b.far)[0];
    if (!near) continue;
    const weight = Math.max(0, 1 - Math.min(near.turns, turns) / CORNER) ** 2;
    sum += weight * (near.turns - turns);
    weights += weight;
  }
  return weights < TELLS ? null : sum / weights;
}

/** Every place where a piece's contour goes from free to beside another piece, or back. */
function turnsAt(face: PlacedBitmap, beside: PlacedBitmap, way: number): Turn[] {
  return contours(coverageOf(face)).flatMap((contour): Turn[] => {
    const count = contour.length / 2;
    const x = (i: number) => contour[2 * ((i + count) % count)] + face.x;
    const y = (i: number) => contour[2 * ((i + count) % count) + 1] + face.y;
    const shared = Array.from({ length: count }, (_, i) => anyPaintWithin([beside], { x: x(i), y: y(i) }, BESIDE, 1));
    /** The way from a place some px along the contour to another, backwards for a negative step; null where it is too short. */
    const direction = (from: number, step: 1 | -1): [number, number] | null => {
      let [at, far] = [from, 0];
      let start: number | null = null;
      const isShared = shared[(from + count) % count];
      for (let n = 0; n < count; n++) {
        if (shared[(at + count) % count] !== isShared) return null;
        if (start === null && far >= LEFT_OUT) start = at;
        if (far >= LEFT_OUT + way && start !== null) return [x(at) - x(start), y(at) - y(start)];
        far += Math.hypot(x(at + step) - x(at), y(at + step) - y(at));
        at += step;
      }
      return null;
    };
    return shared.flatMap((is, i): Turn[] => {
      const next = (i + 1) % count;
      if (is === shared[next]) return [];
      const [back, on] = [direction(i, -1), direction(next, 1)];
      if (!back || !on) return [];
      const turns = Math.abs(Math.atan2(-back[0] * on[1] + back[1] * on[0], -back[0] * on[0] - back[1] * on[1]));
      return [{ x: x(i), y: y(i), turns: (turns * 180) / Math.PI }];
    });
  });
}
