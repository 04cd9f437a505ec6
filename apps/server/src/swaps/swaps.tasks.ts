import {
  DiffBuilder,
  LID_OPENINGS,
  PRESSED_FLAT,
  LimberError,
  beneathSet,
  createPlaced,
  cropPlaced,
  defaultOf,
  drawingsOf,
  inView,
  intersectRects,
  lidsAlone,
  makeLids,
  marksOf,
  mergeSheets,
  mirrorDrawing,
  mirrorMarks,
  mirrorPiece,
  mirrorWay,
  paintBeneath,
  partOf,
  pieceById,
  onEyes,
  picturesOf,
  placedAt,
  placesOf,
  pieceOfSet,
  plainWords,
  readName,
  registerLeast,
  registerTurned,
  seatDrawing,
  seated,
  seatingByMarks,
  setById,
  setName,
  setsToSeat,
  trimToPaint,
  uniteRects,
  unmarkedNotes,
  viewById,
  wholeEyes,
  withBlends,
  type CharacterDoc,
  type Diff,
  type DrawingId,
  type DrawingViewRow,
  type HeldThing,
  type PlacedBitmap,
  type Rect,
  type SeatedAll,
  type Seating,
  type SheetRef,
  type SwapSetId,
  type SwapSetRow,
  type ViewId,
} from '@limber-sheaf/core';
import { keepIfAny, keepSheet, readArt, sheet, type DerivedOfView } from '../threads/pictures.js';
import { task, type Tell } from '../threads/task.js';
import { movingPicture } from './moving-picture.js';
import { picturesIn } from './read-drawings.js';
import { canvasOf, seatedBy } from './drawn.js';

/** Files that are to be drawings of a set. */
export interface BringOrder {
  doc: CharacterDoc;
  setId: SwapSetId;
  viewId: ViewId;
  derived: DerivedOfView;
  files: { path: string; name: string }[];
  /** The cell that one file is for, whatever its name says. */
  cell?: { shape: string; mood: string };
}

/** A drawing as it was read, on its seat. */
export interface BroughtDrawing {
  shape: string;
  mood: string;
  picture: SheetRef;
}

/** What files have for a place of the chart: its picture, a second one, or both. */
export type BroughtPictures = Pick<BroughtDrawing, 'shape' | 'mood'> & { picture?: SheetRef; over?: SheetRef };

/** What a file is called whose picture is drawn in front: `hand grip over`. */
const OVER = 'over';

/** Reads drawings: their names, their pictures freed of a plain backdrop, and where they sit; with what was left and why. */
export const bring = task(
  async (order: BringOrder, tell: Tell): Promise<{ drawings: BroughtPictures[]; notes: string[] }> => {
    const { doc, setId, viewId, derived, files, cell } = order;
    const set = setById(doc, setId);
    const view = viewById(doc, viewId);
    const own = await seatedBy(doc, set, viewId, derived);
    const notes: string[] = [];
    const drawings = new Map<string, { name: string; drawing: BroughtPictures }>();
    const twice = new Set<string>();
    const words = ownWords(doc, set);
    for (const [at, file] of files.entries()) {
      tell(at / files.length, 'Reading the drawings');
      for (const { name, picture, isPlaced } of await picturesIn(file, view, notes)) {
        const which = plainWords(name).includes(OVER) ? 'over' : 'picture';
        const read = cell
          ? ({ kind: 'read', ...cell } as const)
          : readName(which === 'over' ? withoutOver(name) : name, set, words);
        if (read.kind === 'unread') {
          notes.push(`${read.reason} Drop it on its place on the chart.`);
          continue;
        }
        const { shape, mood } = read;
        const standing = defaultOf(doc, set);
        if (standing.shape === shape && standing.mood === mood) {
          notes.push(`${name} would be the default drawing, which is ${setName(doc, set)} as it is cut: it is left.`);
          continue;
        }
        const seated = isPlaced ? picture : seatedOn(picture, own);
        const within = trimToPaint(cropPlaced(seated, intersectRects(seated, canvasOf(view))));
        if (!within) {
          notes.push(`${name} has nothing on the canvas: it is left.`);
          continue;
        }
        const key = JSON.stringify([shape, mood]);
        const before = drawings.get(key);
        const isTwice = before?.drawing[which] !== undefined;
        if (isTwice || twice.has(`${key} ${which}`)) {
          twice.add(`${key} ${which}`);
          drawings.delete(key);
          notes.push(
            `${isTwice && before ? `${before.name} and ${name} are` : `${name} is`} for ${shape}, ${mood}: none is taken.`,
          );
          continue;
        }
        const there = before?.drawing ?? { shape, mood };
        drawings.set(key, { name, drawing: { ...there, [which]: await keepSheet(within) } });
      }
    }
    for (const [key, { name, drawing }] of drawings) {
      const isThere = drawingsOf(doc, set).some(
        (one) => one.shape === drawing.shape && one.mood === drawing.mood && inView(doc, one.id, viewId),
      );
      if (drawing.picture || isThere) continue;
      notes.push(`${name} would lie over ${drawing.shape}, ${drawing.mood}, which is not drawn: it is left.`);
      drawings.delete(key);
    }
    if (drawings.size === 0)
      throw new LimberError(
        'nothing-there',
        notes[0] ?? 'There is no drawing in these files.',
        notes.slice(1).join(' '),
      );
    return { drawings: [...drawings.values()].map(({ drawing }) => drawing), notes };
  },
);

