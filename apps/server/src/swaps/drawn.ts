import {
  composePiece,
  composeWithLine,
  drawingsOf,
  inView,
  pieceOfSet,
  setById,
  setName,
  type CharacterDoc,
  type DrawingRow,
  type PlacedBitmap,
  type Rect,
  type SheetBitmaps,
  type SwapSetRow,
  type ViewId,
  type ViewRow,
  LimberError,
} from '@limber-sheaf/core';
import { readArt, sheet, type DerivedOfView } from '../threads/pictures.js';

/** What the piece of a set shows in a view, over the outline that it has beneath its limb's fills. @throws LimberError `not-found`, `nothing-there` */
export async function ownWithLine(
  doc: CharacterDoc,
  set: SwapSetRow,
  viewId: ViewId,
  derived: DerivedOfView,
): Promise<PlacedBitmap> {
  return shown(doc, set, await sheetsOfSet(doc, set, viewId, derived), composeWithLine);
}

/** What a set's drawings are put by: what its piece shows, or, of a thing that is only held, the first that is drawn. */
export async function seatedBy(
  doc: CharacterDoc,
  set: SwapSetRow,
  viewId: ViewId,
  derived: DerivedOfView,
): Promise<PlacedBitmap> {
  const sheets = await sheetsOfSet(doc, set, viewId, derived);
  const own = sheets && composePiece(sheets);
  const drawn = drawingsOf(doc, set).flatMap(({ id }) => inView(doc, id, viewId)?.picture ?? []);
  return own ?? (await sheet(drawn[0] ?? null)) ?? shown(doc, set, sheets, composePiece);
}

function shown(
  doc: CharacterDoc,
  set: SwapSetRow,
  sheets: SheetBitmaps | null,
  compose: (sheets: SheetBitmaps) => PlacedBitmap | null,
): PlacedBitmap {
  const own = sheets && compose(sheets);
  if (own) return own;
  const name = setName(doc, set);
  throw sheets
    ? new LimberError('nothing-there', `${name} shows nothing at rest.`, 'Begin with another drawing.')
    : new LimberError('not-found', `${name} is not in this view.`, 'Cut it first.');
}

async function sheetsOfSet(
  doc: CharacterDoc,
  set: SwapSetRow,
  viewId: ViewId,
  derived: DerivedOfView,
): Promise<SheetBitmaps | null> {
  const piece = pieceOfSet(doc, set, viewId);
  const art = piece && (await readArt(doc, viewId, derived, new Set([piece.id])));
  return (piece && art?.pieces.get(piece.id)) ?? null;
}

/** What a drawing shows in a view, the default one with its whole outline; null for a blank one, or one that is not there. */
export async function drawnPicture(
  doc: CharacterDoc,
  drawing: DrawingRow,
  viewId: ViewId,
  derived: DerivedOfView,
): Promise<PlacedBitmap | null> {
  if (drawing.isDefault) return ownWithLine(doc, setById(doc, drawing.setId), viewId, derived);
  return sheet(inView(doc, drawing.id, viewId)?.picture ?? null);
}

/** A view's canvas. */
export function canvasOf({ width, height }: ViewRow): Rect {
  return { x: 0, y: 0, width, height };
}
