import { basename, extname } from 'node:path';
import {
  LimberError,
  compareBitmaps,
  counted,
  cropPlaced,
  flattenLayers,
  matchBack,
  mergeSheets,
  pieceById,
  pieceImages,
  pieceName,
  takeBack,
  trimToPaint,
  uniteRects,
  viewById,
  type CharacterDoc,
  type NamedPicture,
  type NamesThen,
  type PieceId,
  type PlacedBitmap,
  type Rect,
  type SheetRef,
  type TakenBack,
  type ViewId,
} from '@limber-sheaf/core';
import { decodeFile } from '../files/decode-file.js';
import { pictureChange, type ChangeWeight } from '@limber-sheaf/formats';
import { lowestPaint } from '../files/lowest-paint.js';

import { encode, keepIfAny, keepSheet, readArt, type DerivedOfView } from '../threads/pictures.js';
import { keepBlob } from '../threads/blobs.js';
import type { Tell } from '../threads/task.js';
import { HIDDEN_GROUPS } from './write-formats.js';

/** What pieces were called and where their images lay, now or in a version. */
export interface PiecesThen {
  names: [string, PieceId][];
  bounds: Record<PieceId, Rect>;
  /** px that the canvas had on every side beyond the view's. */
  room: number;
}

/** Files that come back, and what they are held against. */
export interface BackOrder {
  doc: CharacterDoc;
  viewId: ViewId;
  derived: DerivedOfView;
  files: { path: string; name: string }[];
  /** As it is now, then by version, the newest first. */
  versions: PiecesThen[];
}

/** A piece that came back, held against what it is. */
interface BackPiece {
  pieceId: PieceId;
  name: string;
  /** The name it came back under, where that is another. */
  cameAs: string | null;
  /** Pixels that would be seen to change at rest, that are hidden, and that follow from a joint and stay. */
  shown: number;
  hidden: number;
  fixed: number;
  /** How much the change matters to whoever has rigged it, and what it is, as it goes on after the piece's name. */
  weight: ChangeWeight;
  words: string;
  /** px by which its middle went elsewhere, where its picture is the same but for that; 0 where it did not. */
  moved: number;
  /** Both pictures, in one place of the canvas. */
  place: Rect;
  before: string;
  after: string;
}

/** What came back, piece by piece, and what was not understood. */
export interface BroughtBack {
  pieces: BackPiece[];
  /** Pieces that came back as they left. */
  same: number;
  /** Pieces of the view that did not come back. */
  missing: string[];
  /** What was left alone, each with its reason, and what the files' reader says. */
  notes: string[];
}

/** Reads what came back, and holds it against what each piece is. */
export async function lookAtBack(order: BackOrder, tell: Tell): Promise<BroughtBack> {
  const { doc, viewId } = order;
  const { art, whole, cameAs, notes } = await read(order, tell);
  tell(0.7, 'What was repainted');
  const images = new Map(
    pieceImages(doc, viewId, art).flatMap(({ id, sheet: kind, image }) => (kind === 'piece' ? [[id, image]] : [])),
  );
  const changed = new Map([...whole].filter(([id, after]) => !isAlike(images.get(id), after)));
  const same = whole.size - changed.size;
  const { pieces: taken } = takeBack({ doc, viewId, art }, changed, true);
  const pieces: BackPiece[] = [];
  for (const [pieceId, after] of changed) {
    const before = images.get(pieceId);
    const change = taken.get(pieceId);
    if (!before || !change) continue;
    const { shown, hidden, fixed } = change;
    const moved = movedBy(before, after);
    const place = uniteRects(before, after);
    const [was, is] = [before, after].map((image) => cropPlaced(image, place));
    const keep = async (image: PlacedBitmap) => keepBlob(await encode(image, 1), 'image/png');
    pieces.push({
      pieceId,
      name: pieceName(doc, pieceById(doc, pieceId)),
      cameAs: cameAs.get(pieceId) ?? null,
      ...{ shown, hidden, fixed, place, moved },
      ...changeOf(before, after, shown, moved),
      before: await keep(was),
      after: await keep(is),
    });
  }
  const ofView = doc.pieces.filter((piece) => piece.viewId === viewId);
  const missing = ofView.filter(({ id }) => images.has(id) && !whole.has(id)).map((piece) => pieceName(doc, piece));
  return { pieces, same, missing, notes };
}

