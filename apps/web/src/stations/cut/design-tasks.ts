import {
  cleanMatte,
  findBackdrop,
  coverageOf,
  findSpecks,
  guessPlan,
  oddFigure,
  toHex,
  type BackdropHole,
  type GuessedPlan,
  type OddFigure,
  type PlacedBitmap,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { picture } from '../../bench/worker/pictures';

/** A design with its backdrop removed, to be looked at first. */
export interface MattePreview {
  after: ImageBitmap;
  holes: BackdropHole[];
  colour: string;
  recovered: number;
}

const toImage = (bitmap: PlacedBitmap) =>
  createImageBitmap(
    new ImageData(
      new Uint8ClampedArray(bitmap.data.buffer as ArrayBuffer, bitmap.data.byteOffset, bitmap.data.length),
      bitmap.width,
      bitmap.height,
    ),
  );

export const designTasks = {
  /** The plain backdrop of a design, as a colour and its share of the border; null where there is none. */
  async backdrop(designBlob: string): Promise<{ colour: string; share: number } | null> {
    const found = findBackdrop(await picture(designBlob));
    return found && { colour: toHex(found.colour), share: found.share };
  },

  async previewMatte(designBlob: string, tolerance: number, openHoles: number[]): Promise<MattePreview | null> {
    const cleaned = cleanMatte(await picture(designBlob), { tolerance, openHoles });
    if (!cleaned) return null;
    const after = await toImage(cleaned.design);
    return Comlink.transfer(
      { after, holes: cleaned.holes, colour: toHex(cleaned.backdrop.colour), recovered: cleaned.recovered },
      [after],
    );
  },

  /** What of a design without a backdrop is not one figure that stands on its feet. */
  async oddFigure(designBlob: string, isPerson: boolean): Promise<OddFigure | null> {
    return oddFigure(await picture(designBlob), isPerson);
  },

  /** The breakdown that a design without a backdrop seems to want, where that is not the usual one. */
  async guessPlan(designBlob: string): Promise<GuessedPlan | null> {
    return guessPlan(coverageOf(await picture(designBlob)));
  },

  /** How many specks and how much haze a design has. */
  async specks(
    designBlob: string,
    largest: number,
  ): Promise<{ specks: { area: number; x: number; y: number }[]; haze: number }> {
    const { specks, haze } = findSpecks(await picture(designBlob), largest);
    return { specks: specks.slice(0, 60).map(({ area, place }) => ({ area, ...place })), haze };
  },
};
