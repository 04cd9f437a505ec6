import { refuse, type Result } from '../errors.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { limbSilhouette } from './limb-silhouette.js';
import type { JointFit } from './fit-joint.js';
import { clearance } from './clearance.js';
import { cutBorder } from './cut-border.js';
import { NARROW, axisOf, contactsAt, lineAt } from './limb-discs.js';
import { anyPaint, anyPaintWithin } from '../raster/sample.js';
import { fromMiddleLine, halfAt, placeAt, type Stretch } from './limb-stretch.js';

/** What a limb's root is fitted from. */
export interface RootInput {
  design: PlacedBitmap;
  /** The limb, and what it hangs from. */
  limb: PlacedBitmap;
  body: PlacedBitmap;
  /** Is the limb drawn in front of the body? */
  inFront: boolean;
  /** Faces of the pieces drawn later than either, under which the limb may go on. */
  later: readonly PlacedBitmap[];
  stretch: Stretch;
  /** Does one of the two turn on the other's end, as a head on its neck? Then no contour ahead says where. */
  swivel?: boolean;
  /** Where the limb's twin has its root, mirrored, px: taken where it lies on this limb's middle line. */
  mirrored?: { x: number; y: number } | null;
}

/** How far beyond the body's edge a limb's root may lie, in half widths. */
const DEEPEST = 2.4;
/**
 * Where a root lies when no contour says, in half widths beyond the body's edge: far enough that it turns beneath the
 * body, and not so far that the limb would open beside its disc as it turns.
 */
const USUAL = 0.55;
/** How far within its own end a head without a neck turns, or one with a neck beyond its edge on that, in half widths. */
const NODS = 0.3;
/** The disc meets a contour that lies ahead of it to within this of its way (cosine of 60°). */
const AHEAD = 0.5;
/** How much farther along the limb its disc may lie to fit in, in half widths. */
const FARTHER = 1.6;
/** A root lies on what it hangs from, or within this of it, in radii: farther off, the limb would come away as it turns. */
const MEETS = 1.1;
/** One that is as wide as this share has room. */
const ROOMY = 0.96;
/** Of a limb's width: an end that is narrower than this a tenth of the width before it ends is round. */
const ROUND_END = 0.82;

/**
 * Fits the disc of a limb's root (shoulder, hip, ear, tail root, neck): on the limb's middle line, as wide as the limb. A
 * limb in front that ends round has its disc in that end; a head without a neck turns a little within its own. Otherwise
 * it goes on beneath the body: as far as the outer contour ahead of it, or where there is none near, a little beyond the
 * body's edge.
 *
 * @returns the disc, or a refusal: `not-on-limb` where the middle line does not meet the body
 */
