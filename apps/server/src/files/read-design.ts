import {
  LimberError,
  bodyFrame,
  compareBitmaps,
  counted,
  coverageOf,
  cropPlaced,
  flattenLayers,
  guessLayers,
  placedAt,
  trimToPaint,
  type Bitmap,
  type BroughtLayer,
  type LayerNode,
  type PlacedBitmap,
  type SheetRef,
} from '@limber-sheaf/core';
import { keepSheet } from '../threads/pictures.js';
import { decodeFile } from './decode-file.js';
import { lowestPaint } from './lowest-paint.js';

/** A design as it was read: plain 8-bit RGBA, with what had to be converted, and its layers where it had any. */
export interface ImportedDesign {
  sheet: SheetRef;
  /** The lowest row with paint, px: where the character stands. */
  floorY: number;
  notes: string[];
  /** Back to front; null for a flat picture. */
  layers: BroughtLayer[] | null;
  /** Pixels by which the layers composited here differ from the file's merged picture. */
  differs: number | null;
}

/**
 * Reads a design that somebody brought, from the file it was put down in, and keeps its pictures.
 * @throws LimberError `unreadable-file`, `damaged-file`, `too-large`, `blank-design`
 */
export async function readDesign(path: string): Promise<ImportedDesign> {
  const decoded = await decodeFile(path);
  if ('bitmap' in decoded) return finish(decoded.bitmap, decoded.notes, null, null);
  return takeApart(decoded.nodes, decoded.canvas, decoded.merged, decoded.notes);
}

/** Flattens the layers, guesses what each is, and holds the result against the file's own merged picture. */
async function takeApart(
  nodes: readonly LayerNode[],
  canvas: { width: number; height: number },
  merged: PlacedBitmap | null,
  notes: string[],
): Promise<ImportedDesign> {
  const flattened = flattenLayers(nodes, canvas);
  const drawn = trimToPaint(flattened.merged) !== null;
  const known = merged && trimToPaint(merged) ? merged : null;
  const differs = known && drawn ? compareBitmaps(known, flattened.merged).differing : null;
  const design = known ?? flattened.merged;
  const all = [...notes, ...flattened.notes];
  if (differs)
    all.push(
      `${differs.toLocaleString('en')} px of the merged picture differ from the layers drawn together: there the merged picture is taken.`,
    );
  const hidden = flattened.layers.filter((layer) => !layer.visible).length;
  const empty = flattened.layers.filter((layer) => !layer.paint).length;
  if (hidden > 0) all.push(`${counted(hidden, 'hidden layer is', 'hidden layers are')} left out.`);
  if (empty > 0) all.push(`${counted(empty, 'empty layer is', 'empty layers are')} left out.`);
  if (flattened.layers.filter((layer) => layer.paint).length < 2) return finish(design, all, null, null);
  const guesses = guessLayers(flattened.layers, bodyFrame(coverageOf(design)), canvas.width * canvas.height);
  const layers: ImportedDesign['layers'] = [];
  for (const [at, layer] of flattened.layers.entries()) {
    layers.push({
      path: layer.path,
      visible: layer.visible,
      blend: layer.blend,
      clippedTo: layer.clippedTo,
      sheet: layer.paint && (await keepSheet(cropPlaced(layer.paint, layer.paint))),
      ...guesses[at],
    });
  }
  return finish(design, all, layers, differs);
}

async function finish(
  bitmap: Bitmap,
  notes: string[],
  layers: ImportedDesign['layers'],
  differs: number | null,
): Promise<ImportedDesign> {
  const made = await keepSheet(placedAt(bitmap, 0, 0));
  if (made.area === 0)
    throw new LimberError(
      'blank-design',
      'The picture is fully transparent.',
      'Choose a picture with the finished design on it.',
    );
  if (made.area === bitmap.width * bitmap.height)
    notes.push(
      'The design has no transparent background: the whole picture counts as the character. Cut can free it of a plain backdrop.',
    );
  return { sheet: made, floorY: lowestPaint(bitmap) + 1, notes, layers, differs };
}
