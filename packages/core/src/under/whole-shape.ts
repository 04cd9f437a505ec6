import { hides, hidesAt, type OwnerMap } from '../cut/owners.js';
import type { CarriedContour } from '../document/rows.js';
import { contactsAt } from '../joints/limb-discs.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { INSIDE, createPlacedMask, cropMask, uniteMasks, type PlacedMask } from '../raster/mask.js';
import { fillLoop } from '../raster/polygon.js';
import { CLOSES, bridgeContour, pointsAlong, type Bridge } from './bridge-contour.js';
import { fitCarried } from './carried.js';
import { seenContour, type SeenStretch } from './contour-ends.js';

/** A disc in which a piece ends, px. */
export interface EndDisc {
  x: number;
  y: number;
  radius: number;
  /** px by which the end that the piece has of it is smaller: the outline that the other piece carries. */
  shrink: number;
}

/** What a piece is taken to cover where pieces in front hide it. */
export interface WholeShape {
  /** The hidden part: 255 where a piece in front hides the design's paint and this piece goes on beneath. */
  hidden: PlacedMask;
  bridges: Bridge[];
  /** Another way to carry its contours on that is about as likely; null where there is none. */
  otherWay: Bridge[] | null;
  /** Contours carried on by hand that meet no end of what is seen any more, by their places in the list. */
  dropped: number[];
  /** Where its contour runs on beneath, x, y pairs, px: what an outline is drawn along. */
  outlines: number[][];
  /** Ends whose rounding has drawn their paint and outline: beyond the limb's own stretch they stay as they are. */
  ends: RoundEnd[];
}

/** The half of a disc that lies away from its limb. */
export interface RoundEnd extends EndDisc {
  /** The way from the limb to the disc, of length 1. */
  dx: number;
  dy: number;
}

export interface WholeShapeInput {
  face: PlacedBitmap;
  /** The piece's place in the draw order. */
  index: number;
  /** Of the whole canvas. */
  owners: OwnerMap;
  /** The disc about which the piece turns, if it is rounded to it; and those of what hangs from it. */
  root: EndDisc | null;
  tips: readonly EndDisc[];
  /** px from its tip's disc to where its root is to be expected, by the stretch that hangs from it; null where nothing tells. */
  long: number | null;
  /** Discs in one of which it may end where its own is hidden, as its twin on the other side has it. */
  asTwin: readonly EndDisc[];
  /** Contours that the artist has carried on. */
  carried: readonly CarriedContour[];
  /** px; 0 for art without outline. */
  lineWidth: number;
  /** The whole view's design, at 0, 0: only where that is opaque anything is hidden. */
  design: PlacedBitmap;
}

/** Line widths of contour, and px at least, from which the way at an end is taken. */
const WAY = 6;
const LEAST_WAY = 12;
/** px between two points of a bridge. */
const STEP = 1;
/** A disc closes an end whose middle lies within this of it, in widths of the end. */
const NEAR_DISC = 2.5;
/** A piece of which at least this share lies between its discs, or within some px and a share of its radius of that, is a stretch of a limb. */
const LIMB = 0.9;
const BESIDE = 3;
const BESIDE_SHARE = 0.2;

/**
 * Proposes a piece's whole shape: its contour is carried on beneath what hides it (`bridgeContour`), and what lies inside
 * belongs to it. A limb that runs under something and has its disc there goes on straight to that disc; and a stretch of a
 * limb between two discs is what these and their tangents enclose, however little of its sides is seen.
 */
