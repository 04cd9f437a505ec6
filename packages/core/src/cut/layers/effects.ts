import { copyPlaced, createPlaced, wordsOf, type PlacedBitmap, type Rect } from '../../raster/bitmap.js';
import type { Rgb } from '../../raster/colour.js';
import { distanceField } from '../../raster/distance-field.js';
import { maskOf } from '../../raster/mask.js';
import type { BlendMode } from '../../document/row-types.js';
import { blendColour } from './blend.js';

interface Effect {
  /** What artists call it: drop shadow, stroke. */
  word: string;
  blend: BlendMode;
  /** 0 to 1. */
  opacity: number;
}

/** The layer's shape blurred, behind it or within it: shadows, and glows, which lie straight beneath. */
export interface ShadowEffect extends Effect {
  kind: 'shadow';
  inner: boolean;
  colour: Rgb;
  /** Where it falls, px. */
  dx: number;
  dy: number;
  /** How far it reaches past the shape, px, and how much of that is solid, 0 to 1. */
  reach: number;
  solid: number;
}

/** A line along the layer's edge. */
export interface StrokeEffect extends Effect {
  kind: 'stroke';
  colour: Rgb;
  /** px. */
  width: number;
  where: 'inside' | 'middle' | 'outside';
}

/** A colour, or a gradient of several, over the layer's paint. */
export interface OverlayEffect extends Effect {
  kind: 'overlay';
  /** By place, 0 to 1, rising. */
  stops: readonly { at: number; colour: Rgb; alpha: number }[];
  round: boolean;
  /** Which way a straight gradient runs, degrees from rightwards, counter-clockwise. */
  angle: number;
  /** Its length to that of the layer. */
  scale: number;
}

export type LayerEffect = ShadowEffect | StrokeEffect | OverlayEffect;

/** A layer with its effects drawn. */
export interface EffectPaint {
  /** What lies behind it, back to front. */
  behind: { word: string; blend: BlendMode; paint: PlacedBitmap }[];
  /** Its own paint with what lies on it. */
  own: PlacedBitmap;
}

/**
 * Draws a layer's effects: shadows, glows and the outer part of strokes behind its paint, the others on it.
 * @param paint the layer with its mask worked in
 * @param fill how much of the paint itself shows, 0 to 1; effects show in full
 */
export function drawEffects(paint: PlacedBitmap, effects: readonly LayerEffect[], fill = 1): EffectPaint {
  const own = copyPlaced(paint);
  if (fill < 1) for (let i = 3; i < own.data.length; i += 4) own.data[i] = Math.round(own.data[i] * fill);
  const behind: EffectPaint['behind'] = [];
  for (const effect of effects) {
    switch (effect.kind) {
      case 'overlay':
        layOnMutable(own, paint, effect, (x, y) => gradientAt(effect, paint, x, y));
        break;
      case 'shadow': {
        const cover = shadowCover(paint, effect);
        const at = (x: number, y: number) => solidColour(effect, cover.at(x, y));
        if (effect.inner) layOnMutable(own, paint, effect, at);
        else behind.push(layBehind(cover.rect, effect, at));
        break;
      }
      case 'stroke': {
        const { rect, at } = strokeCover(paint, effect);
        const edge = (x: number, y: number) => solidColour(effect, at(x, y));
        if (effect.where !== 'inside') behind.push(layBehind(rect, effect, edge));
        if (effect.where !== 'outside') layOnMutable(own, paint, effect, edge);
      }
    }
  }
  return { behind, own };
}

/** A colour and how much of it, 0 to 1. */
type Dab = readonly [red: number, green: number, blue: number, alpha: number];

function solidColour({ colour }: ShadowEffect | StrokeEffect, alpha: number): Dab {
  return [colour[0], colour[1], colour[2], alpha];
}

