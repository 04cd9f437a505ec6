import type { JointRow, PartId, PieceId, ViewRow } from '../document/rows.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import type { Landmark } from './landmarks.js';
import type { PieceMeasure } from './measure-view.js';

/** Colours farther off than this, OKLab × 100, are a finding. */
export const COLOUR_LIMIT = 3;

/** How a part of one view stands against the same part of another. */
export interface Drift {
  /** Per cent by which it is larger; null where that is not known, as in the reference itself. */
  size: number | null;
  /** Per cent of the character's height by which it lies higher. */
  height: number | null;
  /** How far its main colour lies off, with both colours. */
  colour: { distance: number; here: Rgb; there: Rgb; limit: number } | null;
}

/** A view that can be compared: its row, with what was measured of it. */
export interface Side {
  view: ViewRow;
  marks: Landmark[];
  /** Floor and height from floor to crown, px. */
  floor: number;
  tall: number;
  pieces: Map<PartId, PieceHere>;
}

export interface PieceHere {
  id: PieceId;
  measure: PieceMeasure | null;
  /** Is it cut from a limb with others? */
  inLimb: boolean;
  /** Its joint, and that of what is next in its limb. */
  pivot: JointRow | null;
  next: JointRow | null;
}

/** The ways in which a part's size is told, px: from its upper to its lower end, and along a limb. */
const SIZES: readonly ((piece: PieceMeasure) => number | null)[] = [
  ({ top, bottom }) => (top !== null && bottom !== null ? bottom - top : null),
  ({ length }) => length,
];

export const NO_DRIFT: Drift = { size: null, height: null, colour: null };

/** How a part drifts in a view from what it is in the reference; what cannot be told is null. */
export function driftOf(partId: PartId, side: Side, reference: Side): Drift {
  const [here, there] = [side.pieces.get(partId), reference.pieces.get(partId)];
  if (!here?.measure || !there?.measure) return NO_DRIFT;
  const own = { ...here, measure: here.measure };
  const other = { ...there, measure: there.measure };
  const isUnknown = isSmallAndCovered(own, side) || isSmallAndCovered(other, reference);
  const drifts = (isUnknown ? [] : sizesOf(own, other)).map(([a, b]) => {
    const unsure = 100 * (a.unsure / a.size + b.unsure / b.size);
    const drift = 100 * (a.size / side.tall / (b.size / reference.tall) - 1);
    return Math.sign(drift) * Math.max(0, Math.abs(drift) - unsure);
  });
  // A limb that is drawn slanted in one view hangs straight in another: what is too large is so both ways.
  const size = drifts.length > 0 ? drifts.reduce((a, b) => (Math.abs(b) < Math.abs(a) ? b : a)) : null;
  const heights = heightsOf(own, other).map(
    ([a, b]) => 100 * ((side.floor - a) / side.tall - (reference.floor - b) / reference.tall),
  );
  const height = heights.length > 0 ? heights.reduce((sum, one) => sum + one, 0) / heights.length : null;
  const shows = own.measure.area / side.tall ** 2 / (other.measure.area / reference.tall ** 2);
  const colour = shows < LITTLE ? null : colourDrift(own.measure.colours, other.measure.colours);
  return { size, height, colour: colour && { ...colour, limit: shows < HALF ? PARTLY_LIMIT : COLOUR_LIMIT } };
}

/** Lower than this share of the character, as brows are, what is partly covered tells nothing of its size. */
const SMALL = 0.025;

function isSmallAndCovered({ measure: { bounds, covered } }: Measured, { tall }: Side): boolean {
  return covered && bounds.height < SMALL * tall;
}

/** Less of a part than this share of what shows in the other view tells nothing of its colours. */
const LITTLE = 0.15;
/** With less than this share, only one side of its shading may show. */
const HALF = 0.5;
const PARTLY_LIMIT = 4;

/** How far the main colours of two pictures of a part lie apart: each may have another shade for its largest. */
function colourDrift(here: readonly Rgb[], there: readonly Rgb[]): Omit<NonNullable<Drift['colour']>, 'limit'> | null {
  const nearest = (colour: Rgb, among: readonly Rgb[]) =>
    among.reduce((a, b) => (colourDistance(colour, b) < colourDistance(colour, a) ? b : a));
  if (here.length === 0 || there.length === 0) return null;
  const pairs = [
    { here: here[0], there: nearest(here[0], there) },
    { here: nearest(there[0], here), there: there[0] },
  ].map((pair) => ({ ...pair, distance: colourDistance(pair.here, pair.there) }));
  return pairs.reduce((a, b) => (b.distance < a.distance ? b : a));
}

/** A piece with its joints, measured. */
type Measured = PieceHere & { measure: PieceMeasure };

/** A size, and how far off it may be: what lies within that is no drift, px. */
interface Sized {
  size: number;
  unsure: number;
}

/** The sizes of a part in two views that can be held against one another. */
function sizesOf(here: Measured, there: Measured): [Sized, Sized][] {
  // Where a limb is cut says nothing of how long it is: from joint to joint does.
  if (here.inLimb && (here.pivot || there.pivot || here.next || there.next)) {
    const [own, other] = [betweenJoints(here), betweenJoints(there)];
    return own && other ? [[own, other]] : [];
  }
  return SIZES.flatMap((sizeIn): [Sized, Sized][] => {
    const [own, other] = [sizeIn(here.measure), sizeIn(there.measure)];
    return own && other ? [[sized(own, here.measure), sized(other, there.measure)]] : [];
  });
}

/** The ends of what is cut lie on whole pixels; where something in front begins at one, a little of it may be hidden. */
function sized(size: number, { nearly }: PieceMeasure): Sized {
  return { size, unsure: ENDS + (nearly ? NEARLY * size : 0) };
}

/** px by which both ends of a piece may be off. */
const ENDS = 0.75;
/** As a share of the piece, where something in front begins at an end. */
const NEARLY = 0.01;
/** By which a joint may be, as a share of its disc: a root that is hidden is placed by less than a hinge is. */
const HINGE = 0.03;
const ROOT = 0.3;

function betweenJoints({ pivot, next }: Measured): Sized | null {
  if (!pivot || !next) return null;
  const off = (joint: JointRow) => joint.radius * (joint.kind === 'hinge' ? HINGE : ROOT);
  return { size: Math.hypot(pivot.x - next.x, pivot.y - next.y), unsure: off(pivot) + off(next) };
}

/** Heights of a part in two views that can be held against one another, px from the top each. */
function heightsOf(here: Measured, there: Measured): [number, number][] {
  // A joint's height is a height line's to tell.
  if (here.inLimb && (here.pivot || there.pivot)) return [];
  return (['top', 'bottom'] as const).flatMap((end): [number, number][] => {
    const [own, other] = [here.measure[end], there.measure[end]];
    return own === null || other === null ? [] : [[own, other]];
  });
}
