import { cutPieces } from '../cut/cut-edits.js';
import { applyDiff, DiffBuilder, joinDiffs, NO_CHANGE } from '../document/diff.js';
import { partOf, pieceName } from '../document/family.js';
import { findPart, pieceById } from '../document/find.js';
import { plainWords, type NameTokens } from '../document/naming.js';
import type {
  CharacterDoc,
  Diff,
  DrawingId,
  DrawingRow,
  SwapSetRow,
  PartId,
  PieceId,
  SheetRef,
  SwapSetId,
  ViewId,
} from '../document/rows.js';
import { LimberError } from '../errors.js';
import { defaultOf, drawingAt, drawingById, drawingsOf, inView, pieceOfSet, setById } from './find-swaps.js';
import { changeSetRules } from './set-rules.js';
import { addDrawings, startSet } from './swap-edits.js';

/** A thing that a drawing is to hold. */
export interface HeldThing {
  /** Its name, as the file is called. */
  name: string;
  /** What it shows while it is held. */
  picture: SheetRef;
  /** A face of one clear pixel: at rest nothing of it shows. */
  face: SheetRef;
}

/** Ids for what comes with a held thing, and for as many rows as its set needs. */
export interface HeldIds {
  pieceId: PieceId;
  partId: PartId;
  setId: SwapSetId;
  next: () => string;
}

/**
 * Lets a drawing hold a thing: a piece of its own directly in front of the drawing's, hung from it, that shows nothing at rest.
 * Its set goes with the drawing's and is blank but for this one. The drawing's second picture then lies over the thing.
 * @throws LimberError `is-default`, `not-found`, `bad-name`, `name-taken`
 */
export function holdThing(
  doc: CharacterDoc,
  drawingId: DrawingId,
  viewId: ViewId,
  thing: HeldThing,
  ids: HeldIds,
): Diff {
  const drawing = drawingById(doc, drawingId);
  const set = setById(doc, drawing.setId);
  const holder = pieceOfSet(doc, set, viewId);
  const row = inView(doc, drawingId, viewId);
  if (drawing.isDefault)
    throw new LimberError('is-default', 'What is held at rest is part of the design.', 'Cut it as a piece, in Cut.');
  if (!holder || !row) throw new LimberError('not-found', 'The drawing is not there in this view.');
  const cut = cutPieces(doc, {
    viewId,
    sheets: new Map(),
    fresh: [
      {
        pieceId: ids.pieceId,
        partId: ids.partId,
        tokens: tokensOf(doc, thing.name),
        face: thing.face,
        inFrontOf: holder.id,
      },
    ],
  });
  const hang = new DiffBuilder();
  // Where the order changes by pose, the thing goes along.
  for (const change of doc.orderChanges)
    if (change.movedIds.includes(holder.id)) hang.update(change, { movedIds: [...change.movedIds, ids.pieceId] });
  const withPiece = applyDiff(doc, cut);
  hang.update(partOf(withPiece, pieceById(withPiece, ids.pieceId)), { parentId: holder.partId });
  const diff = joinDiffs(cut, hang.build());
  const steps: ((there: CharacterDoc) => Diff)[] = [
    (there) => startSet(there, ids.pieceId, { setId: ids.setId, drawingId: ids.next() }, 'prop'),
    (there) => changeSetRules(there, ids.setId, { linkedTo: set.linkedTo ?? set.id }),
    (there) => addDrawings(there, ids.setId, viewId, besides(there, drawingId, thing.picture, ids)),
    (there) => (row.over && !set.overPartId ? changeSetRules(there, set.id, { overPartId: ids.partId }) : NO_CHANGE),
  ];
  return steps.reduce((all, step) => joinDiffs(all, step(applyDiff(doc, all))), diff);
}

/** The sets of the things that a drawing holds in a view: they go with its set, hang from its piece, and are not blank beside it. */
export function heldBy(doc: CharacterDoc, viewId: ViewId, drawing: DrawingRow): SwapSetRow[] {
  const set = setById(doc, drawing.setId);
  const isHung = (other: SwapSetRow) =>
    doc.parts.some(({ id, parentId }) => id === other.partId && parentId === set.partId);
  return doc.swapSets.filter((other) => {
    if (other.kind !== 'prop' || other.linkedTo !== (set.linkedTo ?? set.id) || !isHung(other)) return false;
    const beside = drawingAt(doc, other, drawing);
    return beside !== undefined && !!inView(doc, beside.id, viewId)?.picture;
  });
}

/** The thing's drawings: one for each place of the set that it goes with, blank where it is not held. */
function besides(doc: CharacterDoc, drawingId: DrawingId, picture: SheetRef, ids: HeldIds) {
  const own = setById(doc, ids.setId);
  const leader = setById(doc, own.linkedTo ?? own.id);
  const held = drawingById(doc, drawingId);
  const isAt = (one: { shape: string; mood: string }, at: { shape: string; mood: string }) =>
    one.shape === at.shape && one.mood === at.mood;
  return drawingsOf(doc, leader)
    .filter((one) => !isAt(one, defaultOf(doc, leader)))
    .map((one) => ({
      drawingId: ids.next(),
      drawingViewId: ids.next(),
      shape: one.shape,
      mood: one.mood,
      picture: isAt(one, held) ? picture : null,
      marks: [],
    }));
}

/** Characters of a thing's name. */
const LONGEST_NAME = 24;

function tokensOf(doc: CharacterDoc, name: string): NameTokens {
  const words = plainWords(name);
  if (words.length === 0)
    throw new LimberError(
      'bad-name',
      'The thing is named by its file, which has no letters.',
      'Name the file: letter.png.',
    );
  const tokens = { group: words.join('-').slice(0, LONGEST_NAME), part: null, side: null, index: null };
  const there = findPart(doc, tokens);
  if (there) {
    const piece = doc.pieces.find(({ partId }) => partId === there.id);
    throw new LimberError(
      'name-taken',
      `There is ${piece ? pieceName(doc, piece) : tokens.group} already.`,
      'Name the file otherwise; a thing that is held already gets its other pictures on its own chart.',
    );
  }
  return tokens;
}
