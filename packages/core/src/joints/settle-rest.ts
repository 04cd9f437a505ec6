import { mapOwners, type OwnerMap } from '../cut/owners.js';
import { mergeSheets, type DerivedSheets } from '../document/compose-piece.js';
import {
  copyPlaced,
  createPlaced,
  cropPlaced,
  growRect,
  intersectRects,
  trimToPaint,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { compositeOverMutable } from '../raster/composite.js';
import { drawOrder, drawSteps, type DrawStep } from '../document/family.js';
import type { CharacterDoc, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';

/**
 * Composites the rough sheets and compares them with the design; at every pixel that differs, the owner's face is drawn as
 * it is and derived paint of the others gives way. What becomes of a pixel depends on the rough sheets there alone.
 *
 * @param rough of every piece that may share a pixel with those that are wanted
 * @returns the sheets of the wanted pieces
 */
export function settleRest(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  rough: ReadonlyMap<PieceId, DerivedSheets>,
  wanted: readonly PieceRow[],
  since?: Since,
): Map<PieceId, DerivedSheets> {
  const touched = new Map<PieceId, DerivedSheets>();
  const steady = wanted.filter((piece) => since?.settled.has(piece.id));
  const anew = wanted.filter((piece) => !since?.settled.has(piece.id));
  const settle = (rect: Rect, stack: Stack, pieces: readonly PieceRow[]) =>
    settleArea(rect, stack, art, rough, new Set(pieces.map((piece) => piece.id)), touched);
  if (anew.length > 0) {
    const stack = stackOf(doc, viewId, art, rough, art.design);
    for (const rect of areasOf(anew, stack, art.design)) settle(rect, stack, anew);
  }
  if (since && steady.length > 0) {
    const rect = growRect(since.changed, 0, art.design);
    for (const { id } of steady) touched.set(id, roughWithin(rough.get(id) ?? NOTHING, since, id, rect, art));
    if (rect.width > 0) settle(rect, stackOf(doc, viewId, art, rough, rect), steady);
  }
  return new Map(
    wanted.map((piece) => {
      const sheets = touched.get(piece.id);
      if (!sheets) return [piece.id, rough.get(piece.id) ?? NOTHING];
      const before = rough.get(piece.id) ?? NOTHING;
      /** The sheet as it was, the very same, where settling changed none of its pixels. */
      const settled = (name: keyof DerivedSheets) => {
        const sheet = sheets[name];
        const was = since?.settled.get(piece.id)?.[name] ?? null;
        if (sheet === was) return was;
        if (!sheet || samePixels(sheet, before[name])) return before[name];
        const trimmed = trimToPaint(sheet);
        return trimmed && samePixels(trimmed, was) ? was : trimmed;
      };
      return [
        piece.id,
        { overlap: settled('overlap'), under: settled('under'), clean: settled('clean'), line: settled('line') },
      ];
    }),
  );
}

function samePixels(a: PlacedBitmap, b: PlacedBitmap | null): boolean {
  if (!b || a.width !== b.width || a.height !== b.height || a.x !== b.x || a.y !== b.y) return false;
  const wa = wordsOf(a);
  const wb = wordsOf(b);
  for (let i = 0; i < wa.length; i++) if (wa[i] !== wb[i]) return false;
  return true;
}

/** What pieces came to before, and where rough sheets have changed since; what lies elsewhere is as it was. */
export interface Since {
  settled: ReadonlyMap<PieceId, DerivedSheets>;
  changed: Rect;
}

/** A piece's face and its rough sheets. */
export interface RoughPiece {
  face: PlacedBitmap;
  rough: DerivedSheets;
}

/** The smallest rectangle outside of which a piece's face and rough sheets are as they were; null where they are the same. */
export function roughChange(was: RoughPiece, now: RoughPiece): Rect | null {
  const changes = [was.face === now.face ? null : sheetChange(was.face, now.face, null)];
  for (const name of ['overlap', 'under', 'clean', 'line'] as const)
    changes.push(sheetChange(was.rough[name], now.rough[name], name === 'clean' ? now.face : null));
  return changes.reduce((rect, change) => (rect && change ? uniteRects(rect, change) : (rect ?? change)), null);
}

/** @param instead what is drawn where there is no such sheet */
function sheetChange(was: PlacedBitmap | null, now: PlacedBitmap | null, instead: Rect | null): Rect | null {
  if (!was || !now) {
    const only = was ?? now;
    return only && (instead ? uniteRects(only, instead) : only);
  }
  if (samePixels(was, now)) return null;
  const room = uniteRects(was, now);
  const a = wordsOf(cropPlaced(was, room));
  const b = wordsOf(cropPlaced(now, room));
  let [left, right, top, bottom] = [room.width, -1, room.height, -1];
  for (let y = 0, i = 0; y < room.height; y++)
    for (let x = 0; x < room.width; x++, i++) {
      if (a[i] === b[i]) continue;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      bottom = y;
    }
  return right < 0 ? null : { x: room.x + left, y: room.y + top, width: right - left + 1, height: bottom - top + 1 };
}

/** A piece's sheets as they were settled before, and rough again within a rectangle. */
function roughWithin(rough: DerivedSheets, { settled }: Since, id: PieceId, rect: Rect, art: ViewArt): DerivedSheets {
  const before = settled.get(id) ?? NOTHING;
  const face = art.pieces.get(id)?.face ?? null;
  const mixed = (name: keyof DerivedSheets): PlacedBitmap | null => {
    const from = rough[name];
    if (!from) return null;
    // Room for every pixel of the face, which may have to be drawn as it is.
    const room = name === 'clean' && face ? uniteRects(from, face) : from;
    const common = intersectRects(room, rect);
    // Beyond all that has changed, a sheet is as it was settled.
    if (common.width === 0 && (!before[name] || intersectRects(before[name], rect).width === 0)) return before[name];
    const sheet = before[name] ? cropPlaced(before[name], room) : createPlaced(room);
    const words = wordsOf(sheet);
    const anew = wordsOf(cropPlaced(from, room));
    for (let y = common.y; y < common.y + common.height; y++) {
      const i = (y - room.y) * room.width + common.x - room.x;
      words.set(anew.subarray(i, i + common.width), i);
    }
    return sheet;
  };
  return { overlap: mixed('overlap'), under: mixed('under'), clean: mixed('clean'), line: mixed('line') };
}

const NOTHING: DerivedSheets = { overlap: null, under: null, clean: null, line: null };

/** What is drawn of a view, from rough sheets. */
interface Stack {
  order: readonly PieceRow[];
  steps: readonly DrawStep[];
  images: ReadonlyMap<PieceId, PlacedBitmap>;
  lines: ReadonlyMap<PieceId, PlacedBitmap>;
}

/** @param within all that is looked at: no more of a piece is put together */
function stackOf(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  rough: ReadonlyMap<PieceId, DerivedSheets>,
  within: Rect,
): Stack {
  const images = new Map<PieceId, PlacedBitmap>();
  const lines = new Map<PieceId, PlacedBitmap>();
  const cut = (sheet: PlacedBitmap | null): PlacedBitmap | null => {
    const common = sheet && intersectRects(sheet, within);
    if (!common || common.width === 0) return null;
    return common.width === sheet.width && common.height === sheet.height ? sheet : cropPlaced(sheet, common);
  };
  for (const [id, { under, overlap, clean, line }] of rough) {
    const image = mergeSheets([under, overlap, clean ?? art.pieces.get(id)?.face ?? null].map(cut));
    if (image) images.set(id, image);
    const lineWithin = cut(line);
    if (lineWithin) lines.set(id, lineWithin);
  }
  return { order: drawOrder(doc, viewId), steps: drawSteps(doc, viewId), images, lines };
}

/** The rectangles to look at: one a piece, or one that holds them all where that is less. */
function areasOf(wanted: readonly PieceRow[], { images, lines }: Stack, canvas: Rect): Rect[] {
  const covers = wanted.flatMap((piece) => {
    const drawn = [images.get(piece.id), lines.get(piece.id)].flatMap((cover) => cover ?? []);
    return drawn.length > 0 ? [growRect(drawn.reduce<Rect>(uniteRects, drawn[0]), 0, canvas)] : [];
  });
  if (covers.length < 2) return covers;
  const all = covers.reduce(uniteRects);
  const area = ({ width, height }: Rect) => width * height;
  return area(all) < covers.reduce((sum, rect) => sum + area(rect), 0) ? [all] : covers;
}

function settleArea(
  { x: left, y: top, width, height }: Rect,
  { order, steps, images, lines }: Stack,
  art: ViewArt,
  rough: ReadonlyMap<PieceId, DerivedSheets>,
  free: ReadonlySet<PieceId>,
  touched: Map<PieceId, DerivedSheets>,
): void {
  const rect = { x: left, y: top, width, height };
  const owners = mapOwners(
    order.map((p) => art.pieces.get(p.id)?.face ?? null),
    rect,
  );
  const wanted = cropPlaced(art.design, rect);
  const wantedWords = wordsOf(wanted);
  const drawn = createPlaced(rect);
  copyUncutMutable(wordsOf(drawn), wantedWords, owners.owner);
  for (const { piece, sheet } of steps) {
    const image = (sheet === 'piece' ? images : lines).get(piece.id);
    if (image) compositeOverMutable(drawn, image);
  }
  const { heat } = compareBitmaps(drawn, wanted);
  const editable = (id: PieceId): DerivedSheets => {
    let copy = touched.get(id);
    if (!copy) {
      const { overlap, under, clean, line } = rough.get(id) ?? NOTHING;
      const own = (bitmap: PlacedBitmap | null) => bitmap && copyPlaced(bitmap);
      const face = art.pieces.get(id)?.face;
      // Room for every pixel of the face, which may have to be drawn as it is.
      const whole = clean && face ? cropPlaced(clean, uniteRects(clean, face)) : own(clean);
      copy = { overlap: own(overlap), under: own(under), clean: whole, line: own(line) };
      touched.set(id, copy);
    }
    return copy;
  };
  for (const i of placesAbove(heat.data, 1)) {
    const x = left + (i % width);
    const y = top + Math.floor(i / width);
    const owner = owners.owner[i] - 1;
    for (const [at, piece] of order.entries()) {
      if (!free.has(piece.id)) continue;
      const image = images.get(piece.id);
      const line = lines.get(piece.id);
      if (line && hasPaint(line, x, y)) setWord(editable(piece.id).line, x, y, 0);
      // Beneath an owner that is not opaque there, nothing may show through.
      if (!image || (at < owner && wantedWords[i] >>> 24 === 255)) continue;
      // The owner draws the pixel even where unmixing made it let go of it.
      if (at !== owner && !hasPaint(image, x, y)) continue;
      const copy = editable(piece.id);
      setWord(copy.overlap, x, y, 0);
      setWord(copy.under, x, y, 0);
      setWord(copy.clean, x, y, at === owner ? wantedWords[i] : 0);
    }
  }
}

/** What no piece has taken shows as it is in the design. */
function copyUncutMutable(drawn: Uint32Array, design: Uint32Array, owner: OwnerMap['owner']): void {
  for (let i = 0; i < drawn.length; i++) if (owner[i] === 0) drawn[i] = design[i];
}

/** The places of values above a limit. */
function placesAbove(values: Uint8Array, limit: number): number[] {
  const places: number[] = [];
  for (let i = 0; i < values.length; i++) if (values[i] > limit) places.push(i);
  return places;
}

function hasPaint(bitmap: PlacedBitmap, x: number, y: number): boolean {
  const px = x - bitmap.x;
  const py = y - bitmap.y;
  if (px < 0 || py < 0 || px >= bitmap.width || py >= bitmap.height) return false;
  return bitmap.data[(py * bitmap.width + px) * 4 + 3] !== 0;
}

function setWord(bitmap: PlacedBitmap | null, x: number, y: number, word: number): void {
  if (!bitmap) return;
  const px = x - bitmap.x;
  const py = y - bitmap.y;
  if (px < 0 || py < 0 || px >= bitmap.width || py >= bitmap.height) return;
  const i = (py * bitmap.width + px) * 4;
  bitmap.data[i] = word & 255;
  bitmap.data[i + 1] = (word >>> 8) & 255;
  bitmap.data[i + 2] = (word >>> 16) & 255;
  bitmap.data[i + 3] = word >>> 24;
}