/** The sheets and the design after taking some pieces back. */
export interface TakenRefs {
  pieces: { pieceId: PieceId; face: SheetRef; beneath: SheetRef | null; own: SheetRef | null }[];
  design: { sheet: SheetRef; floorY: number } | null;
  left: number;
}

/** Takes pieces back as they came. */
export async function takeThemBack(
  order: BackOrder & { take: PieceId[]; renew: boolean },
  tell: Tell,
): Promise<TakenRefs> {
  const { doc, viewId, take, renew } = order;
  const { art, whole } = await read(order, tell);
  const chosen = new Map(take.flatMap((id) => (whole.has(id) ? [[id, whole.get(id) as PlacedBitmap]] : [])));
  if (chosen.size < take.length)
    throw new LimberError('not-there', 'Not all of these pieces are in the files that came back.');
  tell(0.7, 'Taking it over');
  const { pieces, design, left } = takeBack({ doc, viewId, art }, chosen, renew);
  return { pieces: await keepAll(doc, pieces), design: design && (await newDesign(design)), left };
}

async function newDesign(design: PlacedBitmap): Promise<TakenRefs['design']> {
  if (!trimToPaint(design)) throw new LimberError('nothing-there', 'Nothing of the design would be left.');
  return { sheet: await keepSheet(design), floorY: lowestPaint(design) + 1 };
}

async function keepAll(doc: CharacterDoc, pieces: TakenBack['pieces']): Promise<TakenRefs['pieces']> {
  const refs: TakenRefs['pieces'] = [];
  for (const [pieceId, { face, beneath, own }] of pieces) {
    if (!face)
      throw new LimberError(
        'would-empty',
        `Nothing of ${pieceName(doc, pieceById(doc, pieceId))} would be seen at rest.`,
        'Leave that piece, or delete it first.',
      );
    refs.push({
      pieceId,
      face: await keepSheet(face),
      beneath: await keepIfAny(beneath),
      own: await keepIfAny(own),
    });
  }
  return refs;
}

/** A picture that came back, on the canvas where that is known. */
interface BackPicture extends NamedPicture {
  picture: PlacedBitmap;
  isPlaced: boolean;
}

/** Reads the files, and puts each piece's picture together. */
async function read({ doc, viewId, derived, files, versions }: BackOrder, tell: Tell) {
  const view = viewById(doc, viewId);
  const notes: string[] = [];
  const pictures: BackPicture[] = [];
  const rooms = [...new Set(versions.map(({ room }) => room))];
  for (const [at, file] of files.entries()) {
    tell((0.6 * at) / files.length, 'Reading what came back');
    pictures.push(...(await picturesIn(file, view, rooms, notes)));
  }
  const names = versions.map((then): NamesThen => new Map(then.names));
  const matches = matchBack(pictures, names, Object.values(HIDDEN_GROUPS));
  const found = new Map<PieceId, Partial<Record<'whole' | 'shade' | 'line', PlacedBitmap>>>();
  const cameAs = new Map<PieceId, string>();
  for (const [at, match] of matches.entries()) {
    const one = pictures[at];
    if (match.kind === 'left') {
      if (match.reason) notes.push(match.reason);
      continue;
    }
    const picture = one.isPlaced ? one.picture : placeFor(one.picture, match.pieceId, versions);
    if (!picture) {
      const { width, height } = one.picture;
      notes.push(`${one.name} is ${width} × ${height} px, not as large as it left: there is no telling where it goes.`);
      continue;
    }
    found.set(match.pieceId, { ...found.get(match.pieceId), [match.role]: picture });
    if (match.renamed) cameAs.set(match.pieceId, one.name);
  }
  if (found.size === 0)
    throw new LimberError(
      'not-there',
      `Nothing in ${counted(files.length, 'that file', 'those files')} bears the name of a piece.`,
      'Bring back a layered file or images that left from here, with their names.',
    );
  const [art, painted] = [await readArt(doc, viewId, derived), await readArt(doc, viewId)];
  for (const [id, { own, beneath }] of painted.pieces) {
    const drawn = art.pieces.get(id);
    if (drawn) art.pieces.set(id, { ...drawn, own, beneath });
  }
  const whole = new Map<PieceId, PlacedBitmap>();
  for (const [id, { whole: base, shade, line }] of found) {
    if (!base) {
      notes.push(`Of ${pieceName(doc, pieceById(doc, id))} only line or shade came back: it is left.`);
      continue;
    }
    if (isLiftedShadow(doc, id)) {
      notes.push(
        `${pieceName(doc, pieceById(doc, id))} is a lifted shadow, which follows from the design: it is left.`,
      );
      continue;
    }
    const image = mergeSheets([base, shade ?? null, line ?? null]);
    if (image) whole.set(id, image);
  }
  return { art, whole, cameAs, notes };
}