export function wholeShape(input: WholeShapeInput): WholeShape {
  const { face, index, owners, root, tips, long, asTwin, carried, lineWidth, design } = input;
  const isHidden = (x: number, y: number) => {
    const [column, row] = [Math.floor(x) - owners.x, Math.floor(y) - owners.y];
    if (column < 0 || row < 0 || column >= owners.width || row >= owners.height) return false;
    const i = row * owners.width + column;
    return hidesAt(owners, design, index, i);
  };
  const discs = root ? [root, ...tips] : tips;
  const loops = discs.map((disc) => hullOf(disc, disc));
  const limbs = root ? tips.map((tip) => hullOf(root, tip)) : [];
  let bridges: Bridge[] = [];
  let otherWay: Bridge[] | null = null;
  let dropped: number[] = [];
  const outlines: number[][] = [];
  const ends: RoundEnd[] = [];
  const hidesIn = root || carried.length > 0 || tips.length !== 1 ? null : likelyRoot(face, asTwin, tips[0]);
  if (hidesIn) {
    loops.push(hullOf(hidesIn, tips[0]));
    outlines.push(...sidesOf(hidesIn, tips[0]));
    ends.push(endAway(tips[0], hidesIn));
  } else if (carried.length === 0 && root && isStretch(face, root, tips)) {
    loops.push(...limbs);
    outlines.push(...tips.flatMap((tip) => sidesOf(root, tip)));
    ends.push(endAway(root, tips[0]), ...tips.map((tip) => endAway(tip, root)));
  } else {
    const { stretches, covered } = seenContour(face, index, owners, Math.max(LEAST_WAY, WAY * lineWidth), discs);
    const byHand = fitCarried(carried, stretches, lineWidth, owners);
    dropped = byHand.dropped;
    ({ bridges, otherWay } = bridgeContour(stretches, isHidden, byHand.bridges));
    loops.push(...byHand.loops);
    outlines.push(...byHand.loops.map((loop) => [...loop, loop[0], loop[1]]));
    loops.push(...covered, ...loopsOf(stretches, bridges));
    for (const bridge of bridges) {
      if (bridge.line) {
        outlines.push(bridge.line);
        continue;
      }
      const end = bridge.turns > CLOSES ? discBeyond(bridge, discs) : null;
      const [out, into] = [stretches[bridge.from], stretches[bridge.to]];
      const sides = end
        ? toDisc(bridge, end)
        : goesOn(bridge)
          ? goingOn(bridge, out, into, lacking(bridge, tips, long))
          : null;
      if (sides) loops.push(sides);
      if (end) ends.push(endAway(end, middleOf(bridge)));
      outlines.push(...(sides ? [sides.slice(0, 4), sides.slice(4)] : [pointsAlong(bridge.curve, STEP)]));
    }
  }
  for (const disc of discs)
    if (!ends.some(({ x, y }) => x === disc.x && y === disc.y)) ends.push(endAway(disc, heart(face)));
  const filled = loops.map((loop) => fillLoop(loop, owners)).filter(({ width }) => width > 0);
  const hidden =
    filled.length > 0 ? uniteMasks(filled) : createPlacedMask({ x: face.x, y: face.y, width: 0, height: 0 });
  keepHiddenMutable(hidden, input, ends);
  return { hidden, bridges, otherWay, dropped, outlines, ends };
}

/** Takes out of a mask what nothing in front hides, and what a rounded end leaves to the other piece. */
function keepHiddenMutable(
  { x, y, width, height, data }: PlacedMask,
  { owners, design, index }: Pick<WholeShapeInput, 'owners' | 'design' | 'index'>,
  ends: readonly RoundEnd[],
): void {
  // Every pixel of the loops is looked at: by its place in the canvas's own arrays, within which the loops lie.
  const [{ owner }, { data: drawn }] = [owners, design];
  for (let row = 0, i = 0; row < height; row++) {
    const py = y + row + 0.5;
    const near = ends.filter(({ y: cy, radius }) => Math.abs(py - cy) <= radius + 1);
    let at = (y + row - owners.y) * owners.width + x - owners.x;
    for (let column = 0; column < width; column++, i++, at++) {
      if (data[i] === 0) continue;
      if (!hides(owner[at], drawn[at * 4 + 3], index) || (near.length > 0 && isRim(near, x + column + 0.5, py)))
        data[i] = 0;
    }
  }
}

/** Does all but a little of a face lie within a limb's stretches from its root? */
function isStretch(face: PlacedBitmap, root: EndDisc, tips: readonly EndDisc[]): boolean {
  const stretches = tips.map((tip) => [root, tip] as const);
  return shareWithin(face, stretches, BESIDE + Math.round(BESIDE_SHARE * root.radius)) >= LIMB;
}

/** Of some discs the one from which the limb's stretch to its tip holds most of what is seen of it; null where none does. */
function likelyRoot(face: PlacedBitmap, discs: readonly EndDisc[], tip: EndDisc): EndDisc | null {
  const held = discs
    .map((disc) => ({ disc, share: shareWithin(face, [[disc, tip]], BESIDE) }))
    .filter(({ share }) => share >= LIMB);
  return held.sort((a, b) => b.share - a.share)[0]?.disc ?? null;
}

