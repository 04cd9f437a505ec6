import type { SheetBitmaps } from '../document/compose-piece.js';
import { drawOrder } from '../document/family.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { createPlaced, cropPlaced, trimToPaint, wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { isUnlike } from '../raster/compare.js';
import { composite } from '../raster/composite.js';

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
  const canvas = { x: 0, y: 0, width: design.width, height: design.height };
  const images = pieceImages(doc, viewId, art);
  const repainted = (id: PieceId, sheet: string) => (sheet === 'piece' ? brought.get(id) : undefined);
  const was = composite(
    canvas.width,
    canvas.height,
    images.map(({ image }) => image),
  );
  const is = composite(
    canvas.width,
    canvas.height,
    images.map(({ id, sheet, image }) => repainted(id, sheet) ?? image),
  );
  const [wordsWas, wordsIs] = [wordsOf(was), wordsOf(is)];
  const seen = new Uint8Array(wordsIs.length);
  let changed = 0;
  for (let i = 0; i < seen.length; i++)
    if (isUnlike(wordsWas[i], wordsIs[i])) {
      seen[i] = 1;
      changed++;
    }
  const isRenewed = renew && changed > 0;
  const order = drawOrder(doc, viewId).map(({ id }) => id);
  const owners = isRenewed ? ownersOf(order, art, images, brought, seen, canvas) : null;
  const newDesign = isRenewed ? { ...design, data: design.data.slice() } : null;
  if (newDesign) {
    const words = wordsOf(newDesign);
    for (let i = 0; i < seen.length; i++) if (seen[i]) words[i] = wordsIs[i];
  }
  const pieces = new Map<PieceId, RepaintedSheets>();
  for (const [at, id] of order.entries()) {
    const sheets = art.pieces.get(id);
    if (!sheets) continue;
    const face = newDesign && owners ? faceFrom(sheets.face, newDesign, seen, owners, at + 1) : sheets.face;
    const now = brought.get(id);
    const image = images.find((one) => one.id === id && one.sheet === 'piece')?.image;
    if (!now || !image) {
      // A neighbour gives or takes what is seen.
      if (face !== sheets.face)
        pieces.set(id, {
          ...{ face, beneath: sheets.beneath ?? null, own: sheets.own ?? null, shown: 0, hidden: 0, fixed: 0 },
        });
      continue;
    }
    const isOwn = (i: number) => (owners ? owners[i] === at + 1 : false);
    const shows = (i: number) => seen[i] === 1 && (!renew || isOwn(i));
    const { change, shown, hidden, fixed } = paintHidden(image, now, sheets, canvas, shows);
    pieces.set(id, {
      face,
      beneath: hidden > 0 ? changedBy(sheets.beneath ?? null, change, canvas) : (sheets.beneath ?? null),
      own: sheets.own ? changedBy(sheets.own, change, canvas) : null,
      ...{ shown, hidden, fixed },
    });
  }
  return { pieces, design: newDesign, left: renew ? 0 : changed };
}

/** By pixel of the canvas: whose face it is, as the place in the draw order + 1; 0 for nobody's. Told only where something changes at rest. */
function ownersOf(
  order: readonly PieceId[],
  art: ViewArt,
  images: ReturnType<typeof pieceImages>,
  brought: ReadonlyMap<PieceId, PlacedBitmap>,
  seen: Uint8Array,
  canvas: Rect,
): Uint16Array {
  const owners = new Uint16Array(seen.length);
  const solid = new Uint8Array(seen.length);
  // Back to front: the last that covers a pixel has it; where none does, the last with any paint.
  for (const [at, id] of order.entries()) {
    const image = brought.get(id) ?? images.find((one) => one.id === id && one.sheet === 'piece')?.image;
    const face = art.pieces.get(id)?.face;
    if (!image) continue;
    const words = wordsOf(cropPlaced(image, canvas));
    const faceWords = face ? wordsOf(cropPlaced(face, canvas)) : null;
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

/** A face with what it gains and loses where the design changes. */
function faceFrom(
  face: PlacedBitmap | null,
  design: PlacedBitmap,
  seen: Uint8Array,
  owners: Uint16Array,
  own: number,
): PlacedBitmap | null {
  const whole = face ? cropPlaced(face, design) : createPlaced(design);
  const [words, from] = [wordsOf(whole), wordsOf(design)];
  let touched = false;
  for (let i = 0; i < words.length; i++) {
    if (!seen[i]) continue;
    const next = owners[i] === own ? from[i] : 0;
    if (next === words[i]) continue;
    words[i] = next;
    touched = true;
  }
  return touched ? trimToPaint(whole) : face;
}

/** Some pixels of the canvas, with what they become. */
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
  canvas: Rect,
  shows: (pixel: number) => boolean,
) {
  const within = (sheet: PlacedBitmap | null) => (sheet ? wordsOf(cropPlaced(sheet, canvas)) : null);
  const [over, painted, layered] = [overlap, beneath, own].map(within);
  const before = wordsOf(cropPlaced(was, canvas));
  const after = wordsOf(cropPlaced(is, canvas));
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
function changedBy(sheet: PlacedBitmap | null, change: PixelChange, canvas: Rect): PlacedBitmap | null {
  const whole = sheet ? cropPlaced(sheet, canvas) : createPlaced(canvas);
  const words = wordsOf(whole);
  for (let i = 0; i < words.length; i++) if (change.at[i]) words[i] = change.words[i];
  return trimToPaint(whole);
}
