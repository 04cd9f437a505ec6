import {
  composeWithLine,
  differencePicture,
  drawnLine,
  inView,
  makeDrawing,
  pieceOfSet,
  readLine,
  setById,
  type MakeStep,
  type Rgb,
  type PlacedBitmap,
  type SpokenLine,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held as heldState, type StateKey } from '../../bench/worker/held';
import { sheet, sheetsOf } from '../../bench/worker/pictures';

/** A picture that was worked out, and where it lies, px. */
export interface DrawnPicture {
  image: ImageBitmap;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What a drawing shows in a view. */
async function drawn(at: StateKey, viewId: string, drawingId: string): Promise<PlacedBitmap | null> {
  const { doc, sheets } = heldState(at);
  const drawing = doc.drawings.find(({ id }) => id === drawingId);
  if (!drawing) return null;
  if (!drawing.isDefault) return sheet(inView(doc, drawingId, viewId)?.picture ?? null);
  const piece = pieceOfSet(doc, setById(doc, drawing.setId), viewId);
  if (!piece) return null;
  return composeWithLine(await sheetsOf(piece, sheets[piece.id]));
}

const MADDER: Rgb = [178, 58, 51];

export const swapTasks = {
  /** Reads a line of English by the pronouncing dictionary, which is loaded when it is first wanted. */
  async readLine(text: string, fps: number, wordsAMinute: number): Promise<SpokenLine> {
    const { dictionary } = await import('cmu-pronouncing-dictionary');
    return readLine(text, { fps, wordsAMinute, pronounce: (word) => dictionary[word] ?? null });
  },

  /** The line that a drawing has between two of its places, x, y pairs. */
  async lineOn(at: StateKey, viewId: string, drawingId: string, ends: number[]): Promise<number[]> {
    const [ax, ay, bx, by] = ends;
    const picture = await drawn(at, viewId, drawingId);
    return picture ? drawnLine(picture, { x: ax, y: ay }, { x: bx, y: by }) : ends;
  },

  /** Where a drawing differs from another of its set, and at how many px; null where either is blank. */
  async difference(
    at: StateKey,
    viewId: string,
    drawingId: string,
    otherId: string,
  ): Promise<{ drawn: DrawnPicture; area: number } | null> {
    const [one, other] = await Promise.all([drawingId, otherId].map((id) => drawn(at, viewId, id)));
    if (!one || !other) return null;
    const { picture, area } = differencePicture(one, other, MADDER);
    const laid = await bitmapOf(picture);
    return laid && Comlink.transfer({ drawn: laid, area }, [laid.image]);
  },

  /** A drawing as it would be, made of another by steps. */
  async make(at: StateKey, viewId: string, drawingId: string, steps: MakeStep[]): Promise<DrawnPicture | null> {
    const { doc } = heldState(at);
    const view = doc.views.find(({ id }) => id === viewId);
    const picture = view && (await drawn(at, viewId, drawingId));
    if (!picture) return null;
    return bitmapOf(makeDrawing(picture, steps, { x: 0, y: 0, width: view.width, height: view.height }));
  },
};

async function bitmapOf(picture: PlacedBitmap | null): Promise<DrawnPicture | null> {
  if (!picture) return null;
  const { x, y, width, height, data } = picture;
  const image = await createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height));
  return Comlink.transfer({ image, x, y, width, height }, [image]);
}
