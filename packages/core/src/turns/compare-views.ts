import { drawOrder } from '../document/family.js';
import type { ExceptionKind } from '../document/row-types.js';
import { capital, labelFor } from '../document/naming.js';
import type { CharacterDoc, JointRow, PartId, PieceId, ViewId, ViewRow } from '../document/rows.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { plannedPart } from '../plan/plan.js';
import { isRim } from '../swaps/cover-for.js';
import { landmarks, type Landmark } from './landmarks.js';
import { limbOf, type PieceMeasure, type ViewMeasure } from './measure-view.js';

/** Drift beyond this is a finding: per cent of the part's size, or of the character's height. */
export const DRIFT_LIMIT = 2;
/** And this for colours, OKLab × 100. */
export const COLOUR_LIMIT = 3;

/** How a part stands in a view. */
type PartState = 'made' | 'missing' | 'unseen' | 'extra';

/** A part in one view, against the reference. */
export interface PartInView {
  viewId: ViewId;
  state: PartState;
  pieceId: PieceId | null;
  /** Per cent by which it is larger; null where that is not known, as in the reference itself. */
  size: number | null;
  /** Per cent of the character's height by which it lies higher. */
  height: number | null;
  /** How far its main colour lies off, with both colours. */
  colour: { distance: number; here: Rgb; there: Rgb; limit: number } | null;
}

/** A part with a cell a view. */
export interface PartLine {
  partId: PartId;
  word: string;
  cells: PartInView[];
}

/** Something that the views do not agree on. */
export interface TurnFinding {
  kind: 'size' | 'height' | 'colour' | 'missing' | 'extra' | 'landmark' | 'uncut';
  viewId: ViewId;
  sentence: string;
  partId: PartId | null;
  pieceId: PieceId | null;
  /** Where on the canvas, px. */
  place: { x: number; y: number } | null;
  /** Why it is fine so, by the artist; null where it is not. */
  accepted: string | null;
}

/** All views of a character held against one of them. */
export interface Comparison {
  referenceId: ViewId;
  /** By view, from crown to floor. */
  landmarks: Map<ViewId, Landmark[]>;
  parts: PartLine[];
  findings: TurnFinding[];
}

/** A view that can be compared: its row, with what was measured of it. */
interface Side {
  view: ViewRow;
  marks: Landmark[];
  /** Floor and height from floor to crown, px. */
  floor: number;
  tall: number;
  pieces: Map<PartId, PieceHere>;
}

interface PieceHere {
  id: PieceId;
  measure: PieceMeasure | null;
  /** Is it cut from a limb with others? */
  inLimb: boolean;
  /** Its joint, and that of what is next in its limb. */
  pivot: JointRow | null;
  next: JointRow | null;
}

/**
 * Holds every view against one: each part's size and height relative to the character's, its colour, and whether it is there.
 * What is hidden at an end is not compared; along a limb, its length is.
 * @param measures by view; those that are missing are left out
 */
export function compareViews(
  doc: CharacterDoc,
  referenceId: ViewId,
  measures: ReadonlyMap<ViewId, ViewMeasure>,
): Comparison {
  const sides = doc.views.flatMap((view) => {
    const measure = measures.get(view.id);
    return measure ? [sideOf(doc, view, measure)] : [];
  });
  const reference = sides.find(({ view }) => view.id === referenceId) ?? sides[0];
  const isCut = (side: Side) => side.pieces.size > 0;
  const cut = sides.filter(isCut);
  const exceptionOf = (viewId: ViewId, partId: PartId, what: ExceptionKind) =>
    doc.exceptions.find((one) => one.viewId === viewId && one.partId === partId && one.what === what)?.because ?? null;
  const parts = doc.parts
    .filter(({ id }) => sides.some(({ pieces }) => pieces.has(id)))
    .map((part): PartLine => {
      const isPlanned = plannedPart(doc, part) !== null;
      const cells = sides.map((side): PartInView => {
        const own = side.pieces.get(part.id);
        const unseen = exceptionOf(side.view.id, part.id, 'unseen') !== null;
        const elsewhere = cut.filter((other) => other !== side && other.pieces.has(part.id)).length;
        const extra = own && cut.length > 1 && elsewhere === 0 && !isPlanned;
        const state: PartState = own ? (extra ? 'extra' : 'made') : unseen ? 'unseen' : 'missing';
        const drift = own && reference && side !== reference ? driftOf(part.id, side, reference) : NO_DRIFT;
        return { viewId: side.view.id, state, pieceId: own?.id ?? null, ...drift };
      });
      return { partId: part.id, word: labelFor(part), cells };
    });
  const findings = reference
    ? [
        ...parts.flatMap((line) => line.cells.flatMap((cell) => partFindings(line, cell, sides, exceptionOf))),
        ...sides.flatMap((side) => (side === reference ? [] : heightFindings(side, reference))),
        ...sides.filter((side) => !isCut(side)).map(uncut),
      ]
    : [];
  return {
    referenceId: reference?.view.id ?? referenceId,
    landmarks: new Map(sides.map(({ view, marks }) => [view.id, marks])),
    parts,
    findings,
  };
}

