import { drawOrder, parentPiece, partOf, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { DiscOn } from '../document/row-types.js';
import type { CharacterDoc, JointRow, PieceId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { refuse, type Result } from '../errors.js';
import { plannedPart } from '../plan/plan.js';
import { cropPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { clearance, deepestNear, thickness } from './clearance.js';
import { drawnEnd } from './drawn-end.js';
import { fitJoint, type JointFit } from './fit-joint.js';
import { fitRoot } from './fit-root.js';
import { hiddenMeeting } from './hidden-meeting.js';
import { AS_WIDE, NARROW, bentHinge, contactsAt, straightHinge, withLine, type Disc } from './limb-discs.js';
import { limbSilhouette } from './limb-silhouette.js';
import { anyPaint, anyPaintWithin } from '../raster/sample.js';
import {
  fromMiddleLine,
  limbStretch,
  ownEdge,
  taperedTo,
  type EdgePoint,
  type HalfWidth,
  type Stretch,
} from './limb-stretch.js';
import { sharedBorder } from './shared-border.js';
import { withUsualLine } from './usual-line.js';

/** The confidence of the best fit: 1 is for discs placed by hand. */
const SUREST = 0.99;

/** How a joint between two pieces was fitted. */
export interface PairFit extends JointFit {
  kind: JointRow['kind'];
  /** `child` where the parent ends in a drawn line across the limb, as a cuff does, and the child does not; or the other way round. */
  discOn: DiscOn;
}

/** What a limb's twin on the other side of the body tells of it. */
export interface Twin {
  /** Half its width, px: for a limb of which one side alone is seen. */
  half: number | null;
  /** Where it has its root, mirrored, px: for one whose own root is hidden. */
  root: { x: number; y: number } | null;
}

/**
 * Fits a joint where two pieces touch: a disc inside the limb, or, where no such disc exists, one that lies
 * against the outer contour on one side.
 *
 * @param twin what is known from the same limb on the other side
 */
export function fitBetween(
  doc: CharacterDoc,
  childId: PieceId,
  parentId: PieceId,
  art: ViewArt,
  { half = null, root = null }: Partial<Twin> = {},
): Result<PairFit> {
  const fit = fitDisc(doc, childId, parentId, art, { half, root });
  if (fit.ok && fit.confidence === 0) {
    const [child, parent] = [childId, parentId].map((id) => pieceName(doc, pieceById(doc, id)));
    return refuse(
      'unsure',
      `Where ${child} and ${parent} touch there is too little of a limb to fit a disc to. Draw the disc by hand, over both.`,
      { x: fit.x, y: fit.y },
    );
  }
  return fit.ok ? withUsualLine(withoutBand(fit), art.design) : fit;
}

/** What is wider than this share of the disc's radius is a band of another paint, and not its outline. */
const BAND = 0.5;

function withoutBand<Fit extends PairFit>(fit: Fit): Fit {
  return fit.lineWidth < BAND * fit.radius ? fit : { ...fit, lineWidth: 0 };
}

/** A fit that is less sure than this is not taken unasked: another way of fitting is tried, and fit-all leaves the joint. */
export const SURE_ENOUGH = 0.35;
/** Sides that waver by less than this share of half the limb's width are straight. */
const STRAIGHT = 0.03;
/** How much less sure a fit is whose contact lies beneath a piece in front. */
const HALF_SEEN = 0.55;
/** px beyond a contact at which is looked for what lies there. */
const BEYOND = 1.6;

function fitDisc(doc: CharacterDoc, childId: PieceId, parentId: PieceId, art: ViewArt, twin: Twin): Result<PairFit> {
  const child = art.pieces.get(childId)?.face;
  const parent = art.pieces.get(parentId)?.face;
  if (!child || !parent) return refuse('do-not-touch', 'One of the two pieces has no paint.');
  const border = sharedBorder(child, parent);
  const part = partOf(doc, pieceById(doc, childId));
  const planned = plannedPart(doc, part)?.joint;
  const order = drawOrder(doc, pieceById(doc, childId).viewId).map((piece) => piece.id);
  const childInFront = order.indexOf(childId) > order.indexOf(parentId);
  const laterThan = (id: PieceId) =>
    order.slice(order.indexOf(id) + 1).flatMap((other): PlacedBitmap[] => [art.pieces.get(other)?.face ?? []].flat());
  if (!border.ok) {
    const hidden = hiddenMeeting(child, parent, laterThan(childInFront ? childId : parentId));
    if (hidden) return hiddenFit(hidden, child, parent, art.design, planned);
    const [name, other] = [childId, parentId].map((id) => pieceName(doc, pieceById(doc, id)));
    return refuse(border.code, `${name} and ${other} do not touch each other.`);
  }
  const silhouette = limbSilhouette([child, parent], art.design);
  /** An end that is kept as drawn, such as a cuff, has to lie in front of the one that turns under it. */
  const hingeEnd = (fit: JointFit): DiscOn => {
    const kept = drawnEnd(child, parent, border, fit);
    return kept === (childInFront ? 'child' : 'parent') ? 'both' : kept;
  };
  const middle = { x: (border.x0 + border.x1) / 2, y: (border.y0 + border.y1) / 2 };
  // A piece's edge and thickness are found once, however many ways of seeing its sides are tried.
  const childSeen = see(child, laterThan(childId), art.design);
  const parentSeen = see(parent, laterThan(parentId), art.design);
  const across = (seen: Seen) => Math.min(border.length, seen.thick);
  const parentSides = (half: HalfWidth | null, taken = 0) =>
    limbStretch(parentSeen.edge, middle, middleOf(parent), across(parentSeen), half, taken);
  const tip = tipOf(doc, childId, art);
  let parentStretch = parentSides(null);
  // Of a hidden side is known how far it lies from the other: at a hinge from the other piece, at a root from what hangs
  // on it, which goes on from it.
  const goesOn = () => nextStretch(tip && art.pieces.get(tip.id)?.face, tip, laterThan, art.design);
  const beyond = () => {
    const next = goesOn();
    if (!next || !tip) return null;
    // From joint to joint an animal's leg may turn and swell; from the root on an arm, a leg or a tail tapers all along.
    return planned === 'one-sided' ? tapersTo(next, Math.hypot(tip.x - middle.x, tip.y - middle.y)) : even(next.half);
  };
  const sides = (half: HalfWidth | null, from = middle, taken = 0) =>
    limbStretch(childSeen.edge, from, tip ?? middleOf(child), across(childSeen), half, taken);
  // A border along a limb's side says little of where it begins: that lies as far from its middle as its tip does.
  const fromEither = (taken: number) =>
    clearer(sides(null, middle, taken), tip && sides(null, mirrored(tip, middleOf(child)), taken));
  let childStretch =
    (twin.half === null ? null : sides(even(twin.half))) ??
    fromEither(0) ??
    sides(planned !== 'one-sided' && parentStretch ? even(parentStretch.half) : beyond());
  // Of whose root one side is too short to tell, tapers as what hangs from it does.
  if (planned === 'one-sided' && childStretch && !childStretch.isTold) {
    const next = goesOn();
    if (next?.isTold) childStretch = fromEither(Math.min(0, next.slope)) ?? childStretch;
  }
  if (!parentStretch && childStretch && planned !== 'one-sided') parentStretch = parentSides(even(childStretch.half));
  if (planned !== 'one-sided' && planned !== 'swivel') {
    parentStretch = taperedTo(childStretch, parentStretch, (taken) => parentSides(null, taken));
    childStretch = taperedTo(parentStretch, childStretch, (taken) => sides(null, middle, taken));
  }
  const others = (faces: readonly PlacedBitmap[]) => faces.filter((face) => face !== child && face !== parent);
  const later = others(laterThan(childInFront ? childId : parentId));
  const onLine = straightHinge(childStretch, parentStretch, border);

  const root = (): Result<PairFit> => {
    // What turns on top of something narrower, as a head does on its neck, turns about that one's end.
    const swivel = planned === 'swivel';
    // A neck that is hidden says nothing of where the head turns.
    const isTrunk = parentStretch && childStretch && parentStretch.half >= AS_NECK * childStretch.half;
    const isNeck = partOf(doc, pieceById(doc, parentId)).group === 'neck' || !isTrunk;
    const narrow = swivel ? isNeck : parentStretch && endsIn(parentStretch, middle, childStretch);
    const stretch = narrow ? parentStretch : childStretch;
    if (!stretch) return refuse('side-hidden', 'Only one side of the limb is seen near the joint.', middle);
    const [limb, body] = narrow ? [parent, child] : [child, parent];
    const inFront = narrow ? !childInFront : childInFront;
    const fit = fitRoot({ design: art.design, limb, body, inFront, later, stretch, swivel, mirrored: twin.root });
    if (!fit.ok) return fit;
    const kind = swivel ? 'swivel' : 'one-sided';
    return { ...fit, fillColour: fillOf(child, fit), kind, discOn: ROOT_END };
  };
  const hinge = (): Result<PairFit> => {
    const bent = bentHinge(childStretch, parentStretch, middle, border.length);
    // A border that bends far from its own straight line runs along the limb, not across it.
    const isAcross = bent || border.bend < 0.25 * border.length;
    if (!isAcross) return refuse('not-across', 'The two pieces do not meet across a limb.', middle);
    const inscribed = fitJoint(silhouette, border, { design: art.design });
    // Of a bent limb the middle lines say best where it bends, if they are lines: a foot has none.
    const asLines =
      bent && (bent.wavers < STRAIGHT || !inscribed.ok || inscribed.confidence < SURE_ENOUGH) ? bent : null;
    const fit = asLines
      ? withLine(
          { ...asLines, radius: clearance([child, parent, ...later], asLines, asLines.radius) },
          silhouette,
          art.design,
        )
      : inscribed;
    if (!fit.ok) return fit;
    const isSeen = fit.contacts.every(({ x, y }) => {
      const far = Math.hypot(x - fit.x, y - fit.y) || 1;
      return !anyPaint(later, x + ((x - fit.x) / far) * BEYOND, y + ((y - fit.y) / far) * BEYOND);
    });
    const kind = planned === 'swivel' || planned === 'one-sided' ? planned : 'hinge';
    const discOn = kind === 'one-sided' ? ROOT_END : hingeEnd(fit);
    const fillColour = kind === 'one-sided' ? fillOf(child, fit) : fit.fillColour;
    const made: PairFit = { ...fit, fillColour, kind, discOn, confidence: Math.min(SUREST, fit.confidence) };
    if (!bent && isPushed(made))
      return refuse('side-hidden', 'A piece in front hides where the limb ends to the side.', middle);
    // A contact beneath a piece in front may be that one's edge; the hand should look.
    return { ok: true, ...made, confidence: made.confidence * (bent || isSeen ? 1 : HALF_SEEN) };
  };
  const straight = (): Result<PairFit> => {
    if (!onLine) return refuse('side-hidden', 'Only one side of the limb is seen near the joint.', middle);
    const radius = clearance([child, parent, ...later], onLine, onLine.radius);
    if (radius < NARROW * onLine.radius)
      return refuse('no-disc', 'No disc as wide as the limb lies inside it here.', middle);
    const whole = withLine({ ...onLine, radius }, silhouette, art.design);
    return { ...whole, kind: 'hinge', discOn: hingeEnd(whole) };
  };
  /** A disc that something in front has pushed along the limb, away from where the middle line crosses the border. */
  const isPushed = (fit: PairFit) => {
    const off = onLine ? Math.hypot(onLine.x - fit.x, onLine.y - fit.y) : 0;
    return off > 0.15 * fit.radius && coversNear(later, fit);
  };
  const halves = [childStretch, parentStretch].flatMap((stretch) => stretch?.half ?? []);
  const oneSide = twin.half !== null;
  const ways = isOneLimb(childStretch, parentStretch, middle)
    ? [...(oneSide ? [] : [hinge]), straight, root]
    : [root, hinge, straight];
  /** What is no limb, as hair or a cap, turns about the middle of what it sits on; in front, all in its own paint. */
  const seat = (): Result<PairFit> => {
    const { x, y, radius } = (childInFront && deepestNear(child, middle, border.length / 2)) || {
      ...middle,
      radius: clearance([child, parent, ...later], middle, border.length / 2),
    };
    if (radius < 3) return refuse('no-disc', 'The two pieces touch along too short a border for a joint.', middle);
    const disc = { x, y, radius, axis: 0, confidence: SEAT, contacts: contactsAt({ x, y }, 1, 0, radius) };
    const fit = withLine(disc, silhouette, art.design);
    return { ...fit, confidence: SEAT, fillColour: fillOf(child, fit), kind: 'one-sided', discOn: ROOT_END };
  };
  if (planned !== 'one-sided' && planned !== 'swivel') return surest(ways, Math.min(...halves));
  return SEATED.has(part.group) ? surest([hinge, seat], 0) : surest([root, hinge], Math.min(...halves));
}

/** How sure a joint is of which nothing is seen: not enough to be taken unasked. */
const HIDDEN = 0.25;

/** A joint that a piece in front hides as a whole, halfway between what is seen of the two; the hand should look. */
function hiddenFit(
  disc: Disc,
  child: PlacedBitmap,
  parent: PlacedBitmap,
  design: PlacedBitmap,
  planned: JointRow['kind'] | null | undefined,
): Result<PairFit> {
  const contacts = contactsAt(disc, 1, 0, disc.radius);
  const fit = withLine(
    { ...disc, axis: 0, confidence: HIDDEN, contacts },
    limbSilhouette([child, parent], design),
    design,
  );
  const kind = planned ?? 'hinge';
  const discOn = kind === 'one-sided' ? ROOT_END : 'both';
  return { ...fit, confidence: HIDDEN, fillColour: fillOf(child, fit), kind, discOn };
}

/** The stretch of a limb that hangs from a piece, from the joint on; null where nothing hangs there, or it has no sides. */
function nextStretch(
  face: PlacedBitmap | null | undefined,
  tip: { id: PieceId; x: number; y: number } | null,
  laterThan: (id: PieceId) => PlacedBitmap[],
  design: PlacedBitmap,
): Stretch | null {
  if (!face || !tip) return null;
  const { edge, thick } = see(face, laterThan(tip.id), design);
  return limbStretch(edge, tip, middleOf(face), thick);
}

/** A limb that is as wide all along. */
const even = (half: number): HalfWidth => ({ half, slope: 0 });

/** Of the next stretch's half width, the most that a limb is thicker at its root. */
const THICKER = 1.25;

/** The half width at a limb's root, where only what goes on from it is seen: it tapers all along as that does. */
function tapersTo({ half, slope }: Stretch, far: number): HalfWidth {
  const narrowing = Math.min(0, Math.max(slope, ((1 - THICKER) * half) / Math.max(1, far)));
  return { half: half - narrowing * far, slope: narrowing };
}

/** Narrower than this share of the head, what it turns on is its neck; wider, it is a trunk without one. */
const AS_NECK = 0.9;

/** The first fit that is sure enough and not far narrower than the limb; or else the surest; or else the first refusal. */
function surest(ways: readonly (() => Result<PairFit>)[], half: number): Result<PairFit> {
  let best: Result<PairFit> | null = null;
  for (const way of ways) {
    const fit = way();
    if (!fit.ok) {
      best ??= fit;
      continue;
    }
    const narrow = Number.isFinite(half) && fit.radius < NARROW * half;
    const made = narrow ? { ...fit, confidence: Math.min(fit.confidence, 0.5 * SURE_ENOUGH) } : fit;
    if (made.confidence >= SURE_ENOUGH) return made;
    if (!best?.ok || made.confidence > best.confidence) best = made;
  }
  return best as Result<PairFit>;
}

/** Is it the parent that ends in the child, narrower than that and with its middle line through where they meet? */
function endsIn(parent: Stretch, middle: { x: number; y: number }, child: Stretch | null): boolean {
  return fromMiddleLine(parent, middle) < 0.5 * parent.half && (!child || parent.half * 1.25 < child.half);
}

/** Do two pieces go on from each other as one limb, about as wide as each other, rather than one from beneath the other? */
function isOneLimb(child: Stretch | null, parent: Stretch | null, middle: { x: number; y: number }): boolean {
  // Where one of them is too short to tell, it is a hand or a foot.
  if (!child || !parent) return true;
  if (fromMiddleLine(parent, middle) > 0.5 * parent.half) return false;
  return parent.half < AS_WIDE * child.half && child.half < AS_WIDE * parent.half;
}

/** Does one of some faces cover a place in the disc, or just beside it? */
function coversNear(faces: readonly PlacedBitmap[], { x, y, radius }: Disc): boolean {
  return anyPaintWithin(faces, { x, y }, radius * 1.25, 2);
}

/** Of a root, the limb alone carries the disc: on the trunk it would stay behind as a lobe when the limb swings. */
const ROOT_END: DiscOn = 'child';

/** Groups whose pieces sit on another as a whole and have no middle line. */
const SEATED = new Set(['hair', 'cap', 'hood', 'beard', 'ear', 'scarf', 'satchel', 'coat', 'wing']);
/** How sure such a seat is. */
const SEAT = 0.4;

/** A piece as its limb's sides are looked for. */
interface Seen {
  edge: readonly EdgePoint[];
  /** px; the widest disc in its paint. */
  thick: number;
}

function see(face: PlacedBitmap, later: readonly PlacedBitmap[], design: PlacedBitmap): Seen {
  return { edge: ownEdge(face, later, design), thick: thickness(face) };
}

/** Of two ways to see a limb's sides the one that is straighter, and seen from nearer by. */
function clearer(a: Stretch | null, b: Stretch | null): Stretch | null {
  const doubt = ({ residual, seenFrom, half }: Stretch) => (residual + 0.1 * Math.abs(seenFrom)) / half;
  return a && b ? (doubt(b) < doubt(a) ? b : a) : (a ?? b);
}

/** A place on the other side of a middle, not quite as far from it. */
function mirrored(at: { x: number; y: number }, middle: { x: number; y: number }): { x: number; y: number } {
  return { x: middle.x + 0.8 * (middle.x - at.x), y: middle.y + 0.8 * (middle.y - at.y) };
}

/** The middle of a face's bounds, px. */
function middleOf({ x, y, width, height }: PlacedBitmap): { x: number; y: number } {
  return { x: x + width / 2, y: y + height / 2 };
}

/** What hangs on a piece, and where it touches it, px; null where nothing does. */
function tipOf(doc: CharacterDoc, pieceId: PieceId, art: ViewArt): { id: PieceId; x: number; y: number } | null {
  const face = art.pieces.get(pieceId)?.face;
  const piece = pieceById(doc, pieceId);
  for (const other of doc.pieces) {
    const theirs = art.pieces.get(other.id)?.face;
    if (!face || !theirs || other.viewId !== piece.viewId || parentPiece(doc, other)?.id !== pieceId) continue;
    const border = sharedBorder(theirs, face);
    if (border.ok) return { id: other.id, x: (border.x0 + border.x1) / 2, y: (border.y0 + border.y1) / 2 };
  }
  return null;
}

/** The paint that most of a piece has within a disc, line left out: where two paints meet, the one that turns counts. */
function fillOf(face: PlacedBitmap, fit: JointFit): Rgb {
  const reach = Math.ceil(fit.radius);
  const rect = { x: Math.floor(fit.x) - reach, y: Math.floor(fit.y) - reach, width: 2 * reach, height: 2 * reach };
  const { data } = cropPlaced(face, rect);
  const tally = new Map<number, { count: number; sum: Rgb }>();
  for (let k = 0; k < data.length; k += 4) {
    if (data[k + 3] < 255) continue;
    const key = ((data[k] >> 4) << 8) | ((data[k + 1] >> 4) << 4) | (data[k + 2] >> 4);
    const { count, sum } = tally.get(key) ?? { count: 0, sum: [0, 0, 0] as Rgb };
    tally.set(key, { count: count + 1, sum: [sum[0] + data[k], sum[1] + data[k + 1], sum[2] + data[k + 2]] });
  }
  const means = [...tally.values()].map(({ count, sum }) => ({
    count,
    mean: sum.map((c) => Math.round(c / count)) as unknown as Rgb,
  }));
  const paints = means.filter(({ mean }) => fit.lineWidth === 0 || colourDistance(mean, fit.lineColour) > 9);
  return paints.sort((a, b) => b.count - a.count)[0]?.mean ?? fit.fillColour;
}
