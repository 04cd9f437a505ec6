import { drawOrder } from '../document/family.js';
import type { ExceptionKind } from '../document/row-types.js';
import { capital, labelFor } from '../document/naming.js';
import type { CharacterDoc, PartId, PieceId, ViewId, ViewRow } from '../document/rows.js';
import { plannedPart } from '../plan/plan.js';
import { isRim } from '../swaps/cover-for.js';
import { NO_DRIFT, driftOf, type Drift, type PieceHere, type Side } from './drift.js';
import { landmarks, type Landmark } from './landmarks.js';
import { limbOf, type ViewMeasure } from './measure-view.js';

/** Drift beyond this is a finding: per cent of the part's size, or of the character's height. */
export const DRIFT_LIMIT = 2;

/** How a part stands in a view. */
type PartState = 'made' | 'missing' | 'unseen' | 'extra';

/** A part in one view, against the reference. */
export interface PartInView extends Drift {
  viewId: ViewId;
  state: PartState;
  pieceId: PieceId | null;
}

/** A part with a cell a view. */
export interface PartLine {
  partId: PartId;
  word: string;
  cells: PartInView[];
}

/** Something that the views do not agree on. */
export interface TurnFinding {
  kind: 'size' | 'height' | 'colour' | 'missing' | 'extra' | 'landmark' | 'uncut' | 'twice';
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
        ...sides.flatMap((side, at) => {
          const same = sides.slice(0, at).find(({ view }) => view.designBlob === side.view.designBlob);
          return same
            ? [ofView('twice', side, `${capital(nameOf(side))} is the same picture as ${nameOf(same)}.`)]
            : [];
        }),
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

const uncut = (side: Side) => ofView('uncut', side, `Nothing is cut in ${nameOf(side)} yet.`);

/** A finding about a view as a whole. */
function ofView(kind: TurnFinding['kind'], { view }: Side, sentence: string): TurnFinding {
  return { kind, viewId: view.id, sentence, partId: null, pieceId: null, place: null, accepted: null };
}

const per = (share: number) => `${Math.abs(share).toFixed(1)} %`;