function sideOf(doc: CharacterDoc, view: ViewRow, measure: ViewMeasure): Side {
  const marks = landmarks(doc, view.id, measure);
  const heightOf = (key: string) => marks.find((mark) => mark.key === key)?.y;
  const floor = heightOf('floor') ?? view.floorY;
  const tall = Math.max(1, floor - (heightOf('crown') ?? 0));
  const order = drawOrder(doc, view.id);
  const limbs = order.map((piece) => limbOf(doc, piece));
  const pieces = order.flatMap((piece, at): [PartId, PieceHere][] => {
    // Rims and lifted shadows follow from other pieces, and are no parts to compare.
    if (piece.shadowOf || isRim(doc, piece)) return [];
    const isNext = (childId: PieceId) => limbs[order.findIndex(({ id }) => id === childId)] === limbs[at];
    const here: PieceHere = {
      id: piece.id,
      measure: measure.pieces[at],
      inLimb: limbs.filter((limb) => limb === limbs[at]).length > 1,
      pivot: doc.joints.find(({ childId }) => childId === piece.id) ?? null,
      next: doc.joints.find(({ parentId, childId }) => parentId === piece.id && isNext(childId)) ?? null,
    };
    return [[piece.partId, here]];
  });
  return { view, marks, floor, tall, pieces: new Map(pieces) };
}

/** The ways in which a part's size is told, px: from its upper to its lower end, and along a limb. */
const SIZES: readonly ((piece: PieceMeasure) => number | null)[] = [
  ({ top, bottom }) => (top !== null && bottom !== null ? bottom - top : null),
  ({ length }) => length,
];

const NO_DRIFT = { size: null, height: null, colour: null };

function driftOf(partId: PartId, side: Side, reference: Side): Pick<PartInView, 'size' | 'height' | 'colour'> {
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
function colourDrift(
  here: readonly Rgb[],
  there: readonly Rgb[],
): Omit<NonNullable<PartInView['colour']>, 'limit'> | null {
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

type ExceptionOf = (viewId: ViewId, partId: PartId, what: ExceptionKind) => string | null;

/** A view's name within a sentence. */
const nameOf = ({ view }: Side) => view.key.replaceAll('-', ' ');

function partFindings(line: PartLine, cell: PartInView, sides: readonly Side[], exceptionOf: ExceptionOf) {
  const side = sides.find(({ view }) => view.id === cell.viewId) as Side;
  const { partId, word } = line;
  const { viewId, pieceId } = cell;
  const bounds = side.pieces.get(partId)?.measure?.bounds;
  const place = bounds ? { x: bounds.x + bounds.width / 2, y: bounds.y + bounds.height / 2 } : null;
  const found: TurnFinding[] = [];
  const add = (kind: TurnFinding['kind'], sentence: string, what?: ExceptionKind) =>
    found.push({
      ...{ kind, viewId, partId, pieceId, place },
      sentence: `${capital(word)} ${sentence}`,
      accepted: what ? exceptionOf(viewId, partId, what) : null,
    });
  const where = `in ${nameOf(side)}`;
  // Eyes, brows and pupils are one part, and more than one thing.
  const isPair = /[^s]s$/.test(word);
  const is = isPair ? 'are' : 'is';
  if (cell.state === 'missing' && side.pieces.size > 0)
    add('missing', `${is} missing ${where}. Cut it, or say that it does not show there.`);
  if (cell.state === 'extra') add('extra', `is ${where} alone, and the plan has no such part.`);
  if (cell.size !== null && Math.abs(cell.size) > DRIFT_LIMIT)
    add('size', `${is} ${per(cell.size)} too ${cell.size > 0 ? 'large' : 'small'} ${where}.`, 'size');
  if (cell.height !== null && Math.abs(cell.height) > DRIFT_LIMIT)
    add(
      'height',
      `${isPair ? 'lie' : 'lies'} ${per(cell.height)} too ${cell.height > 0 ? 'high' : 'low'} ${where}.`,
      'height',
    );
  if (cell.colour && cell.colour.distance > cell.colour.limit)
    add(
      'colour',
      `${isPair ? 'have' : 'has'} another colour ${where}: ${cell.colour.distance.toFixed(1)} off.`,
      'colour',
    );
  return found;
}

function heightFindings(side: Side, reference: Side): TurnFinding[] {
  return side.marks.flatMap((mark): TurnFinding[] => {
    const there = reference.marks.find(({ key }) => key === mark.key);
    const drift = there ? 100 * (mark.share - there.share) : 0;
    if (Math.abs(drift) <= DRIFT_LIMIT) return [];
    return [
      {
        kind: 'landmark',
        viewId: side.view.id,
        sentence: `${capital(mark.word)} in ${nameOf(side)}: ${per(drift)} too ${drift > 0 ? 'high' : 'low'}.`,
        ...{ partId: null, pieceId: null, place: { x: side.view.width / 2, y: mark.y }, accepted: null },
      },
    ];
  });
}

function uncut(side: Side): TurnFinding {
  return {
    kind: 'uncut',
    viewId: side.view.id,
    sentence: `Nothing is cut in ${nameOf(side)} yet.`,
    ...{ partId: null, pieceId: null, place: null, accepted: null },
  };
}

const per = (share: number) => `${Math.abs(share).toFixed(1)} %`;
