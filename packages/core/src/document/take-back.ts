import type { SheetBitmaps } from './compose-piece.js';
import { drawOrder, drawSteps } from './family.js';
import type { CharacterDoc, PieceId, ViewId } from './rows.js';
import { pieceImages, type ViewArt } from './view-art.js';
import {
  copyPlaced,
  createPlaced,
  cropPlaced,
  intersectRects,
  trimToPaint,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { isUnlike } from '../raster/compare.js';
import { compositeOverMutable } from '../raster/composite.js';

/** Alpha from which a piece covers what is behind it. */
const COVERS = 128;

/** What the pieces of a view become when repainted pictures are taken back. */
export interface TakenBack {
  /** What was repainted, by piece; a piece that is not among them stays. */
  pieces: Map<PieceId, RepaintedSheets>;
  /** The design from then on; null where it stays as it is. */
  design: PlacedBitmap | null;
  /** Pixels that would be seen to change at rest, and were left as they are. */
  left: number;
}

/** The sheets of a piece that was repainted. */
export interface RepaintedSheets {
  face: PlacedBitmap | null;
  beneath: PlacedBitmap | null;
  own: PlacedBitmap | null;
  /** Pixels that show at rest and changed, and that are hidden and changed. */
  shown: number;
  hidden: number;
  /** Hidden pixels that follow from a joint's overlap and stay as they are. */
  fixed: number;
}

/** A view as it is: its rows, and its pictures with what is derived and what was painted beneath. */
interface ViewNow {
  doc: CharacterDoc;
  viewId: ViewId;
  art: ViewArt;
}

/**
 * Takes repainted pictures of pieces back. What changed where a piece is hidden at rest becomes its paint beneath. What
 * would be seen to change at rest is left as it is, or becomes the design's, which is then what the pieces show.
 *
 * @param brought whole pictures of pieces, on the canvas
 * @param renew may the design change with them?
 */
export function takeBack(
  { doc, viewId, art }: ViewNow,
  brought: ReadonlyMap<PieceId, PlacedBitmap>,
  renew: boolean,
): TakenBack {
  const { design } = art;
  const images = pieceImages(doc, viewId, art);
  const imageOf = new Map(images.flatMap(({ id, sheet, image }) => (sheet === 'piece' ? [[id, image]] : [])));
  const touched = [...brought].flatMap(([id, now]) => [now, imageOf.get(id) ?? now]);
  if (touched.length === 0) return { pieces: new Map(), design: null, left: 0 };
  // All that may change lies here.
  const area = intersectRects(touched.map(rectOf).reduce(uniteRects), rectOf(design));
  const draw = (pictures: readonly PlacedBitmap[]) => {
    const drawn = createPlaced(area);
    for (const picture of pictures) compositeOverMutable(drawn, picture);
    return wordsOf(drawn);
  };
  const was = draw(images.map(({ image }) => image));
  // Also what had no paint until now.
  const is = draw(
    drawSteps(doc, viewId).flatMap(({ piece: { id }, sheet }) => {
      const now = sheet === 'piece' ? brought.get(id) : undefined;
      return now ?? images.find((one) => one.id === id && one.sheet === sheet)?.image ?? [];
    }),
  );
  const seen = new Uint8Array(is.length);
  let changed = 0;
  for (let i = 0; i < seen.length; i++)
    if (isUnlike(was[i], is[i])) {
      seen[i] = 1;
      changed++;
    }
  const isRenewed = renew && changed > 0;
  const order = drawOrder(doc, viewId).map(({ id }) => id);
  const shownBy = order.map((id) => brought.get(id) ?? imageOf.get(id) ?? null);
  const faces = order.map((id) => art.pieces.get(id)?.face ?? null);
  const owners = isRenewed ? ownersOf(shownBy, faces, seen, area) : null;
  const pieces = new Map<PieceId, RepaintedSheets>();
  for (const [at, id] of order.entries()) {
    const sheets = art.pieces.get(id);
    if (!sheets) continue;
    const { beneath = null, own = null } = sheets;
    const face = owners ? faceFrom(sheets.face, is, seen, owners, at + 1, area) : sheets.face;
    const [now, image] = [brought.get(id), imageOf.get(id)];
    if (!now || !image) {
      // A neighbour gives or takes what is seen.
      if (face !== sheets.face) pieces.set(id, { face, beneath, own, shown: 0, hidden: 0, fixed: 0 });
      continue;
    }
    const shows = (i: number) => seen[i] === 1 && (!owners || owners[i] === at + 1);
    const { change, shown, hidden, fixed } = paintHidden(image, now, sheets, area, shows);
    pieces.set(id, {
      face,
      beneath: hidden > 0 ? changedBy(beneath, change, area) : beneath,
      own: own && changedBy(own, change, area),
      ...{ shown, hidden, fixed },
    });
  }
  return { pieces, design: isRenewed ? designWith(design, is, seen, area) : null, left: renew ? 0 : changed };
}

function rectOf({ x, y, width, height }: Rect): Rect {
  return { x, y, width, height };
}

/** The design with what is seen to change. */
function designWith(design: PlacedBitmap, is: Uint32Array, seen: Uint8Array, area: Rect): PlacedBitmap {
  const out = copyPlaced(design);
  const words = wordsOf(out);
  for (let y = 0, i = 0; y < area.height; y++) {
    let to = (area.y + y) * design.width + area.x;
    for (let x = 0; x < area.width; x++, i++, to++) if (seen[i]) words[to] = is[i];
  }
  return out;
}

/**
 * By pixel of the area: whose face it is, as the place in the draw order + 1; 0 for nobody's. Told only where something is
 * seen to change.
 */
function ownersOf(
  shownBy: readonly (PlacedBitmap | null)[],
  faces: readonly (PlacedBitmap | null)[],
  seen: Uint8Array,
  area: Rect,
): Uint16Array {
  const owners = new Uint16Array(seen.length);
  const solid = new Uint8Array(seen.length);
  // Back to front: the last that covers a pixel has it; where none does, the last with any paint.
  for (const [at, image] of shownBy.entries()) {
    if (!image || isApart(image, area)) continue;
    const words = wordsOf(cropPlaced(image, area));
    const face = faces[at];
    const faceWords = face && wordsOf(cropPlaced(face, area));
    for (let i = 0; i < words.length; i++) {
      if (!seen[i]) continue;
      const alpha = words[i] >>> 24;
      // Half-covered pixels of an edge stay with the piece whose face they were.
      const covers = alpha >= COVERS || (alpha > 0 && faceWords !== null && faceWords[i] >>> 24 > 0);
      if (covers || (alpha > 0 && !solid[i])) owners[i] = at + 1;
      if (covers) solid[i] = 1;
    }
  }
  return owners;
}

function isApart(a: Rect, b: Rect): boolean {
  const { width, height } = intersectRects(a, b);
  return width <= 0 || height <= 0;
}

/** A face with what it gains and loses where the design changes. */
function faceFrom(
  face: PlacedBitmap | null,
  is: Uint32Array,
  seen: Uint8Array,
  owners: Uint16Array,
  own: number,
  area: Rect,
): PlacedBitmap | null {
  const here = face && !isApart(face, area) ? wordsOf(cropPlaced(face, area)) : null;
  const change: PixelChange = { at: new Uint8Array(seen.length), words: new Uint32Array(seen.length) };
  let count = 0;
  for (let i = 0; i < seen.length; i++) {
    if (!seen[i]) continue;
    const word = owners[i] === own ? is[i] : 0;
    if (word === (here?.[i] ?? 0)) continue;
    change.words[i] = word;
    change.at[i] = 1;
    count++;
  }
  return count === 0 ? face : changedBy(face, change, area);
}

/** Some pixels of the area, with what they become. */
interface PixelChange {
  /** Above 0 where there is a change. */
  at: Uint8Array;
  words: Uint32Array;
}

/** What of a repainted piece is hidden at rest, with its new paint. */
function paintHidden(
  was: PlacedBitmap,
  is: PlacedBitmap,
  { overlap, beneath = null, own = null }: SheetBitmaps,
  area: Rect,
  shows: (pixel: number) => boolean,
) {
  const within = (sheet: PlacedBitmap | null) => (sheet ? wordsOf(cropPlaced(sheet, area)) : null);
  const [over, painted, layered] = [overlap, beneath, own].map(within);
  const before = wordsOf(cropPlaced(was, area));
  const after = wordsOf(cropPlaced(is, area));
  const at = new Uint8Array(before.length);
  let [shown, hidden, fixed] = [0, 0, 0];
  for (let i = 0; i < before.length; i++) {
    if (!isUnlike(before[i], after[i])) continue;
    const isDerived = over !== null && over[i] >>> 24 === 255;
    // Nobody painted it: taken away, it would be derived again.
    const isNobodys = after[i] >>> 24 === 0 && !painted?.[i] && !layered?.[i];
    if (shows(i)) shown++;
    else if (isDerived || isNobodys) fixed++;
    else {
      at[i] = 1;
      hidden++;
    }
  }
  return { change: { at, words: after }, shown, hidden, fixed };
}

/** A sheet with some of its pixels replaced; null where nothing of it is left. */
function changedBy(sheet: PlacedBitmap | null, change: PixelChange, area: Rect): PlacedBitmap | null {
  const whole = sheet ? cropPlaced(sheet, uniteRects(rectOf(sheet), area)) : createPlaced(area);
  const words = wordsOf(whole);
  for (let y = 0, i = 0; y < area.height; y++) {
    let to = (area.y + y - whole.y) * whole.width + area.x - whole.x;
    for (let x = 0; x < area.width; x++, i++, to++) if (change.at[i]) words[to] = change.words[i];
  }
  return trimToPaint(whole);
}
