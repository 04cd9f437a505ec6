import {
  composePiece,
  composite,
  finishTexture,
  mergeSheets,
  pieceById,
  pieceImages,
  placedAt,
  withFinish,
  type Finish,
  type PieceId,
  type PlacedBitmap,
  type Rect,
  type SheetBitmaps,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from '../../bench/worker/held';
import { artOf, picture as pictureOfBlob } from '../../bench/worker/pictures';

async function scaledTo(picture: PlacedBitmap, most: number): Promise<ImageBitmap> {
  const { width, height, data } = picture;
  const scale = Math.min(1, most / Math.max(width, height));
  return createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height), {
    resizeWidth: Math.max(1, Math.round(width * scale)),
    resizeHeight: Math.max(1, Math.round(height * scale)),
    resizeQuality: 'high',
  });
}

/** A whole view with a finish on it; one along the edges of pieces is shown along the figure's. */
async function finished(whole: PlacedBitmap, finish: Finish | null): Promise<PlacedBitmap> {
  if (!finish || (finish.name === 'own' && !finish.texture)) return whole;
  const own = finish.texture ? await pictureOfBlob(finish.texture) : null;
  return withFinish(whole, finish, finishTexture(finish, whole, whole, own));
}

/** A piece with its line under all. */
function pictureOf(sheets: SheetBitmaps): PlacedBitmap | null {
  return mergeSheets([sheets.line ?? null, composePiece(sheets)]);
}

/**
 * Pictures for the parts sheet: sheets are put together at full size and then made smaller, since made smaller one by one
 * they would show a hairline where they meet.
 */
export const sheetTasks = {
  /** All pieces of a view put together, with a finish where one is given, at most so many px a side. */
  async assembled(at: StateKey, viewId: string, most: number, finish: Finish | null): Promise<ImageBitmap> {
    const { doc } = held(at);
    const art = await artOf(at, viewId);
    const { width, height } = art.design;
    const whole = composite(
      width,
      height,
      pieceImages(doc, viewId, art).map(({ image }) => image),
    );
    const picture = await scaledTo(await finished(placedAt(whole, 0, 0), finish), most);
    return Comlink.transfer(picture, [picture]);
  },

  /** Where the picture of each piece of a view lies, px. */
  async places(at: StateKey, viewId: string): Promise<[PieceId, Rect][]> {
    const art = await artOf(at, viewId);
    return [...art.pieces].flatMap(([id, sheets]): [PieceId, Rect][] => {
      const image = pictureOf(sheets);
      return image ? [[id, { x: image.x, y: image.y, width: image.width, height: image.height }]] : [];
    });
  },

  /** One piece with its rounded ends, at most so many px a side; null for one without paint. */
  async pieceAlone(at: StateKey, pieceId: string, most: number): Promise<ImageBitmap | null> {
    const { doc } = held(at);
    const art = await artOf(at, pieceById(doc, pieceId).viewId);
    const sheets = art.pieces.get(pieceId);
    const image = sheets && pictureOf(sheets);
    if (!image) return null;
    const picture = await scaledTo(image, most);
    return Comlink.transfer(picture, [picture]);
  },
};