/** A thing that a drawing is to hold, in a file. */
export interface HoldOrder {
  doc: CharacterDoc;
  drawingId: DrawingId;
  viewId: ViewId;
  file: { path: string; name: string };
}

/**
 * Reads a thing to be held. What comes on a canvas of the design's size keeps its place; anything else is put with its middle
 * between the drawing's marks, or on the middle of its picture.
 */
export const hold = task(
  async ({ doc, drawingId, viewId, file }: HoldOrder): Promise<HeldThing & { notes: string[] }> => {
    const view = viewById(doc, viewId);
    const notes: string[] = [];
    // A sheet of paper is all of one colour.
    const [read] = await picturesIn(file, view, notes, true);
    if (!read) throw new LimberError('nothing-there', notes[0] ?? 'There is no picture in this file.');
    const row = inView(doc, drawingId, viewId);
    const seated = read.isPlaced ? read.picture : centredAt(read.picture, gripOf(row) ?? canvasOf(view));
    const within = trimToPaint(cropPlaced(seated, intersectRects(seated, canvasOf(view))));
    if (!within) throw new LimberError('nothing-there', `${read.name} has nothing on the canvas.`);
    const face = createPlaced({ x: within.x, y: within.y, width: 1, height: 1 });
    return { name: read.name, picture: await keepSheet(within), face: await keepSheet(face), notes };
  },
);

/** Where a drawing holds what it holds: about its marks, or about its picture. */
function gripOf(row: DrawingViewRow | null): Rect | null {
  const marks = placesOf(row?.marks ?? []).map(({ x, y }) => ({ x, y, width: 0, height: 0 }));
  return marks.length > 0 ? marks.reduce(uniteRects) : (row?.picture ?? null);
}

/** A picture moved by whole pixels so that its middle lies on that of a place. */
function centredAt(picture: PlacedBitmap, { x, y, width, height }: Rect): PlacedBitmap {
  return {
    ...picture,
    x: Math.round(x + (width - picture.width) / 2),
    y: Math.round(y + (height - picture.height) / 2),
  };
}

/** A moving picture of drawings that change. */
export const move = task(movingPicture);

/** A set's drawings as they are on the other side, mirrored. */
export const mirror = task(
  async ({
    doc,
    setId,
    viewId,
  }: Pick<BringOrder, 'doc' | 'setId' | 'viewId'>): Promise<
    (Omit<BroughtDrawing, 'picture'> & {
      picture: SheetRef | null;
      marks: number[];
    })[]
  > => {
    const set = setById(doc, setId);
    const other = mirrorPiece(doc, set, viewId);
    const way = other && mirrorWay(doc, set, other);
    if (!way) throw new LimberError('not-there', 'There is no such piece on the other side.', 'Cut it first.');
    const canvas = canvasOf(viewById(doc, viewId));
    const made = [];
    for (const { id, shape, mood, isDefault } of drawingsOf(doc, set)) {
      const row = isDefault ? null : inView(doc, id, viewId);
      if (!row) continue;
      const picture = await sheet(row.picture);
      const flipped = picture && mirrorDrawing(picture, way);
      const within = flipped && trimToPaint(cropPlaced(flipped, intersectRects(flipped, canvas)));
      // What would lie past the canvas is left.
      if (picture && !within) continue;
      made.push({ shape, mood, picture: await keepIfAny(within), marks: mirrorMarks(row.marks, way) });
    }
    return made;
  },
);

/** Less than this is a seating that changes nothing: degrees, share, px. */
const STILL = { angle: 0.05, scale: 0.001, move: 0.25 };

/**
 * Turns, scales and moves the drawings of a view onto their seats: by their marks; where a set has none, to where each differs
 * least from the default drawing.
 */
