import { basename, extname } from 'node:path';
import { cleanMatte, flattenLayers, placedAt, trimToPaint, type PlacedBitmap, type ViewRow } from '@limber-sheaf/core';
import { decodeFile } from '../files/decode-file.js';

/** A drawing as a file has it. */
interface NamedDrawing {
  name: string;
  picture: PlacedBitmap;
  /** Does it come on a canvas of the design's size, so that it keeps its place? */
  isPlaced: boolean;
}

/**
 * The drawings in one file: its layers, or itself by its file's name.
 * @param notes where is told what is left and why
 * @param keepsPlain is a picture of one colour a drawing, and no backdrop?
 * @throws LimberError for a bad file, or one larger than the canvas
 */
export async function picturesIn(
  { path, name }: { path: string; name: string },
  view: ViewRow,
  notes: string[],
  keepsPlain = false,
): Promise<NamedDrawing[]> {
  const decoded = await decodeFile(path);
  notes.push(...decoded.notes);
  const { width, height } = 'bitmap' in decoded ? decoded.bitmap : decoded.canvas;
  const isPlaced = width === view.width && height === view.height;
  if (width > view.width || height > view.height) {
    notes.push(`${name} is ${width} × ${height} px, larger than the canvas: it is left.`);
    return [];
  }
  const own = basename(name, extname(name));
  if ('bitmap' in decoded) {
    const whole = placedAt(decoded.bitmap, 0, 0);
    const freed = trimToPaint(cleanMatte(whole)?.design ?? whole);
    const picture = freed ?? (keepsPlain ? trimToPaint(whole) : null);
    if (!picture) notes.push(`${name} is empty: it is left.`);
    return picture ? [{ name: own, picture, isPlaced }] : [];
  }
  return flattenLayers(decoded.nodes, decoded.canvas).layers.flatMap(({ path: layer, paint }): NamedDrawing[] =>
    paint ? [{ name: layer.at(-1) ?? own, picture: paint, isPlaced }] : [],
  );
}
