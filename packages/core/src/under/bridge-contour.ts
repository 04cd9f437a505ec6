import type { End, SeenStretch } from './contour-ends.js';

/** A piece's contour carried on beneath what hides it, from where it goes under to where it comes out. */
export interface Bridge {
  /** The four points of a cubic curve: x, y pairs, px. */
  curve: number[];
  /** The indices of the stretches that it joins. */
  from: number;
  to: number;
  /** Degrees by which it turns in all; half a turn or more closes a limb's end, and is a guess. */
  turns: number;
  /** The line that it follows where the artist has drawn one; x, y pairs, px. */
  line?: number[];
  /** Its place among the contours that the artist has drawn. */
  drawn?: number;
  /** 0 to 1: how far its ends bend as an arc of a circle between them would; near 0 where they run straight up to it. */
  round: number;
}

/** A bridge that the artist has drawn. */
export interface HandBridge {
  /** Its place among the contours that the artist has drawn. */
  drawn: number;
  from: number;
  to: number;
  /** The cubic, where it was made by its handles. */
  curve?: number[];
  line: number[];
}

/** What a pairing costs that the artist has made otherwise. */
const NEVER = 1e6;

/** The most ways of pairing that are all tried; with more ends each goes to the nearest that is left. */
const ALL_WAYS = 6;
/** What a way that bends back on itself costs, against the squares of what it turns at its ends, rad. */
const HIDDEN_COST = 6;
/** A way that costs no more than this many times the best, and this much, is as likely: then the artist is asked. */
const CLOSE = 1.1;
const CLOSE_BY = 0.05;
/** Places along a bridge that are looked at. */
const LOOKS = 12;
/** A bridge's handles are no longer than this share of the way between its ends. */
const LONGEST = 0.75;
/** A bridge that turns by less than this, rad, in all is no sharper for ends that run straight. */
const SHARP = 1;
/** The shortest that handles get for ends that run straight, of an arc's. */
const LEAST_ROUND = 0.25;
/** Half a turn, less a little: what turns by more closes an end. */
export const CLOSES = 130;

/**
 * Carries a contour on: where it goes under is paired with where it comes out so that all curves together bend least and lie
 * beneath what hides them; each is a cubic that leaves and comes in as the contour runs and is nearest to an arc of a
 * circle between (handles of 4/3 tan(θ/4) radii, for the angle θ by which it turns).
 *
 * @param isHidden is a place of the canvas, px, covered by a piece in front?
 * @param byHand bridges that the artist has drawn: these are so
 * @returns with another way that is about as likely, where there is one
 */
export function bridgeContour(
  stretches: readonly SeenStretch[],
  isHidden: (x: number, y: number) => boolean,
  byHand: readonly HandBridge[] = [],
): { bridges: Bridge[]; otherWay: Bridge[] | null } {
  const costAt = (at: number, into: number) => {
    if (byHand.some(({ from, to }) => from === at && to === into)) return 0;
    if (byHand.some(({ from, to }) => from === at || to === into)) return NEVER;
    return costOf(stretches[at].to, stretches[into].from, isHidden);
  };
  const cost = stretches.map((_, at) => stretches.map((__, into) => costAt(at, into)));
  const [pairs, others] = stretches.length <= ALL_WAYS ? cheapestTwo(cost) : [nearest(cost), null];
  const bridgesOf = (way: readonly number[]) => way.map((into, at) => bridgeAt(at, into));
  const sumOf = (way: readonly number[]) => way.reduce((sum, into, at) => sum + cost[at][into], 0);
  const isClose = others !== null && sumOf(others) < sumOf(pairs) * CLOSE + CLOSE_BY;
  return { bridges: bridgesOf(pairs), otherWay: isClose ? bridgesOf(others) : null };

  function bridgeAt(at: number, into: number): Bridge {
    const { curve, turns, round } = curveBetween(stretches[at].to, stretches[into].from);
    const hand = byHand.find((one) => one.from === at && one.to === into);
    return {
      curve: hand?.curve ?? curve,
      from: at,
      to: into,
      turns,
      round,
      ...(hand && { line: hand.line, drawn: hand.drawn }),
    };
  }
}

/** What a bridge between two ends costs: how sharply it turns at them, and how much of it does not lie beneath anything. */
function costOf(out: End, into: End, isHidden: (x: number, y: number) => boolean): number {
  const { curve, first, second } = curveBetween(out, into);
  let open = 0;
  for (let k = 1; k < LOOKS; k++) {
    const { x, y } = pointAt(curve, k / LOOKS);
    if (!isHidden(x, y)) open++;
  }
  return first * first + second * second + (HIDDEN_COST * open) / (LOOKS - 1);
}

