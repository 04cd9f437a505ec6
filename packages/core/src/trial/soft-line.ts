import type { SoftLine } from '../document/rows.js';
import { placesAlong } from '../document/soft-line.js';
import type { Place } from '../errors.js';
import { AT_REST, apply, follow, turnAbout, unapply, type Placement } from '../joints/place-pieces.js';

/** Points of a line, at least and at most. */
export const SOFT_POINTS = { least: 3, most: 12 } as const;

/** A line among pictures that are made smaller or larger. */
export function scaledLine(soft: SoftLine, scale: number): SoftLine {
  return { ...soft, points: soft.points.map((value) => value * scale) };
}

/** The place on a line that is nearest to another: how many of its points lie before it, with fractions, and how far it is, px. */
export function nearestOnLine(
  line: readonly Place[],
  { x, y }: Place,
  from = 0,
  to = line.length - 1,
): { at: number; distance: number } {
  let best = { at: from, distance: Infinity };
  for (let i = Math.max(0, Math.floor(from)); i < Math.min(line.length - 1, Math.ceil(to)); i++) {
    const [a, b] = [line[i], line[i + 1]];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const long = dx * dx + dy * dy;
    const share = long === 0 ? 0 : ((x - a.x) * dx + (y - a.y) * dy) / long;
    const kept = Math.min(Math.min(1, to - i), Math.max(Math.max(0, from - i), share));
    const distance = Math.hypot(a.x + kept * dx - x, a.y + kept * dy - y);
    if (distance < best.distance) best = { at: i + kept, distance };
  }
  return best;
}

/**
 * How much of a turn each point of a line does; together 1. The longer the stretches beside a point and the softer it is, the
 * more. The last point has nothing beyond it to turn. Where all are wholly stiff the root turns all of it.
 */
export function turnShares(soft: SoftLine): number[] {
  const line = placesAlong(soft);
  const lengths = lengthsOf(line);
  const wanted = line.map((_, i) =>
    i === line.length - 1 ? 0 : (1 - soft.stiffness[i]) * ((lengths[i - 1] ?? 0) + lengths[i]),
  );
  const all = wanted.reduce((sum, share) => sum + share, 0);
  return all > 0 ? wanted.map((share) => share / all) : line.map((_, i) => (i === 0 ? 1 : 0));
}

/**
 * Where each point of a line carries what is fast to it when the piece is bent.
 * @param angle degrees that the tip is turned by
 */
export function bentLine(soft: SoftLine, angle: number): Placement[] {
  const shares = turnShares(soft);
  let outer = AT_REST;
  return placesAlong(soft).map(({ x, y }, i) => (outer = follow(outer, turnAbout(x, y, angle * shares[i]))));
}

/** px between the points of a line. */
function lengthsOf(line: readonly Place[]): number[] {
  return line.slice(1).map(({ x, y }, i) => Math.hypot(x - line[i].x, y - line[i].y));
}

/** How much of a point's turn is done from one mean length before it (-1) to one after it (1): evenly where points are. */
const doneAt = (x: number) => (x <= -1 ? 0 : x < 0 ? (1 + x) ** 2 / 2 : x < 1 ? 1 - (1 - x) ** 2 / 2 : 1);

/** Points that a vertex follows, at most: as many as a skin of glTF has. */
const MOST_FOLLOWED = 4;

/**
 * How much places on a line follow each of its points. A point's turn is spread over the line's mean length before and after it,
 * so that it bends without a kink, also where points lie close together. At most four weights are above 0; together 1.
 */
export function weightsAlong(line: readonly Place[]): (at: number) => { joint: number; weight: number }[] {
  const lengths = lengthsOf(line);
  const starts = line.map((_, i) => lengths.slice(0, i).reduce((sum, length) => sum + length, 0));
  const mean = Math.max(1e-9, starts[starts.length - 1] / lengths.length);
  return (at) => {
    const whole = Math.min(lengths.length - 1, Math.floor(at));
    const along = starts[whole] + (at - whole) * lengths[whole];
    // All that lies before the second point's turn goes with the root.
    const done = line.map((_, i) => (i === 0 ? 1 : i === line.length - 1 ? 0 : doneAt((along - starts[i]) / mean)));
    const weights = done
      .map((share, joint) => ({ joint, weight: share - (done[joint + 1] ?? 0) }))
      .filter(({ weight }) => weight > 0)
      .sort((a, b) => b.weight - a.weight)
      .slice(0, MOST_FOLLOWED);
    const all = weights.reduce((sum, { weight }) => sum + weight, 0);
    return weights.map(({ joint, weight }) => ({ joint, weight: weight / all }));
  };
}

/** Where a soft piece carries what hangs from a place of it. */
export function carriedAlong(soft: SoftLine, angle: number, place: Place): Placement {
  const bent = bentLine(soft, angle);
  const line = placesAlong(soft);
  const weights = weightsAlong(line)(nearestOnLine(line, place).at);
  let turned = 0;
  const to = { x: 0, y: 0 };
  for (const { joint, weight } of weights) {
    const { x, y } = apply(bent[joint], place.x, place.y);
    turned += weight * bent[joint].angle;
    to.x += weight * x;
    to.y += weight * y;
  }
  const { x, y } = apply({ angle: turned, tx: 0, ty: 0 }, place.x, place.y);
  return { angle: turned, tx: to.x - x, ty: to.y - y };
}

/** Looks for the place that lies where another is seen. */
const LOOKS = 4;

/** Which place of a bent soft piece comes to lie at another: the way back of `carriedAlong`, to a fraction of a px. */
export function broughtBack(soft: SoftLine, angle: number, { x, y }: Place): Place {
  const line = placesAlong(soft);
  const off = (back: Place, i: number) => Math.abs(nearestOnLine(line, back).at - i);
  const backs = bentLine(soft, angle).map((placement) => unapply(placement, x, y));
  const nearest = backs.reduce((least, back, i) => (off(back, i) < off(backs[least], least) ? i : least), 0);
  let place = backs[nearest];
  for (let look = 0; look < LOOKS; look++) place = unapply(carriedAlong(soft, angle, place), x, y);
  return place;
}
