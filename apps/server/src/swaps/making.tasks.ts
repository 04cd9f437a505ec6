import {
  LimberError,
  coverFor,
  layRim,
  mergeSheets,
  pieceById,
  drawingById,
  inView,
  jointOfSet,
  lookOf,
  marksOf,
  makeDrawing,
  paintDrawing,
  setById,
  drawingLabel,
  drawingsLacking,
  registerLeast,
  seatByMarks,
  trimToPaint,
  cropPlaced,
  intersectRects,
  toRemake,
  viewById,
  setName,
  withSameEnd,
  type BrushStroke,
  type CharacterDoc,
  type CutArgs,
  type DrawingPicture,
  type DrawingRow,
  type MakeStep,
  type PlacedBitmap,
  type SheetRef,
  type ViewId,
} from '@limber-sheaf/core';
import { keepIfAny, keepSheet, readArt, sheet, type DerivedOfView } from '../threads/pictures.js';
import { task, type Tell } from '../threads/task.js';
import { canvasOf, drawnPicture, ownWithLine, seatedBy } from './drawn.js';

interface Where {
  doc: CharacterDoc;
  viewId: ViewId;
  derived: DerivedOfView;
}

/** A drawing made of another by steps; null where nothing is left of it. */
export const make = task(
  async ({ doc, viewId, derived, drawingId, steps }: Where & { drawingId: string; steps: MakeStep[] }) => {
    const picture = await drawnPicture(doc, drawingById(doc, drawingId), viewId, derived);
    if (!picture) throw new LimberError('nothing-there', 'There is nothing to make it of: the drawing is blank.');
    return keepIfAny(makeDrawing(picture, steps, canvasOf(viewById(doc, viewId))));
  },
);

/** What drawings look like whose originals have changed, one after the other: some are made of others. */
export const remake = task(async ({ doc, viewId, derived }: Where) => {
  const canvas = canvasOf(viewById(doc, viewId));
  let now = doc;
  const made: { id: string; picture: SheetRef | null; key: string }[] = [];
  for (const { id, madeOf, steps } of toRemake(doc, viewId, derived)) {
    if (madeOf === null) continue;
    const of = drawingById(now, madeOf);
    const source = await drawnPicture(now, of, viewId, derived);
    const picture = await keepIfAny(source && makeDrawing(source, steps, canvas));
    made.push({ id, picture, key: lookOf(now, of, viewId, derived) });
    now = { ...now, drawingViews: now.drawingViews.map((row) => (row.id === id ? { ...row, picture } : row)) };
  }
  return made;
});

/** One of a drawing's pictures, painted on. */
export const paint = task(
  async ({
    doc,
    viewId,
    drawingId,
    on,
    stroke,
  }: Omit<Where, 'derived'> & { drawingId: string; on: DrawingPicture; stroke: BrushStroke }) => {
    const before = await sheet(inView(doc, drawingId, viewId)?.[on] ?? null);
    if (stroke.erase && !before)
      throw new LimberError('nothing-there', 'There is no paint to take away: the drawing is blank.');
    return keepIfAny(paintDrawing(before, stroke, canvasOf(viewById(doc, viewId))));
  },
);

/** A drawing of one view that is to be used in another. */
type TakeOverOrder = Where & { fromViewId: ViewId };

/** A drawing as it lies in another view. */
interface TakenOver {
  picture: SheetRef | null;
  over?: SheetRef;
  marks: number[];
}

/** A drawing of one view as it lies in another: its marks on that view's, or where it differs least from the default there. */
export const takeOver = task((order: TakeOverOrder & { drawingId: string }): Promise<TakenOver> => {
  const drawing = drawingById(order.doc, order.drawingId);
  if (!inView(order.doc, drawing.id, order.fromViewId)?.picture)
    throw new LimberError('nothing-there', `${drawingLabel(order.doc, drawing)} has no picture in that view.`);
  return takenOver(order, drawing);
});