/** A cubic between two ends, and the angles, rad, that it turns by at the one and at the other. */
function curveBetween(out: End, into: End): Omit<Bridge, 'from' | 'to'> & { first: number; second: number } {
  const [cx, cy] = [into.x - out.x, into.y - out.y];
  const chord = Math.hypot(cx, cy);
  const first = chord > 0 ? turnBetween(out.dx, out.dy, cx, cy) : 0;
  const second = chord > 0 ? turnBetween(cx, cy, into.dx, into.dy) : 0;
  // Where both turn one way it is an arc; where they do not, the curve is an S, each half for itself.
  const whole = Math.sign(first) === Math.sign(second) ? Math.abs(first + second) : Math.abs(first - second) / 2;
  const arc = chord * Math.min(LONGEST, handleShare(whole));
  // What runs straight up to a sharp turn has its corner where it is not seen, and what bends more than the arc is in its
  // corner already: neither swings out as far.
  const bow = (2 * Math.sin(Math.min(Math.PI, whole) / 2)) / chord;
  const roundness = (bends: number, turn: number) => {
    if (whole < SHARP) return 1;
    const share = (bends * Math.sign(turn)) / bow;
    return Math.max(LEAST_ROUND, share > 1 ? 1 / Math.sqrt(share) : share);
  };
  const rounds = [roundness(out.bends, first), roundness(-into.bends, second)];
  const [handle, other] = rounds.map((share) => arc * share);
  return {
    curve: [
      out.x,
      out.y,
      out.x + out.dx * handle,
      out.y + out.dy * handle,
      into.x - into.dx * other,
      into.y - into.dy * other,
      into.x,
      into.y,
    ],
    turns: (Math.abs(first + second) * 180) / Math.PI,
    round: (rounds[0] + rounds[1]) / 2,
    first,
    second,
  };
}

/** Of an arc's chord: how long the handles of the cubic are that is nearest to it, for the angle it turns by, rad. */
function handleShare(turn: number): number {
  return turn < 0.01 ? 1 / 3 : (2 / 3) * (Math.tan(turn / 4) / Math.sin(turn / 2));
}

/** The angle from one way to another, rad, -π to π. */
function turnBetween(ax: number, ay: number, bx: number, by: number): number {
  return Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
}

/** A place on a cubic, 0 to 1. */
function pointAt(curve: readonly number[], share: number): { x: number; y: number } {
  const left = 1 - share;
  const [a, b, c, d] = [left ** 3, 3 * left * left * share, 3 * left * share * share, share ** 3];
  return {
    x: a * curve[0] + b * curve[2] + c * curve[4] + d * curve[6],
    y: a * curve[1] + b * curve[3] + c * curve[5] + d * curve[7],
  };
}

/** A cubic as x, y pairs about `step` px apart, both ends included. */
export function pointsAlong(curve: readonly number[], step: number): number[] {
  const length = [0, 2, 4].reduce(
    (sum, k) => sum + Math.hypot(curve[k + 2] - curve[k], curve[k + 3] - curve[k + 1]),
    0,
  );
  const count = Math.max(1, Math.min(4000, Math.ceil(length / step)));
  const points: number[] = [];
  for (let k = 0; k <= count; k++) {
    const { x, y } = pointAt(curve, k / count);
    points.push(x, y);
  }
  return points;
}

/** For each row its column, so that the sum is least, and the next best; null where there is but one. All ways are tried. */
function cheapestTwo(cost: readonly (readonly number[])[]): [number[], number[] | null] {
  let [best, second]: [number[], number[] | null] = [[], null];
  let [least, next] = [Infinity, Infinity];
  const pick = (taken: number[], sum: number) => {
    if (sum >= next) return;
    if (taken.length === cost.length) {
      if (sum < least) {
        [second, next] = [least < Infinity ? best : null, least];
        [best, least] = [[...taken], sum];
      } else [second, next] = [[...taken], sum];
      return;
    }
    for (let into = 0; into < cost.length; into++)
      if (!taken.includes(into)) pick([...taken, into], sum + cost[taken.length][into]);
  };
  pick([], 0);
  return [best, second];
}

/** For each row its column, the cheapest pairs first. */
function nearest(cost: readonly (readonly number[])[]): number[] {
  const pairs = cost.flatMap((row, at) => row.map((value, into) => ({ value, at, into })));
  const found: number[] = new Array<number>(cost.length).fill(-1);
  const taken = new Set<number>();
  for (const { at, into } of pairs.sort((a, b) => a.value - b.value)) {
    if (found[at] >= 0 || taken.has(into)) continue;
    found[at] = into;
    taken.add(into);
  }
  return found;
}