/** Lays an effect on paint, in place, only as far as the layer's shape covers. */
function layOnMutable(
  own: PlacedBitmap,
  shape: PlacedBitmap,
  { blend, opacity }: Effect,
  at: (x: number, y: number) => Dab,
): void {
  for (let y = 0, i = 0; y < own.height; y++)
    for (let x = 0; x < own.width; x++, i += 4) {
      const shaped = shape.data[i + 3] / 255;
      if (shaped === 0) continue;
      const [red, green, blue, alpha] = at(x + own.x, y + own.y);
      const cover = alpha * opacity;
      if (cover === 0) continue;
      const had = own.data[i + 3] / 255;
      // Paint that shows in part is filled up to the shape by what lies on it.
      const whole = had + cover * (shaped - had);
      const source: [number, number, number] = [red / 255, green / 255, blue / 255];
      const under: [number, number, number] = [own.data[i] / 255, own.data[i + 1] / 255, own.data[i + 2] / 255];
      const mixed = had === 0 ? source : blendColour(blend, under, source);
      const share = had === 0 ? 1 : cover;
      for (let c = 0; c < 3; c++) own.data[i + c] = Math.round(255 * (under[c] + (mixed[c] - under[c]) * share));
      own.data[i + 3] = Math.round(255 * whole);
    }
}

function layBehind(
  rect: Rect,
  { word, blend, opacity }: Effect,
  at: (x: number, y: number) => Dab,
): EffectPaint['behind'][number] {
  const paint = createPlaced(rect);
  const words = wordsOf(paint);
  for (let y = 0, i = 0; y < rect.height; y++)
    for (let x = 0; x < rect.width; x++, i++) {
      const [red, green, blue, alpha] = at(x + rect.x, y + rect.y);
      const byte = Math.round(255 * alpha * opacity);
      if (byte > 0) words[i] = (red | (green << 8) | (blue << 16) | (byte << 24)) >>> 0;
    }
  return { word, blend, paint };
}

/** A coverage over a rectangle of the canvas, 0 to 1; `beyond` outside it. */
interface Cover {
  rect: Rect;
  at: (x: number, y: number) => number;
}

function coverOver(rect: Rect, data: Float32Array, beyond: number): Cover {
  return {
    rect,
    at: (x, y) => {
      const px = x - rect.x;
      const py = y - rect.y;
      return px < 0 || py < 0 || px >= rect.width || py >= rect.height ? beyond : data[py * rect.width + px];
    },
  };
}

function shadowCover(paint: PlacedBitmap, { inner, dx, dy, reach, solid }: ShadowEffect): Cover {
  const margin = Math.ceil(reach) + 1;
  const { rect, alpha } = roomyAlpha(paint, margin);
  if (inner) for (let i = 0; i < alpha.length; i++) alpha[i] = 1 - alpha[i];
  const grown = reach * solid > 0.5 ? growBy(alpha, rect, reach * solid) : alpha;
  blurMutable(grown, rect, reach * (1 - solid), inner ? 1 : 0);
  // Shadows fall by whole pixels, as their figures are.
  return coverOver({ ...rect, x: rect.x + Math.round(dx), y: rect.y + Math.round(dy) }, grown, inner ? 1 : 0);
}

/** A bitmap's alpha, 0 to 1, with `margin` px of room round it. */
function roomyAlpha(paint: PlacedBitmap, margin: number): { rect: Rect; alpha: Float32Array } {
  const rect = {
    x: paint.x - margin,
    y: paint.y - margin,
    width: paint.width + 2 * margin,
    height: paint.height + 2 * margin,
  };
  const alpha = new Float32Array(rect.width * rect.height);
  for (let y = 0; y < paint.height; y++)
    for (let x = 0; x < paint.width; x++)
      alpha[(y + margin) * rect.width + x + margin] = paint.data[(y * paint.width + x) * 4 + 3] / 255;
  return { rect, alpha };
}