function isLiftedShadow(doc: CharacterDoc, id: PieceId): boolean {
  return pieceById(doc, id).shadowOf !== null;
}

/** The named pictures of one file: its layers, or itself by its file's name. @throws LimberError for a bad file, or one of another size */
async function picturesIn(
  { path, name }: { path: string; name: string },
  view: { key: string; width: number; height: number },
  rooms: readonly number[],
  notes: string[],
): Promise<BackPicture[]> {
  const decoded = await decodeFile(path);
  notes.push(...decoded.notes);
  const { width, height } = 'bitmap' in decoded ? decoded.bitmap : decoded.canvas;
  const room = rooms.find((px) => width === view.width + 2 * px && height === view.height + 2 * px);
  const isCanvas = room !== undefined;
  const onView = (picture: PlacedBitmap) => ({ ...picture, x: picture.x - (room ?? 0), y: picture.y - (room ?? 0) });
  if ('bitmap' in decoded) {
    const picture = onView({ ...decoded.bitmap, x: 0, y: 0 });
    const own = basename(name, extname(name));
    return [{ name: own, path: [own], visible: true, picture, isPlaced: isCanvas }];
  }
  if (!isCanvas)
    throw new LimberError(
      'another-size',
      `${name} is ${width} × ${height} px, and the ${view.key} view ${view.width} × ${view.height} px.`,
      'Bring back what left at 100 %, on the canvas it left with.',
    );
  const flattened = flattenLayers(decoded.nodes, decoded.canvas);
  notes.push(...flattened.notes);
  return flattened.layers.flatMap(({ path, visible, paint }) =>
    paint ? [{ name: path.at(-1) ?? '', path, visible, picture: onView(paint), isPlaced: true }] : [],
  );
}

/** A trimmed image put where it left from, by the newest version that has one as large. */
function placeFor(picture: PlacedBitmap, id: PieceId, versions: readonly PiecesThen[]): PlacedBitmap | null {
  for (const { bounds } of versions) {
    const rect = bounds[id];
    if (rect && rect.width === picture.width && rect.height === picture.height)
      return { ...picture, x: rect.x, y: rect.y };
  }
  return null;
}

/** What a change is to whoever has rigged the piece. */
function changeOf(
  before: PlacedBitmap,
  after: PlacedBitmap,
  shown: number,
  moved: number,
): Pick<BackPiece, 'weight' | 'words'> {
  if (moved > 0) return { weight: 'check', words: `moved by ${moved.toFixed(1)} px.` };
  if (shown === 0) return { weight: 'safe', words: 'has other paint where it is hidden.' };
  const [was, is] = [before, after].map((picture) => ({ picture, inFront: [], rest: picture }));
  const { weight, words } = pictureChange(was, is);
  return { weight, words };
}

/** Did a piece come back as it is, to a rounding? */
function isAlike(before: PlacedBitmap | undefined, after: PlacedBitmap): boolean {
  if (!before) return false;
  const place = uniteRects(before, after);
  return compareBitmaps(cropPlaced(before, place), cropPlaced(after, place)).differing === 0;
}

/** px by which a picture went elsewhere as it is; 0 where it is another. */
function movedBy(before: PlacedBitmap, after: PlacedBitmap): number {
  if (before.width !== after.width || before.height !== after.height) return 0;
  const far = Math.hypot(after.x - before.x, after.y - before.y);
  return far > 0 && Buffer.compare(before.data, after.data) === 0 ? far : 0;
}
