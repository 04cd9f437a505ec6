import { basename, extname } from 'node:path';
import {
  LimberError,
  counted,
  flattenLayers,
  matchBack,
  mergeSheets,
  pieceById,
  pieceName,
  placedAt,
  viewById,
  type CharacterDoc,
  type NamedPicture,
  type NamesThen,
  type PieceId,
  type PlacedBitmap,
  type Rect,
  type ViewId,
} from '@limber-sheaf/core';
import { decodeFile } from '../files/decode-file.js';
import { readArt, type DerivedOfView } from '../threads/pictures.js';
import type { Tell } from '../threads/task.js';
import { HIDDEN_GROUPS } from './write-formats.js';

/** What pieces were called and where their images lay, now or in a version. */
export interface PiecesThen {
  names: [string, PieceId][];
  bounds: Record<PieceId, Rect>;
  /** px that the canvas had on every side beyond the view's. */
  room: number;
  /** Drawings of sets but for the default ones, by name: they come in at Swaps. */
  drawings: string[];
  /** The finish that is baked into what left then, in words; null for none. */
  finish: string | null;
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

/** A picture that came back, on the canvas where that is known. */
interface BackPicture extends NamedPicture {
  picture: PlacedBitmap;
  isPlaced: boolean;
}

/** Reads the files, and puts each piece's picture together. */
export async function readBack({ doc, viewId, derived, files, versions }: BackOrder, tell: Tell) {
  const view = viewById(doc, viewId);
  const notes: string[] = [];
  const pictures: BackPicture[] = [];
  const rooms = [...new Set(versions.map(({ room }) => room))];
  for (const [at, file] of files.entries()) {
    tell((0.6 * at) / files.length, 'Reading what came back');
    pictures.push(...(await picturesIn(file, view, rooms, notes)));
  }
  const drawings = new Set(versions.flatMap((then) => then.drawings));
  const isDrawing = ({ name }: BackPicture) => drawings.has(name);
  const passed = pictures.filter(isDrawing).length;
  if (passed > 0)
    notes.push(
      `${counted(passed, 'drawing')} of a set ${passed === 1 ? 'is' : 'are'} passed over: bring them in at Swaps.`,
    );
  const pieces = pictures.filter((one) => !isDrawing(one));
  const names = versions.map((then): NamesThen => new Map(then.names));
  const matches = matchBack(pieces, names, Object.values(HIDDEN_GROUPS));
  const found = new Map<PieceId, Partial<Record<'whole' | 'shade' | 'line', PlacedBitmap>>>();
  const cameAs = new Map<PieceId, string>();
  for (const [at, match] of matches.entries()) {
    const one = pieces[at];
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
  // Nothing in a picture tells which version it was painted from.
  const finished = versions.flatMap(({ finish }) => finish ?? []);
  if (finished.length > 0)
    notes.push(`${finished[0]}, which is in the paint of whatever was made from it. Paint over one that left without.`);
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
  const onView = (picture: PlacedBitmap) => placedAt(picture, picture.x - (room ?? 0), picture.y - (room ?? 0));
  if ('bitmap' in decoded) {
    const picture = onView(placedAt(decoded.bitmap, 0, 0));
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
      return placedAt(picture, rect.x, rect.y);
  }
  return null;
}