/** Every drawing of one view that another lacks, as it lies there; blank ones stay blank. */
export const takeAllOver = task(
  async (
    order: TakeOverOrder,
    tell: Tell,
  ): Promise<{ taken: (TakenOver & { drawingId: string })[]; notes: string[] }> => {
    const { doc, viewId, fromViewId } = order;
    const lacking = drawingsLacking(doc, viewId, fromViewId);
    const taken: (TakenOver & { drawingId: string })[] = [];
    const notes: string[] = [];
    for (const [at, drawing] of lacking.entries()) {
      tell(at / lacking.length, 'Taking the drawings over');
      const one = await takenOver(order, drawing);
      if (one.picture || !inView(doc, drawing.id, fromViewId)?.picture) taken.push({ ...one, drawingId: drawing.id });
      else notes.push(`${drawingLabel(doc, drawing)} would lie past the canvas: it is left.`);
    }
    return { taken, notes };
  },
);

async function takenOver({ doc, viewId, derived, fromViewId }: TakeOverOrder, drawing: DrawingRow): Promise<TakenOver> {
  const there = inView(doc, drawing.id, fromViewId);
  const [picture, over] = await Promise.all([there?.picture ?? null, there?.over ?? null].map(sheet));
  if (!there || !picture) return { picture: null, marks: [] };
  const set = setById(doc, drawing.setId);
  const own = await seatedBy(doc, set, viewId, derived);
  const marks = marksOf(doc, set, viewId);
  const way =
    marks.length === 4 && there.marks.length === 4 ? seatByMarks(marks, there.marks) : registerLeast(own, picture);
  const { x, y } = way ?? { x: own.x - picture.x, y: own.y - picture.y };
  const canvas = canvasOf(viewById(doc, viewId));
  const laid = (one: PlacedBitmap | null) => {
    const moved = one && { ...one, x: one.x + x, y: one.y + y };
    return keepIfAny(moved && trimToPaint(cropPlaced(moved, intersectRects(moved, canvas))));
  };
  return {
    picture: await laid(picture),
    over: (await laid(over)) ?? undefined,
    marks: there.marks.map((value, at) => value + (at % 2 === 0 ? x : y)),
  };
}

/** A drawing with the default one's end at the joint by which its piece hangs. */
export const sameEnd = task(async ({ doc, viewId, derived, drawingId }: Where & { drawingId: string }) => {
  const drawing = drawingById(doc, drawingId);
  const set = setById(doc, drawing.setId);
  const joint = jointOfSet(doc, set, viewId);
  if (!joint)
    throw new LimberError('nothing-there', `${setName(doc, set)} has no rounded joint.`, 'Place it in Joints first.');
  const picture = await sheet(inView(doc, drawingId, viewId)?.picture ?? null);
  if (!picture) throw new LimberError('nothing-there', 'The drawing is blank: it has no end.');
  return keepIfAny(withSameEnd(picture, await ownWithLine(doc, set, viewId, derived), joint));
});

/** Makes the rim round the white that a pupil lies in: a piece of the face's own paint, in front of the pupil. */
export const rim = task(
  async ({
    doc,
    derived,
    pupilId,
    ids,
  }: Pick<Where, 'doc' | 'derived'> & { pupilId: string; ids: { pieceId: string; partId: string } }) => {
    const pupil = pieceById(doc, pupilId);
    const made = coverFor(doc, pupil, await readArt(doc, pupil.viewId, derived));
    const sheets: CutArgs['sheets'] = new Map();
    for (const [id, { face, beneath }] of made.taken) {
      const known = await sheet(pieceById(doc, id).beneath);
      sheets.set(id, { face: await keepSheet(face), beneath: await keepIfAny(mergeSheets([known, beneath])) });
    }
    return layRim(doc, pupil, await keepSheet(made.rim), sheets, ids);
  },
);
