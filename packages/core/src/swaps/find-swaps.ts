import { partOf, pieceName } from '../document/family.js';
import { oncePerDoc } from '../document/keys.js';
import { drawingNameFor, nameFor } from '../document/naming.js';
import type {
  CharacterDoc,
  DrawingId,
  DrawingRow,
  DrawingViewRow,
  PieceRow,
  SwapSetId,
  SwapSetRow,
  ViewId,
} from '../document/rows.js';
import { LimberError } from '../errors.js';

/** @throws LimberError `not-found` */
export function setById(doc: CharacterDoc, id: SwapSetId): SwapSetRow {
  const set = doc.swapSets.find((one) => one.id === id);
  if (!set) throw new LimberError('not-found', 'That set is no longer there.', 'Undo brings it back.');
  return set;
}

/** @throws LimberError `not-found` */
export function drawingById(doc: CharacterDoc, id: DrawingId): DrawingRow {
  const drawing = doc.drawings.find((one) => one.id === id);
  if (!drawing) throw new LimberError('not-found', 'That drawing is no longer there.', 'Undo brings it back.');
  return drawing;
}

/** The drawings of a set in the order of its chart: by mood, then by shape, the default one first of its cell. */
export const drawingsOf = oncePerDoc((doc: CharacterDoc, set: SwapSetRow): readonly DrawingRow[] => {
  const place = ({ shape, mood }: DrawingRow) => {
    const row = set.moods.indexOf(mood);
    const column = set.shapes.findIndex(({ key }) => key === shape);
    return (row < 0 ? set.moods.length : row) * 1000 + (column < 0 ? set.shapes.length : column);
  };
  return doc.drawings
    .filter(({ setId }) => setId === set.id)
    .sort((a, b) => place(a) - place(b) || Number(b.isDefault) - Number(a.isDefault) || (a.id < b.id ? -1 : 1));
});

/** The drawings of a set that are there in a view, in the order of its chart. */
export function drawnIn(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): DrawingRow[] {
  return drawingsOf(doc, set).filter(({ id, isDefault }) => isDefault || inView(doc, id, viewId));
}

/** The drawing of a set that is its piece's own paint at rest. @throws RangeError for a broken document */
export function defaultOf(doc: CharacterDoc, { id }: SwapSetRow): DrawingRow {
  const drawing = doc.drawings.find(({ setId, isDefault }) => setId === id && isDefault);
  if (!drawing) throw new RangeError(`the set ${id} has no default drawing`);
  return drawing;
}

/** The drawing at a place of a set's chart; undefined for none. */
export function drawingAt(
  doc: CharacterDoc,
  { id }: SwapSetRow,
  { shape, mood }: Pick<DrawingRow, 'shape' | 'mood'>,
): DrawingRow | undefined {
  return doc.drawings.find((one) => one.setId === id && one.shape === shape && one.mood === mood);
}

/** A set's marks in a view: those of its default drawing; empty for none. */
export function marksOf(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): number[] {
  return inView(doc, defaultOf(doc, set).id, viewId)?.marks ?? [];
}

/** A drawing in a view; null where it is not there. */
export function inView(doc: CharacterDoc, drawingId: DrawingId, viewId: ViewId): DrawingViewRow | null {
  return doc.drawingViews.find((one) => one.drawingId === drawingId && one.viewId === viewId) ?? null;
}

/** The piece that a set's drawings stand for in a view; null where the view lacks it. */
export function pieceOfSet(doc: CharacterDoc, { partId }: SwapSetRow, viewId: ViewId): PieceRow | null {
  return (
    doc.pieces.find((piece) => piece.partId === partId && piece.viewId === viewId && piece.shadowOf === null) ?? null
  );
}

/** The set at a piece; null for none. */
export function setAt(doc: CharacterDoc, piece: PieceRow): SwapSetRow | null {
  return piece.shadowOf ? null : (doc.swapSets.find(({ partId }) => partId === partOf(doc, piece).id) ?? null);
}

/** A set's name: its piece's. */
export function setName(doc: CharacterDoc, { partId }: SwapSetRow): string {
  const part = doc.parts.find(({ id }) => id === partId);
  return part ? nameFor(part, doc.character.scheme) : '';
}

/** A drawing's name in the character's scheme. The mood that the chart begins with goes without saying; copies are numbered. */
export function drawingName(doc: CharacterDoc, drawing: DrawingRow): string {
  const set = setById(doc, drawing.setId);
  const mood = drawing.mood === set.moods[0] ? null : drawing.mood;
  const alike = drawingsOf(doc, set).filter(
    ({ shape, mood: other }) => shape === drawing.shape && other === drawing.mood,
  );
  const at = alike.findIndex(({ id }) => id === drawing.id);
  const index = at > 0 ? at + 1 : null;
  return drawingNameFor({ set: setName(doc, set), shape: drawing.shape, mood, index }, doc.character.scheme);
}

/** Cells of a set's chart that have no drawing in a view. */
export function missingOf(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): { shape: string; mood: string }[] {
  const drawn = new Set(
    drawingsOf(doc, set)
      .filter(({ id, isDefault }) => isDefault || inView(doc, id, viewId))
      .map(({ shape, mood }) => JSON.stringify([shape, mood])),
  );
  return set.moods.flatMap((mood) =>
    set.shapes.flatMap(({ key: shape }) => (drawn.has(JSON.stringify([shape, mood])) ? [] : [{ shape, mood }])),
  );
}

/** How a drawing is called where a set has to be told from others: `mouth round, happy`. */
export function drawingLabel(doc: CharacterDoc, drawing: DrawingRow): string {
  const set = setById(doc, drawing.setId);
  const mood = drawing.mood === set.moods[0] ? '' : `, ${drawing.mood}`;
  return `${setName(doc, set)} ${drawing.shape}${mood}`;
}

/** The names of the pieces in a view that draw some parts. */
export function partNames(doc: CharacterDoc, partIds: readonly string[], viewId: ViewId): string[] {
  return doc.pieces
    .filter((piece) => piece.viewId === viewId && piece.shadowOf === null && partIds.includes(piece.partId))
    .map((piece) => pieceName(doc, piece))
    .sort();
}

/** Names of a view's pieces and drawings that would be one file or layer, each once. */
export function namesThatMeet(doc: CharacterDoc, viewId: ViewId): string[] {
  const pieces = doc.pieces.filter((piece) => piece.viewId === viewId);
  const drawings = doc.swapSets.flatMap((set) => (pieceOfSet(doc, set, viewId) ? drawingsOf(doc, set) : []));
  const names = [
    ...pieces.map((piece) => pieceName(doc, piece)),
    ...drawings.flatMap((one) => {
      const name = drawingName(doc, one);
      return inView(doc, one.id, viewId)?.over ? [name, `${name}_over`] : [name];
    }),
  ];
  const seen = new Set<string>();
  const twice = names.filter((name) => {
    const folded = name.toLowerCase();
    return seen.has(folded) || !seen.add(folded);
  });
  return [...new Set(twice)];
}

/** Drawings that are there in one view and not in another, though their set's piece is. */
export function drawingsLacking(doc: CharacterDoc, viewId: ViewId, fromViewId: ViewId): DrawingRow[] {
  return doc.swapSets
    .filter((set) => pieceOfSet(doc, set, viewId) && pieceOfSet(doc, set, fromViewId))
    .flatMap((set) => drawingsOf(doc, set))
    .filter(({ id, isDefault }) => !isDefault && inView(doc, id, fromViewId) && !inView(doc, id, viewId));
}
