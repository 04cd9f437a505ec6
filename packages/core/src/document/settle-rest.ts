import { mapOwners } from '../cut/owners.js';
import { composePiece } from '../joint/compose-piece.js';
import {
  createPlaced,
  cropPlaced,
  growRect,
  trimToPaint,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { compositeOverMutable } from '../raster/composite.js';
import type { DerivedSheets } from './derive-sheets.js';
import type { DrawStep } from './family.js';
import type { PieceId, PieceRow } from './rows.js';
import type { ViewArt } from './view-art.js';

/**
 * Composites what the worked-out pieces cover and compares it with the design; at every pixel that differs, the owner's
 * face is drawn as it is and derived paint of the others gives way.
 */
export function settleRest(
  steps: readonly DrawStep[],
  order: readonly PieceRow[],
  art: ViewArt,
  result: Map<PieceId, DerivedSheets>,
): void {
  const sheetsOf = (piece: PieceRow) => {
    const given = art.pieces.get(piece.id);
    if (!given) return null;
    return { ...given, ...(result.get(piece.id) ?? {}) };
  };
  const images = new Map<PieceId, PlacedBitmap>();
  const lines = new Map<PieceId, PlacedBitmap>();
  let area: Rect | null = null;
  for (const piece of order) {
    const sheets = sheetsOf(piece);
    if (sheets?.line) lines.set(piece.id, sheets.line);
    const image = sheets && composePiece(sheets);
    if (!image) continue;
    images.set(piece.id, image);
    const given = art.pieces.get(piece.id);
    if (!result.has(piece.id) || !given) continue;
    // What the piece covered before may show through now, as well as what it covers from now on.
    for (const cover of [image, sheets.line, composePiece(given), given.line]) {
      if (!cover) continue;
      const { x, y, width, height } = cover;
      area = area ? uniteRects(area, { x, y, width, height }) : { x, y, width, height };
    }
  }
  if (!area) return;
  const rect = growRect(area, 0, art.design);
  const owners = mapOwners(
    order.map((p) => art.pieces.get(p.id)?.face ?? null),
    rect,
  );
  const wanted = cropPlaced(art.design, rect);
  const wantedWords = wordsOf(wanted);
  const drawn = createPlaced(rect);
  const drawnWords = wordsOf(drawn);
  for (let i = 0; i < drawnWords.length; i++) if (owners.owner[i] === 0) drawnWords[i] = wantedWords[i];
  for (const { piece, sheet } of steps) {
    const image = (sheet === 'piece' ? images : lines).get(piece.id);
    if (image) compositeOverMutable(drawn, image);
  }
  const { heat } = compareBitmaps(drawn, wanted);
  const touched = new Map<PieceId, Record<keyof DerivedSheets, PlacedBitmap | null>>();
  const editable = (piece: PieceRow) => {
    let copy = touched.get(piece.id);
    if (!copy) {
      const sheets = sheetsOf(piece);
      const over = (bitmap: PlacedBitmap | null | undefined) =>
        bitmap ? { ...bitmap, data: bitmap.data.slice() } : null;
      const { clean, face } = sheets ?? {};
      // Room for every pixel of the face, which may have to be drawn as it is.
      const whole = clean && face ? cropPlaced(clean, uniteRects(clean, face)) : over(clean);
      copy = { overlap: over(sheets?.overlap), under: over(sheets?.under), clean: whole, line: over(sheets?.line) };
      touched.set(piece.id, copy);
    }
    return copy;
  };
  for (let i = 0; i < heat.data.length; i++) {
    if (heat.data[i] <= 1) continue;
    const x = rect.x + (i % rect.width);
    const y = rect.y + Math.floor(i / rect.width);
    const owner = owners.owner[i] - 1;
    order.forEach((piece, at) => {
      const image = images.get(piece.id);
      const line = lines.get(piece.id);
      if (line && wordAt(line, x, y) !== 0) setWord(editable(piece).line, x, y, 0);
      if (!image || at < owner) {
        // Beneath an owner that is not opaque there, nothing may show through.
        if (!image || wantedWords[i] >>> 24 === 255) return;
      }
      // The owner draws the pixel even where unmixing made it let go of it.
      if (at !== owner && wordAt(image, x, y) === 0) return;
      const copy = editable(piece);
      setWord(copy.overlap, x, y, 0);
      setWord(copy.under, x, y, 0);
      setWord(copy.clean, x, y, at === owner ? wantedWords[i] : 0);
    });
  }
  for (const [id, { overlap, under, clean, line }] of touched) {
    result.set(id, {
      overlap: overlap && trimToPaint(overlap),
      under: under && trimToPaint(under),
      clean: clean && trimToPaint(clean),
      line: line && trimToPaint(line),
    });
  }
}

function wordAt(bitmap: PlacedBitmap, x: number, y: number): number {
  const px = x - bitmap.x;
  const py = y - bitmap.y;
  if (px < 0 || py < 0 || px >= bitmap.width || py >= bitmap.height) return 0;
  const i = (py * bitmap.width + px) * 4;
  return bitmap.data[i + 3] === 0 ? 0 : 1;
}

function setWord(bitmap: PlacedBitmap | null, x: number, y: number, word: number): void {
  if (!bitmap) return;
  const px = x - bitmap.x;
  const py = y - bitmap.y;
  if (px < 0 || py < 0 || px >= bitmap.width || py >= bitmap.height) return;
  const i = (py * bitmap.width + px) * 4;
  bitmap.data[i] = word & 255;
  bitmap.data[i + 1] = (word >>> 8) & 255;
  bitmap.data[i + 2] = (word >>> 16) & 255;
  bitmap.data[i + 3] = word >>> 24;
}