export function fitRoot({
  design,
  limb,
  body,
  inFront,
  later,
  stretch,
  swivel = false,
  mirrored = null,
}: RootInput): Result<JointFit> {
  const half = (along: number) => halfAt(stretch, along);
  const isOn = (faces: readonly PlacedBitmap[], along: number) => {
    const { x, y } = placeAt(stretch, along);
    return anyPaint(faces, x, y);
  };
  const start = Math.max(0, stretch.seenFrom) + stretch.half;
  const farthest = start - 8 * stretch.half;
  let edge = start;
  // Where the limb bends away, its middle line has left it.
  while (edge > farthest && !isOn([limb], edge)) edge -= 0.5;
  // Behind the body it goes on beneath whatever else lies in front of it.
  const goesOn = (at: number) => isOn([limb], at) || (!inFront && !isOn([body], at) && isOn(later, at));
  while (edge > farthest && goesOn(edge)) edge -= 0.5;
  if (edge <= farthest)
    return refuse('not-on-limb', 'The limb does not run towards what it hangs from.', placeAt(stretch, 0));
  if (half(edge) < 2)
    return refuse('not-on-limb', 'The limb comes to a point before it meets what it hangs from.', placeAt(stretch, 0));
  let along: number;
  let solid: readonly PlacedBitmap[] = [limb, body, ...later];
  const section = sectionAt(limb, stretch, edge + 0.2 * half(edge));
  const ending = !isOn(later, edge);
  const isRound = section < ROUND_END * 2 * half(edge) || !isOn([body], edge - 1);
  if (inFront && ending && swivel) along = edge + NODS * half(edge);
  else if (inFront && ending && isRound) along = edge + half(edge);
  else if (inFront && ending) along = edge;
  else {
    along = edge - (swivel ? NODS : USUAL) * half(edge);
    for (let t = edge; !swivel && t > edge - DEEPEST * half(edge); t -= 0.5)
      if (isFreeAhead(solid, stretch, t)) {
        along = t;
        break;
      }
  }
  if (mirrored && fromMiddleLine(stretch, mirrored) < 0.5 * stretch.half)
    along = (mirrored.x - stretch.x) * stretch.ux + (mirrored.y - stretch.y) * stretch.uy;
  const roomAt = (at: number) => clearance(solid, placeAt(stretch, at), half(at));
  // Where the end is cut aslant, the disc lies a little farther along the limb, where it fits in.
  for (let t = along; t < along + FARTHER * half(along); t += 2)
    if (roomAt(t) > ROOMY * half(t)) {
      along = t;
      break;
    }
  if (inFront && !swivel && cutBorder(limb, body, design).length < CUT_OFF * half(along)) {
    // An end that is drawn whole, and not cut off, holds its disc: it needs no copy of what lies beside it.
    const own = wholeWithin(limb, stretch, along);
    if (own !== null) [along, solid] = [own, [limb]];
  }
  const { x, y } = placeAt(stretch, along);
  const wanted = half(along);
  const radius = roomAt(along);
  if (radius < NARROW * wanted)
    return refuse('no-disc', 'No disc as wide as the limb lies inside the two pieces here.', { x, y });
  if (!(radius >= 2)) return refuse('not-on-limb', 'The limb is too narrow for a disc where it begins.', { x, y });
  if (!anyPaintWithin([body], { x, y }, MEETS * radius, 1))
    return refuse('not-on-limb', 'A piece in front hides where the limb meets what it hangs from.', { x, y });
  const shape = Math.max(0, 1 - stretch.residual / (1.5 + radius * 0.08));
  const near = stretch.seenFrom < 2 * stretch.half ? 1 : 0.75;
  const { ux, uy } = stretch;
  const disc = { x, y, radius, contacts: contactsAt({ x, y }, ux, uy, radius), axis: axisOf(ux, uy) };
  return {
    ok: true,
    ...disc,
    ...lineAt(disc, limbSilhouette([limb, body], design), design),
    confidence: 0.8 * shape * near,
  };
}

/** How far along a limb a disc that is nearly as wide as the limb may lie to be all in its paint, in half widths. */
const WITHIN = 0.4;
const NEARLY = 0.83;
/** A border through one paint that is longer than this, in half widths, is where the limb was cut off. */
const CUT_OFF = 0.5;

/** The first place, from another on along the limb, at which a disc nearly as wide lies all in the limb's own paint; null for none. */
function wholeWithin(limb: PlacedBitmap, stretch: Stretch, from: number): number | null {
  const half = halfAt(stretch, from);
  for (let at = from; at <= from + WITHIN * half; at += 1)
    if (clearance([limb], placeAt(stretch, at), half) >= NEARLY * half) return at;
  return null;
}

/** How wide a limb's paint is across its middle line, px. */
function sectionAt(limb: PlacedBitmap, stretch: Stretch, along: number): number {
  const { x, y } = placeAt(stretch, along);
  const reach = (sign: number) => {
    let d = 0;
    while (d < 4 * stretch.half && anyPaint([limb], x - sign * stretch.uy * d, y + sign * stretch.ux * d)) d += 0.5;
    return d;
  };
  return reach(1) + reach(-1);
}

/** Does the disc at a place along the limb, ahead of it, reach out of all that is solid? */
function isFreeAhead(solid: readonly PlacedBitmap[], stretch: Stretch, along: number): boolean {
  const { x, y } = placeAt(stretch, along);
  const radius = halfAt(stretch, along) + 0.5;
  for (let k = -8; k <= 8; k++) {
    const turn = (k / 8) * Math.acos(AHEAD);
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const dx = -(stretch.ux * cos - stretch.uy * sin);
    const dy = -(stretch.uy * cos + stretch.ux * sin);
    if (!anyPaint(solid, x + dx * radius, y + dy * radius)) return true;
  }
  return false;
}