export const seatTurned = task(
  async (
    { doc, viewId, derived, setId }: Pick<BringOrder, 'doc' | 'viewId' | 'derived'> & { setId?: SwapSetId },
    tell: Tell,
  ): Promise<SeatedAll> => {
    const canvas = canvasOf(viewById(doc, viewId));
    const notes: string[] = [];
    const diff = new DiffBuilder();
    let moved = 0;
    const todo = setsToSeat(doc, viewId, setId).flatMap((set) => {
      const marks = marksOf(doc, set, viewId);
      const rows = picturesOf(doc, set, viewId);
      if (marks.length > 0) notes.push(...unmarkedNotes(doc, set, rows));
      return rows.filter((row) => marks.length === 0 || row.marks.length > 0).map((row) => ({ set, marks, row }));
    });
    for (const [at, { set, marks, row }] of todo.entries()) {
      tell(at / todo.length, 'Seating the drawings');
      const picture = await sheet(row.picture);
      const seating =
        picture &&
        (marks.length > 0
          ? seatingByMarks(marks, row.marks)
          : registerTurned(await seatedBy(doc, set, viewId, derived), picture));
      if (!picture || !seating || isStill(seating)) continue;
      const made = await keepIfAny(seatDrawing(picture, seating, canvas));
      if (!made) continue;
      const over = await sheet(row.over);
      moved++;
      diff.update(row, {
        picture: made,
        over: await keepIfAny(over && seatDrawing(over, seating, canvas)),
        marks: placesOf(row.marks).flatMap((mark) => Object.values(seated(seating, mark))),
        ...PRESSED_FLAT,
      });
    }
    return { diff: diff.build(), moved, notes };
  },
);

function isStill({ angle, scale, from, to }: Seating): boolean {
  return (
    Math.abs(angle) < STILL.angle &&
    Math.abs(scale - 1) < STILL.scale &&
    Math.hypot(to.x - from.x, to.y - from.y) < STILL.move
  );
}

/** The paint that lacks beneath a set's piece, laid beneath what it hangs from. */
export const beneath = task(
  async ({ doc, setId, viewId, derived }: Omit<BringOrder, 'files' | 'cell'>): Promise<Diff> => {
    const set = setById(doc, setId);
    const made = beneathSet(doc, viewId, await readArt(doc, viewId, derived), set);
    if (!made)
      throw new LimberError('nothing-there', `Nothing is lacking beneath ${setName(doc, set)}.`, 'Paint it in Under.');
    const { beneath: known } = pieceById(doc, made.pieceId);
    return paintBeneath(doc, new Map([[made.pieceId, await keepIfAny(mergeSheets([await sheet(known), made.paint]))]]));
  },
);

/**
 * The lids of a set's eyes, computed for some of the shapes of its chart. Where pupils are pieces of their own, the lids are
 * second pictures, which go in front of them, and the eyes stay as they are.
 */
export const lids = task(
  async ({
    doc,
    setId,
    viewId,
    derived,
    shapes,
  }: Omit<BringOrder, 'files' | 'cell'> & { shapes: string[] }): Promise<BroughtPictures[]> => {
    const set = setById(doc, setId);
    const art = await readArt(doc, viewId, derived);
    const piece = pieceOfSet(doc, set, viewId);
    const isUnder = onEyes(doc, set, viewId).length > 0;
    const whole = wholeEyes(doc, set, viewId, art);
    const eyes = whole && isUnder ? withBlends(whole, art.design) : whole;
    const mood = set.moods[0];
    const made: BroughtPictures[] = [];
    for (const shape of shapes) {
      const opening = LID_OPENINGS[shape];
      const lids = eyes && opening ? makeLids(eyes, art.design, opening) : null;
      if (!lids || !eyes || !piece) continue;
      if (!isUnder) {
        made.push({ shape, mood, picture: await keepSheet(lids) });
        continue;
      }
      const over = await keepIfAny(lidsAlone(lids, eyes));
      if (over) made.push({ shape, mood, picture: piece.face, over });
    }
    if (made.length === 0)
      throw new LimberError(
        'nothing-there',
        `No eye is found in ${setName(doc, set)}.`,
        'Cut the eyes as a piece first.',
      );
    return made;
  },
);

function withoutOver(name: string): string {
  return plainWords(name)
    .filter((word) => word !== OVER)
    .join(' ');
}

function ownWords(doc: CharacterDoc, set: SwapSetRow): string[] {
  const piece = doc.pieces.find(({ partId }) => partId === set.partId);
  const { group, part } = piece ? partOf(doc, piece) : { group: '', part: '' };
  return [...plainWords(group), ...plainWords(part ?? ''), ...plainWords(setName(doc, set)), set.kind];
}

/** A drawing put where it differs least from the piece's own. */
function seatedOn(picture: PlacedBitmap, own: PlacedBitmap): PlacedBitmap {
  const { x, y } = registerLeast(own, picture) ?? { x: own.x - picture.x, y: own.y - picture.y };
  return placedAt(picture, picture.x + x, picture.y + y);
}