/** Points along half of a disc's rim. */
const HALF_TURN = 48;

/** Where two discs have their common tangents: the way from the one to the other, and how far from it they touch, rad. */
function tangentsOf(a: EndDisc, b: EndDisc): { way: number; lean: number } | null {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const far = Math.hypot(dx, dy);
  if (far <= Math.abs(a.radius - b.radius)) return null;
  return { way: Math.atan2(dy, dx), lean: Math.acos((a.radius - b.radius) / far) };
}

/** What two discs and the tangents between them enclose: a stretch of a limb. x, y pairs, px. */
function hullOf(a: EndDisc, b: EndDisc): number[] {
  const tangents = tangentsOf(a, b);
  // Of two discs of which one holds the other, the larger is all.
  if (!tangents) return arcOf(a.radius >= b.radius ? a : b, 0, 2 * Math.PI);
  const { way, lean } = tangents;
  return [...arcOf(a, way + lean, way + 2 * Math.PI - lean), ...arcOf(b, way - lean, way + lean)];
}

/** The tangents between two discs. */
function sidesOf(a: EndDisc, b: EndDisc): number[][] {
  const tangents = tangentsOf(a, b);
  if (!tangents) return [];
  return [tangents.way + tangents.lean, tangents.way - tangents.lean].map((angle) =>
    [a, b].flatMap(({ x, y, radius }) => [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]),
  );
}

function endAway(disc: EndDisc, from: { x: number; y: number }): RoundEnd {
  const [dx, dy] = [disc.x - from.x, disc.y - from.y];
  const far = Math.hypot(dx, dy) || 1;
  return { ...disc, dx: dx / far, dy: dy / far };
}

/** The middle of a face's bounds, px. */
function heart({ x, y, width, height }: PlacedBitmap): { x: number; y: number } {
  return { x: x + width / 2, y: y + height / 2 };
}

/** Does a place lie in the outer half of a rounded end, where that leaves the outline to the other piece? */
function isRim(ends: readonly RoundEnd[], px: number, py: number): boolean {
  for (const { x, y, radius, shrink, dx, dy } of ends) {
    const far = Math.hypot(px - x, py - y);
    if (far > radius - shrink && far <= radius + 1 && (px - x) * dx + (py - y) * dy >= 0) return true;
  }
  return false;
}

/** Halfway between the two ends of a bridge. */
function middleOf({ curve }: Bridge): { x: number; y: number } {
  return { x: (curve[0] + curve[6]) / 2, y: (curve[1] + curve[7]) / 2 };
}

function arcOf({ x, y, radius }: EndDisc, from: number, to: number): number[] {
  return Array.from({ length: HALF_TURN + 1 }, (_, k) => from + ((to - from) * k) / HALF_TURN).flatMap((angle) => [
    x + radius * Math.cos(angle),
    y + radius * Math.sin(angle),
  ]);
}

/** The share of a face's paint that lies within a limb's stretches, each from disc to disc, or `beside` px of them. */
function shareWithin(face: PlacedBitmap, stretches: readonly (readonly [EndDisc, EndDisc])[], beside: number): number {
  if (stretches.length === 0) return 0;
  // What lies beside two discs and their tangents is enclosed by those of discs that are so much larger.
  const larger = (disc: EndDisc): EndDisc => ({ ...disc, radius: disc.radius + beside });
  const near = cropMask(
    uniteMasks(stretches.map(([from, to]) => fillLoop(hullOf(larger(from), larger(to)), face))),
    face,
  ).data;
  let [inside, all] = [0, 0];
  for (let i = 0; i < near.length; i++) {
    if (face.data[4 * i + 3] <= INSIDE) continue;
    all++;
    if (near[i] > INSIDE) inside++;
  }
  return all === 0 ? 0 : inside / all;
}