/** Distance from each pixel's centre to the shape's edge, px: positive outside it, negative inside. */
function edgeDistance(alpha: Float32Array, { width, height }: Rect): Float32Array {
  const inside = new Uint8Array(alpha.length);
  for (let i = 0; i < alpha.length; i++) if (alpha[i] > 0.5) inside[i] = 255;
  const outside = inside.map((v) => 255 - v);
  const toShape = distanceField(maskOf({ width, height }, inside));
  const toGround = distanceField(maskOf({ width, height }, outside));
  return toShape.map((d, i) => {
    // Where a pixel is partly covered, its share says how far off its centre the edge runs.
    if (alpha[i] > 0 && alpha[i] < 1) return 0.5 - alpha[i];
    return d > 0 ? d - 0.5 : 0.5 - toGround[i];
  });
}

const clampShare = (v: number) => Math.max(0, Math.min(1, v));

function growBy(alpha: Float32Array, rect: Rect, by: number): Float32Array {
  return edgeDistance(alpha, rect).map((d, i) => Math.max(alpha[i], clampShare(by - d + 0.5)));
}

function strokeCover(paint: PlacedBitmap, { width, where }: StrokeEffect): Cover {
  const outer = where === 'outside' ? width : where === 'middle' ? width / 2 : 0;
  const { rect, alpha } = roomyAlpha(paint, Math.ceil(outer) + 2);
  const deep = width - outer;
  const cover = edgeDistance(alpha, rect).map((d) => clampShare(outer - d + 0.5) * clampShare(d + deep + 0.5));
  // Behind the paint it must reach under the half-covered edge.
  if (where === 'outside') for (let i = 0; i < cover.length; i++) if (alpha[i] > 0 && alpha[i] < 1) cover[i] = 1;
  return coverOver(rect, cover, 0);
}

/** Three box blurs, near to a normal spread that ends `reach` px away, in place. */
function blurMutable(data: Float32Array, { width, height }: Rect, reach: number, beyond: number): void {
  const half = Math.round(reach / 3);
  if (half < 1) return;
  const line = new Float32Array(Math.max(width, height));
  const blurLine = (start: number, step: number, count: number) => {
    for (let i = 0; i < count; i++) line[i] = data[start + i * step];
    const at = (i: number) => (i < 0 || i >= count ? beyond : line[i]);
    let sum = 0;
    for (let i = -half; i <= half; i++) sum += at(i);
    for (let i = 0; i < count; i++) {
      data[start + i * step] = sum / (2 * half + 1);
      sum += at(i + half + 1) - at(i - half);
    }
  };
  for (let pass = 0; pass < 3; pass++) {
    for (let y = 0; y < height; y++) blurLine(y * width, 1, width);
    for (let x = 0; x < width; x++) blurLine(x, width, height);
  }
}

function gradientAt({ stops, round, angle, scale }: OverlayEffect, box: Rect, x: number, y: number): Dab {
  if (stops.length === 1) return [...stops[0].colour, stops[0].alpha];
  const dx = x + 0.5 - box.x - box.width / 2;
  const dy = y + 0.5 - box.y - box.height / 2;
  const rad = (angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
  const length =
    scale * (round ? Math.max(box.width, box.height) : box.width * Math.abs(cos) + box.height * Math.abs(sin));
  const share = round ? (2 * Math.hypot(dx, dy)) / length : (dx * cos - dy * sin) / length + 0.5;
  const next = stops.findIndex(({ at }) => at >= share);
  if (next === 0) return [...stops[0].colour, stops[0].alpha];
  if (next < 0) return [...stops[stops.length - 1].colour, stops[stops.length - 1].alpha];
  const [a, b] = [stops[next - 1], stops[next]];
  const t = b.at > a.at ? (share - a.at) / (b.at - a.at) : 1;
  const mix = (p: number, q: number) => p + (q - p) * t;
  return [
    Math.round(mix(a.colour[0], b.colour[0])),
    Math.round(mix(a.colour[1], b.colour[1])),
    Math.round(mix(a.colour[2], b.colour[2])),
    mix(a.alpha, b.alpha),
  ];
}
