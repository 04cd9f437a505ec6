import {
  cleanMatte,
  copyPlaced,
  findSpecks,
  LimberError,
  takePalette,
  trimToPaint,
  wordsOf,
  type CharacterDoc,
  type PaletteColour,
  type PlacedBitmap,
  type PlacedMask,
  type SheetRef,
  type ViewId,
} from '@limber-sheaf/core';
import { designOf, keepSheet, readArt } from '../threads/pictures.js';
import { lowestPaint } from '../files/lowest-paint.js';

/** A design that was changed as a whole. */
export interface ChangedDesign {
  sheet: SheetRef;
  floorY: number;
  /** New faces of the pieces that lost pixels. */
  faces: { pieceId: string; sheet: SheetRef }[];
  /** Pixels that changed. */
  area: number;
}

/** Frees a design of its plain backdrop. */
export async function cleanDesign(input: {
  doc: CharacterDoc;
  viewId: ViewId;
  tolerance?: number;
  openHoles?: number[];
}): Promise<ChangedDesign> {
  const design = await designOf(input.doc, input.viewId);
  const cleaned = cleanMatte(design, { tolerance: input.tolerance, openHoles: input.openHoles });
  if (!cleaned) throw new LimberError('no-backdrop', 'There is no plain backdrop to free the design of.');
  if (!trimToPaint(cleaned.design))
    throw new LimberError(
      'no-backdrop',
      'With this tolerance nothing of the design would be left. Choose a smaller one.',
    );
  const sheet = await keepSheet(cleaned.design);
  return { sheet, floorY: lowestPaint(cleaned.design) + 1, faces: [], area: cleaned.recovered };
}

/** Sweeps specks and haze away, out of the design and of the pieces that have them. */
export async function sweepDesign(input: {
  doc: CharacterDoc;
  viewId: ViewId;
  largest: number;
}): Promise<ChangedDesign> {
  const art = await readArt(input.doc, input.viewId);
  const { mask, specks, haze } = findSpecks(art.design, input.largest);
  if (specks.length === 0 && haze === 0)
    throw new LimberError('nothing-there', 'There are no specks and no haze to sweep away.');
  const design = without(art.design, mask);
  if (!trimToPaint(design)) throw new LimberError('nothing-there', 'Nothing of the design would be left.');
  const faces: ChangedDesign['faces'] = [];
  for (const [pieceId, { face }] of art.pieces) {
    if (!face) continue;
    const left = without(face, mask);
    const trimmed = trimToPaint(left);
    if (!trimmed)
      throw new LimberError('would-empty', 'One piece consists of specks only.', 'Delete that piece first.', {
        x: face.x,
        y: face.y,
      });
    if (left.data.some((v, i) => v !== face.data[i])) faces.push({ pieceId, sheet: await keepSheet(trimmed) });
  }
  return {
    sheet: await keepSheet(design),
    floorY: lowestPaint(design) + 1,
    faces,
    area: specks.reduce((sum, speck) => sum + speck.area, 0) + haze,
  };
}

function without(paint: PlacedBitmap, mask: PlacedMask): PlacedBitmap {
  const out = copyPlaced(paint);
  const words = wordsOf(out);
  for (let y = 0; y < out.height; y++) {
    const row = (y + out.y - mask.y) * mask.width + out.x - mask.x;
    for (let x = 0; x < out.width; x++) if (mask.data[row + x]) words[y * out.width + x] = 0;
  }
  return out;
}

/** A design's main colours. */
export async function designPalette(input: { doc: CharacterDoc; viewId: ViewId }): Promise<PaletteColour[]> {
  return takePalette(await designOf(input.doc, input.viewId));
}
