import {
  cleanMatte,
  createPlaced,
  findSpecks,
  refuse,
  takePalette,
  trimToPaint,
  wordsOf,
  type PaletteColour,
  type PlacedBitmap,
  type PlacedMask,
  type Result,
} from '@limber-sheaf/core';
import type { ArtFiles, SheetFile } from './art.js';
import { lowestPaint } from './import-task.js';
import { encodeSheet, readArt } from './pictures.js';

/** A design that was changed as a whole. */
export interface ChangedDesign {
  sheet: SheetFile;
  floorY: number;
  /** New faces of the pieces that lost pixels. */
  faces: { pieceId: string; sheet: SheetFile }[];
  /** Pixels that changed. */
  area: number;
}

/** Frees a design of its plain backdrop. */
export async function matteTask(input: {
  files: ArtFiles;
  tolerance: number;
  openHoles: number[];
}): Promise<Result<ChangedDesign>> {
  const { design } = await readArt(input.files);
  const cleaned = cleanMatte(design, { tolerance: input.tolerance, openHoles: input.openHoles });
  if (!cleaned) return refuse('no-backdrop', 'There is no plain backdrop to free the design of.');
  if (!trimToPaint(cleaned.design))
    return refuse('no-backdrop', 'With this tolerance nothing of the design would be left. Choose a smaller one.');
  const sheet = await encodeSheet(cleaned.design);
  return { ok: true, sheet, floorY: lowestPaint(cleaned.design) + 1, faces: [], area: cleaned.recovered };
}

/** Sweeps specks and haze away, out of the design and of the pieces that have them. */
export async function specksTask(input: { files: ArtFiles; largest: number }): Promise<Result<ChangedDesign>> {
  const art = await readArt(input.files);
  const { mask, specks, haze } = findSpecks(art.design, input.largest);
  if (specks.length === 0 && haze === 0)
    return refuse('nothing-there', 'There are no specks and no haze to sweep away.');
  const design = without(art.design, mask);
  if (!trimToPaint(design)) return refuse('nothing-there', 'Nothing of the design would be left.');
  const faces: ChangedDesign['faces'] = [];
  for (const [pieceId, { face }] of art.pieces) {
    if (!face) continue;
    const left = without(face, mask);
    const trimmed = trimToPaint(left);
    if (!trimmed)
      return refuse('would-empty', 'One piece consists of specks only. Delete that piece first.', {
        x: face.x,
        y: face.y,
      });
    if (left.data.some((v, i) => v !== face.data[i])) faces.push({ pieceId, sheet: await encodeSheet(trimmed) });
  }
  return {
    ok: true,
    sheet: await encodeSheet(design),
    floorY: lowestPaint(design) + 1,
    faces,
    area: specks.reduce((sum, speck) => sum + speck.area, 0) + haze,
  };
}

function without(paint: PlacedBitmap, mask: PlacedMask): PlacedBitmap {
  const out = { ...paint, data: paint.data.slice() };
  const words = wordsOf(out);
  for (let y = 0; y < out.height; y++) {
    const row = (y + out.y - mask.y) * mask.width + out.x - mask.x;
    for (let x = 0; x < out.width; x++) if (mask.data[row + x]) words[y * out.width + x] = 0;
  }
  return out;
}

/** A design's main colours. */
export async function paletteTask(input: { files: ArtFiles }): Promise<PaletteColour[]> {
  return takePalette((await readArt(input.files)).design);
}

/** The design on a larger canvas. */
export async function enlargeTask(input: {
  files: ArtFiles;
  by: { left: number; top: number; right: number; bottom: number };
}): Promise<SheetFile> {
  const { design } = await readArt({ ...input.files, pieces: [] });
  const { left, top, right, bottom } = input.by;
  const larger = createPlaced({ x: 0, y: 0, width: design.width + left + right, height: design.height + top + bottom });
  for (let y = 0; y < design.height; y++)
    larger.data.set(
      design.data.subarray(y * design.width * 4, (y + 1) * design.width * 4),
      ((y + top) * larger.width + left) * 4,
    );
  return encodeSheet(larger);
}
