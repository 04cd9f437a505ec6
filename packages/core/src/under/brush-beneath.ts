import { hidesPlace, type OwnerMap } from '../cut/owners.js';
import { mergeSheets } from '../document/compose-piece.js';
import { drawOrder } from '../document/family.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import { refuse, type Result } from '../errors.js';
import {
  copyPlaced,
  createPlaced,
  cropPlaced,
  intersectRects,
  trimToPaint,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { distanceField } from '../raster/distance-field.js';
import { maskOf } from '../raster/mask.js';
import { strokeBounds, strokeMask } from '../raster/stroke-mask.js';
import { colourOf, opaqueWord, withAlpha } from '../raster/words.js';

/** One gesture of the nib that paints: beneath a piece, or on a drawing. */
export interface BrushStroke {
  /** x, y, radius, px, by threes. */
  stroke: readonly number[];
  colour: Rgb;
  /** 0 to 1: the share of the radius over which the edge fades. */
  softness: number;
  /** Takes paint away, and puts none. */
  erase: boolean;
}

/** The pieces of a view whose faces reach where a stroke goes. */
export function piecesAtStroke(doc: CharacterDoc, viewId: ViewId, { stroke }: BrushStroke): Set<PieceId> {
  const bounds = strokeBounds(stroke);
  const reached = drawOrder(doc, viewId).filter(({ face }) => {
    const { width, height } = intersectRects(face, bounds);
    return width > 0 && height > 0;
  });
  return new Set(reached.map(({ id }) => id));
}

/**
 * Paints beneath a piece: only where pieces in front hide the design's opaque paint, so that what shows at rest cannot be
 * harmed; or takes what was painted there away.
 *
 * @param beneath what the piece has beneath already
 * @param index the piece's place in the draw order
 * @param ownersIn who owns the pixels of a rectangle of the canvas
 * @returns what it has then, null for nothing; or a refusal: `not-hidden` where the stroke touches no such place
 */
export function brushBeneath(
  beneath: PlacedBitmap | null,
  stroke: BrushStroke,
  index: number,
  ownersIn: (rect: Rect) => OwnerMap,
  design: PlacedBitmap,
): Result<{ beneath: PlacedBitmap | null }> {
  const paint = strokePaint(stroke, design);
  const words = wordsOf(paint);
  const owners = ownersIn(paint);
  let touched = false;
  for (let y = 0, i = 0; y < paint.height; y++)
    for (let x = 0; x < paint.width; x++, i++) {
      if (words[i] === 0) continue;
      if (hidesPlace(owners, design, index, paint.x + x, paint.y + y)) touched = true;
      else words[i] = 0;
    }
  if (!touched)
    return refuse('not-hidden', 'Nothing lies in front of this piece there. The brush paints only where it is hidden.');
  return { ok: true, beneath: stroke.erase ? withoutPaint(beneath, paint) : mergeSheets([beneath, paint]) };
}

/** The paint of one gesture of the nib, faded to its edge as it is soft; on the canvas alone. */
export function strokePaint({ stroke, colour, softness }: BrushStroke, within: Rect): PlacedBitmap {
  const mask = strokeMask(stroke, within);
  const outside = maskOf(
    mask,
    mask.data.map((v) => (v > 0 ? 0 : 255)),
  );
  const depth = distanceField(outside);
  const fade = Math.max(1, softness * widestOf(stroke));
  const paint = createPlaced(mask);
  const words = wordsOf(paint);
  const ink = opaqueWord(colour);
  for (let i = 0; i < words.length; i++)
    if (mask.data[i] > 0) words[i] = withAlpha(ink, Math.round(255 * Math.min(1, depth[i] / fade)));
  return paint;
}

function widestOf(stroke: readonly number[]): number {
  return stroke.reduce((widest, value, i) => (i % 3 === 2 ? Math.max(widest, value) : widest), 0);
}

/** A sheet less what another covers, by its alpha. */
export function withoutPaint(sheet: PlacedBitmap | null, gone: PlacedBitmap): PlacedBitmap | null {
  if (!sheet) return null;
  const left = copyPlaced(sheet);
  const words = wordsOf(left);
  const away = wordsOf(cropPlaced(gone, sheet));
  for (let i = 0; i < words.length; i++) {
    const alpha = Math.round(((words[i] >>> 24) * (255 - (away[i] >>> 24))) / 255);
    words[i] = alpha === 0 ? 0 : withAlpha(opaqueWord(colourOf(words[i])), alpha);
  }
  return trimToPaint(left);
}
