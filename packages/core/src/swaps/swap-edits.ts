import { counted } from '../counted.js';
import { DiffBuilder } from '../document/diff.js';
import { partOf, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { plainWords } from '../document/naming.js';
import { PRESSED_FLAT, removeDrawing, removeSet } from '../document/removal.js';
import type {
  CharacterDoc,
  Diff,
  DrawingId,
  DrawingViewId,
  DrawingViewRow,
  PieceId,
  SheetRef,
  SwapSetId,
  SwapSetRow,
  ViewId,
} from '../document/rows.js';
import type { ChartShape, SwapKind } from '../document/row-types.js';
import { LimberError } from '../errors.js';
import { withDefaults } from '../options.js';
import { USUAL_CHARTS, usualKind, type KeptChart } from './chart.js';
import { linkedSets } from './set-rules.js';
import { drawingById, drawingsOf, inView, setAt, setById, setName } from './find-swaps.js';

/** Most columns and rows of a chart, and the longest word of either. */
export const CHART_LIMITS = { shapes: 40, moods: 12, word: 24 } as const;
/** Most drawings of one set. */
const MOST_DRAWINGS = 300;

/**
 * Starts a set at a piece: the chart of its kind, with the piece's own paint as the default drawing.
 * @param kept charts that the production keeps: where there is one for the kind, the set starts with it
 * @throws LimberError `set-there`
 */
export function startSet(
  doc: CharacterDoc,
  pieceId: PieceId,
  ids: { setId: SwapSetId; drawingId: DrawingId },
  wanted?: SwapKind,
  kept: readonly KeptChart[] = [],
): Diff {
  const piece = pieceById(doc, pieceId);
  if (piece.shadowOf) throw new LimberError('no-set', 'A lifted shadow has no drawings of its own.');
  if (piece.soft)
    throw new LimberError(
      'no-set',
      `${pieceName(doc, piece)} bends along a line, and a drawing that takes its place would not.`,
      'Make it rigid in Trial first.',
    );
  if (setAt(doc, piece)) throw new LimberError('set-there', `${pieceName(doc, piece)} has a set already.`);
  const part = partOf(doc, piece);
  const kind = wanted ?? usualKind(part);
  const usual = USUAL_CHARTS[kind];
  const own = kept.filter((chart) => chart.kind === kind);
  const { shapes, moods } = own.length === 1 ? own[0] : usual;
  const rest = shapes.some(({ key }) => key === usual.rest) ? usual.rest : shapes[0].key;
  const diff = new DiffBuilder();
  const set = { id: ids.setId, version: 1, characterId: doc.character.id, partId: part.id, kind };
  const alone = { linkedTo: null, overPartId: null };
  diff.add({ table: 'swapSet', ...set, shapes: [...shapes], moods: [...moods], ...alone });
  const drawing = { id: ids.drawingId, version: 1, setId: ids.setId, shape: rest, mood: moods[0], isDefault: true };
  diff.add({ table: 'drawing', ...drawing, hides: [] });
  return diff.build();
}

/** A drawing that comes to a set: its cell, and its picture in a view; null for a blank one. */
export interface FreshDrawing {
  drawingId: DrawingId;
  drawingViewId: DrawingViewId;
  shape: string;
  mood: string;
  /** What it had before where not given. */
  picture?: SheetRef | null;
  /** Its second picture; what it had before where not given. */
  over?: SheetRef;
  marks: number[];
  /** How it was made of another; it was drawn where not given. */
  made?: Pick<DrawingViewRow, 'madeOf' | 'steps' | 'madeKey'>;
}

/**
 * Puts drawings on a set's chart in one view. A cell that has a drawing already gets the picture in place of its own; the
 * default one is the piece's paint and is not replaced. Shapes and moods that the chart lacks come to it.
 * @throws LimberError `is-default`, `too-many`, `bad-chart`
 */
export function addDrawings(doc: CharacterDoc, setId: SwapSetId, viewId: ViewId, fresh: readonly FreshDrawing[]): Diff {
  const set = setById(doc, setId);
  const diff = new DiffBuilder();
  const known = drawingsOf(doc, set);
  if (known.length + fresh.length > MOST_DRAWINGS)
    throw new LimberError('too-many', `A set has at most ${counted(MOST_DRAWINGS, 'drawing')}.`);
  const [shapes, moods] = [[...set.shapes], [...set.moods]];
  const taken = new Set<string>();
  for (const { drawingId, drawingViewId, shape, mood, picture, over, marks, made = PRESSED_FLAT } of fresh) {
    const cell = JSON.stringify([shape, mood]);
    if (taken.has(cell)) throw new LimberError('two-for-one', `Two drawings are for ${shape}, ${mood}.`);
    taken.add(cell);
    if (set.linkedTo && !(shapes.some(({ key }) => key === shape) && moods.includes(mood)))
      throw new LimberError('bad-chart', linkedChart(doc, set));
    if (!shapes.some(({ key }) => key === shape)) shapes.push({ key: shape, sounds: '' });
    if (!moods.includes(mood)) moods.push(mood);
    const there = known.find((one) => one.shape === shape && one.mood === mood);
    if (there?.isDefault)
      throw new LimberError(
        'is-default',
        `${shape}, ${mood} is ${setName(doc, set)} as it is drawn at rest.`,
        'Repaint the piece, or put the drawing elsewhere on the chart.',
      );
    const seen = there && inView(doc, there.id, viewId);
    if (seen) {
      const own = picture === undefined ? {} : { picture, marks: [...marks], ...made };
      diff.update(seen, { ...own, ...(over && { over }) });
    } else {
      if (!there)
        diff.add({ table: 'drawing', id: drawingId, version: 1, setId, shape, mood, isDefault: false, hides: [] });
      const row = { id: drawingViewId, version: 1, drawingId: there?.id ?? drawingId, viewId };
      diff.add({
        table: 'drawingView',
        ...row,
        picture: picture ?? null,
        over: over ?? null,
        marks: [...marks],
        ...made,
      });
    }
  }
  refuseBadChart(shapes, moods);
  for (const one of [set, ...linkedSets(doc, set)]) diff.update(one, { shapes, moods });
  return diff.build();
}

function linkedChart(doc: CharacterDoc, set: SwapSetRow): string {
  const to = set.linkedTo ? setName(doc, setById(doc, set.linkedTo)) : '';
  return `${setName(doc, set)} goes by the chart of ${to}: change that one.`;
}

/** Changes a set's chart: its columns and its rows, added, put in another order, taken away where nothing stands in them. */
export function changeChart(
  doc: CharacterDoc,
  setId: SwapSetId,
  { shapes, moods }: { shapes?: ChartShape[]; moods?: string[] },
): Diff {
  const set = setById(doc, setId);
  const next = { shapes: shapes ?? set.shapes, moods: moods ?? set.moods };
  refuseBadChart(next.shapes, next.moods);
  if (set.linkedTo) throw new LimberError('bad-chart', linkedChart(doc, set));
  const all = [set, ...linkedSets(doc, set)];
  for (const { shape, mood } of all.flatMap((one) => drawingsOf(doc, one))) {
    if (!next.shapes.some(({ key }) => key === shape))
      throw new LimberError('in-use', `A drawing stands in the column ${shape}.`, 'Move or delete it first.');
    if (!next.moods.includes(mood))
      throw new LimberError('in-use', `A drawing stands in the row ${mood}.`, 'Move or delete it first.');
  }
  const diff = new DiffBuilder();
  for (const one of all) diff.update(one, next);
  return diff.build();
}

/** Gives a shape or a mood of a chart another name; the drawings that stand there go along. */
export function renameInChart(
  doc: CharacterDoc,
  setId: SwapSetId,
  { what, from, to }: { what: 'shape' | 'mood'; from: string; to: string },
): Diff {
  const set = setById(doc, setId);
  if (set.linkedTo) throw new LimberError('bad-chart', linkedChart(doc, set));
  const isThere = what === 'shape' ? set.shapes.some(({ key }) => key === from) : set.moods.includes(from);
  if (!isThere) throw new LimberError('not-found', `The chart has no ${what} named ${from}.`);
  const shapes = set.shapes.map((shape) => (what === 'shape' && shape.key === from ? { ...shape, key: to } : shape));
  const moods = set.moods.map((mood) => (what === 'mood' && mood === from ? to : mood));
  refuseBadChart(shapes, moods);
  const diff = new DiffBuilder();
  for (const one of [set, ...linkedSets(doc, set)]) {
    diff.update(one, { shapes, moods });
    for (const drawing of drawingsOf(doc, one))
      if (drawing[what] === from) diff.update(drawing, what === 'shape' ? { shape: to } : { mood: to });
  }
  return diff.build();
}

function refuseBadChart(shapes: readonly ChartShape[], moods: readonly string[]): void {
  const refuse = (sentence: string): never => {
    throw new LimberError('bad-chart', sentence);
  };
  if (shapes.length === 0 || moods.length === 0) refuse('A chart has at least one shape and one mood.');
  if (shapes.length > CHART_LIMITS.shapes) refuse(`A chart has at most ${CHART_LIMITS.shapes} shapes.`);
  if (moods.length > CHART_LIMITS.moods) refuse(`A chart has at most ${CHART_LIMITS.moods} moods.`);
  for (const [words, what] of [
    [shapes.map(({ key }) => key), 'shape'],
    [moods, 'mood'],
  ] as const) {
    const plain = words.map((word) => plainWords(word).join('-'));
    if (plain.some((word) => word === '' || word.length > CHART_LIMITS.word))
      refuse(`A ${what} is named by letters or digits, ${CHART_LIMITS.word} at most.`);
    const twice = plain.find((word, at) => plain.indexOf(word) !== at);
    if (twice) refuse(`Two ${what}s would be named ${twice}.`);
  }
}

/** Moves a drawing to another cell of its chart, or says what it hides. @throws LimberError `cell-taken` */
export function changeDrawing(
  doc: CharacterDoc,
  id: DrawingId,
  change: { shape?: string; mood?: string; hides?: string[] },
): Diff {
  const drawing = drawingById(doc, id);
  const set = setById(doc, drawing.setId);
  const { shape, mood } = withDefaults(drawing, change);
  if (!set.shapes.some(({ key }) => key === shape) || !set.moods.includes(mood))
    throw new LimberError('not-found', 'The chart has no such cell.', 'Add the shape or the mood first.');
  if (drawingsOf(doc, set).some((one) => one.id !== id && one.shape === shape && one.mood === mood))
    throw new LimberError('cell-taken', `There is a drawing for ${shape}, ${mood} already.`, 'Delete that one first.');
  if (drawing.isDefault && (change.hides?.length ?? 0) > 0)
    throw new LimberError('is-default', 'The default drawing hides nothing: it is what shows at rest.');
  const diff = new DiffBuilder();
  diff.update(drawing, change);
  return diff.build();
}

/** Deletes a drawing; the default one stays as long as its set does. @throws LimberError `is-default` */
export function deleteDrawing(doc: CharacterDoc, id: DrawingId): Diff {
  const drawing = drawingById(doc, id);
  if (drawing.isDefault)
    throw new LimberError('is-default', 'The default drawing is the piece itself.', 'Let the whole set go instead.');
  const diff = new DiffBuilder();
  removeDrawing(doc, drawing, diff);
  return diff.build();
}

/** Lets a set go with all its drawings; the piece stays as it is drawn. */
export function deleteSet(doc: CharacterDoc, id: SwapSetId): Diff {
  const diff = new DiffBuilder();
  removeSet(doc, setById(doc, id), diff);
  return diff.build();
}

/**
 * Moves a drawing's picture in a view by whole pixels, its marks with it.
 * @throws LimberError `nothing-there` for a blank or a missing one
 */
export function moveDrawing(doc: CharacterDoc, id: DrawingId, viewId: ViewId, x: number, y: number): Diff {
  const row = inView(doc, id, viewId);
  const { isDefault } = drawingById(doc, id);
  if (!row?.picture || isDefault)
    throw new LimberError(
      'nothing-there',
      isDefault ? 'The default drawing stays where the piece is.' : 'There is nothing to move: the drawing is blank.',
    );
  const diff = new DiffBuilder();
  const { picture, over, marks } = row;
  diff.update(row, {
    picture: { ...picture, x: picture.x + x, y: picture.y + y },
    over: over && { ...over, x: over.x + x, y: over.y + y },
    marks: marks.map((value, at) => value + (at % 2 === 0 ? x : y)),
    // Its steps would put it where it was.
    ...PRESSED_FLAT,
  });
  return diff.build();
}

/**
 * Sets a drawing's two marks in a view; on the default drawing they are the set's.
 * @param marks x, y, x, y, px; empty for none
 * @throws LimberError `bad-marks` for two on one spot, or marks outside the canvas
 */
export function setMarks(
  doc: CharacterDoc,
  id: DrawingId,
  viewId: ViewId,
  marks: readonly number[],
  freshId: DrawingViewId,
): Diff {
  const drawing = drawingById(doc, id);
  const view = doc.views.find((one) => one.id === viewId);
  const [ax, ay, bx, by] = marks;
  const isIn = (x: number, y: number) => !!view && x >= 0 && y >= 0 && x <= view.width && y <= view.height;
  if (marks.length !== 0 && (marks.length !== 4 || !isIn(ax, ay) || !isIn(bx, by)))
    throw new LimberError('bad-marks', 'Marks are two places on the canvas.');
  if (marks.length === 4 && Math.hypot(bx - ax, by - ay) < 2)
    throw new LimberError('bad-marks', 'The two marks lie on one spot.', 'Put them apart: at both corners of a mouth.');
  const diff = new DiffBuilder();
  const row = inView(doc, drawing.id, viewId);
  if (row) diff.update(row, { marks: [...marks] });
  else if (drawing.isDefault) {
    const fresh = { id: freshId, version: 1, drawingId: id, viewId, picture: null, over: null, ...PRESSED_FLAT };
    diff.add({ table: 'drawingView', ...fresh, marks: [...marks] });
  } else throw new LimberError('not-found', 'The drawing is not there in this view.');
  return diff.build();
}