/** The closed contours that stretches and bridges make, one after the other. */
function loopsOf(stretches: readonly SeenStretch[], bridges: readonly Bridge[]): number[][] {
  const onward = new Map(bridges.map((bridge) => [bridge.from, bridge]));
  const seen = new Set<number>();
  const loops: number[][] = [];
  for (let start = 0; start < stretches.length; start++) {
    const loop: number[] = [];
    for (let at = start; !seen.has(at);) {
      seen.add(at);
      const bridge = onward.get(at);
      loop.push(...stretches[at].points, ...(bridge ? (bridge.line ?? pointsAlong(bridge.curve, STEP)) : []));
      at = bridge?.to ?? at;
    }
    if (loop.length > 0) loops.push(loop);
  }
  return loops;
}

/** The disc in which a bridge that closes a limb ends: the nearest that lies beyond it. */
function discBeyond(bridge: Bridge, discs: readonly EndDisc[]): EndDisc | null {
  const { x: mx, y: my } = middleOf(bridge);
  const { curve } = bridge;
  const width = Math.hypot(curve[6] - curve[0], curve[7] - curve[1]);
  const [ox, oy] = [(curve[2] + curve[4]) / 2 - mx, (curve[3] + curve[5]) / 2 - my];
  const near = discs
    .map((disc) => ({
      disc,
      far: Math.hypot(disc.x - mx, disc.y - my),
      ahead: (disc.x - mx) * ox + (disc.y - my) * oy,
    }))
    .filter(({ disc, far, ahead }) => far < NEAR_DISC * width && (ahead > 0 || far < disc.radius));
  return near.sort((a, b) => a.far - b.far)[0]?.disc ?? null;
}

/** How far a limb that runs under something goes on, in its widths, where no joint says; and no farther than it is seen. */
const GOES_ON = 1;
/** Where the stretch that hangs from it tells how long it is: how far it goes on at most, in its widths. */
const GOES_ON_AT_MOST = 2.5;
/** Degrees to within which the two sides of such a limb run alike, and how round its end may look at most. */
const ALIKE = 25;
const STRAIGHT = 0.6;

/** Does a bridge close the end of a limb that runs under something, both sides straight, rather than the top of a head? */
function goesOn({ turns, round }: Bridge): boolean {
  return Math.abs(turns - 180) < ALIKE && round < STRAIGHT;
}

/** How wide a limb is where something hides it, px. */
function widthAt({ curve }: Bridge): number {
  return Math.hypot(curve[6] - curve[0], curve[7] - curve[1]);
}

/**
 * px that a limb's stretch lacks where it runs under something: two stretches of a limb are about as long as each other, from
 * joint to joint, and it ends round about its root.
 */
function lacking(bridge: Bridge, tips: readonly EndDisc[], long: number | null): number {
  if (long === null || tips.length !== 1) return 0;
  const [{ x, y }] = tips;
  const middle = middleOf(bridge);
  return long + widthAt(bridge) / 2 - Math.hypot(middle.x - x, middle.y - y);
}

/** A limb's end carried on straight, as both its sides run. @param lacks px that it is known to lack */
function goingOn(
  bridge: Bridge,
  { to, points }: SeenStretch,
  { from, points: others }: SeenStretch,
  lacks: number,
): number[] {
  const width = widthAt(bridge);
  const seen = Math.min(points.length, others.length) / 2 / (points === others ? 2 : 1);
  const far = Math.max(Math.min(GOES_ON * width, seen), Math.min(lacks, GOES_ON_AT_MOST * width));
  return [
    ...[to.x, to.y, to.x + to.dx * far, to.y + to.dy * far],
    ...[from.x - from.dx * far, from.y - from.dy * far, from.x, from.y],
  ];
}

/** What lies between a limb's end and its disc: as wide as the one on this side and the other on that. */
function toDisc({ curve }: Bridge, { x, y, radius }: EndDisc): number[] {
  const [ax, ay, bx, by] = [curve[0], curve[1], curve[6], curve[7]];
  const [ux, uy] = [x - (ax + bx) / 2, y - (ay + by) / 2];
  const far = Math.hypot(ux, uy) || 1;
  const sides = contactsAt({ x, y }, ux / far, uy / far, radius);
  const [near, other] = sides.sort((p, q) => Math.hypot(p.x - ax, p.y - ay) - Math.hypot(q.x - ax, q.y - ay));
  return [ax, ay, near.x, near.y, other.x, other.y, bx, by];
}
