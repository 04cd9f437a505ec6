import {
  copyPlaced,
  createPlaced,
  cropPlaced,
  intersectRects,
  trimToPaint,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../../raster/bitmap.js';
import { compositeOverMutable } from '../../raster/composite.js';
import type { PlacedMask } from '../../raster/mask.js';
import type { BlendMode } from '../../document/row-types.js';
import { blendColour } from './blend.js';
import { drawEffects, type EffectPaint, type LayerEffect } from './effects.js';

/** A layer or group of a layered file. */
export interface LayerNode {
  name: string;
  visible: boolean;
  /** 0 to 1. */
  opacity: number;
  blend: BlendMode;
  /** Shows only where the layer below it (that is not clipped itself) has paint. */
  clipped: boolean;
  /** Coverage it is multiplied with; `outside` holds beyond the mask's rectangle. */
  mask: (PlacedMask & { outside: number }) | null;
  /** How much of its own paint shows, 0 to 1; its effects show in full. */
  fill: number;
  /** In the order they are drawn. */
  effects: LayerEffect[];
  /** Names of effects that the file has for it and that are not drawn here. */
  undrawn: string[];
  /** Its own paint; null for a group. */
  paint: PlacedBitmap | null;
  /** Back to front; null for a layer. */
  children: LayerNode[] | null;
  /** Groups: blend as if the group were not there. */
  passThrough: boolean;
}

/** A layer as it comes to the sorting table: its own paint with mask, clipping and opacity worked in. */
export interface FlatLayer {
  /** Names of the groups around it, outermost first, then its own. */
  path: string[];
  visible: boolean;
  blend: BlendMode;
  /** The index of the layer it was clipped to, or null. */
  clippedTo: number | null;
  /** Trimmed; null for an empty layer. */
  paint: PlacedBitmap | null;
}

/** A layered file taken apart. */
export interface Flattened {
  /** All that is visible, composited: the size of the canvas. */
  merged: PlacedBitmap;
  /** Back to front. */
  layers: FlatLayer[];
  /** What was worked in, in sentences. */
  notes: string[];
}

/** Takes a layered file apart and composites it (W3C Compositing Level 1; groups isolated unless they pass through). */
export function flattenLayers(nodes: readonly LayerNode[], canvas: { width: number; height: number }): Flattened {
  const rect: Rect = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  const flattened: Flattened = { merged: createPlaced(rect), layers: [], notes: [] };
  drawNodes(flattened.merged, nodes);
  collect(nodes, [], true, 1, [], flattened, rect);
  return flattened;
}

function drawNodes(dst: PlacedBitmap, nodes: readonly LayerNode[]): void {
  let base: PlacedBitmap | null = null;
  for (const node of nodes) {
    const drawn = node.visible ? paintOf(node, dst) : null;
    if (!node.clipped) base = drawn?.own ?? null;
    if (!drawn) continue;
    const { own, behind } = drawn;
    if (node.clipped) {
      // A clipped layer on a hidden or empty base shows nothing.
      if (base) for (const { paint, blend } of behind) blendOverMutable(dst, clipTo(paint, base), blend);
      if (base) blendOverMutable(dst, clipTo(own, base), node.blend);
      continue;
    }
    for (const { paint, blend } of behind) blendOverMutable(dst, paint, blend);
    if (node.children && node.passThrough && node.opacity === 1 && !node.mask && node.effects.length === 0)
      drawNodes(dst, node.children);
    else blendOverMutable(dst, own, node.children && node.passThrough ? 'normal' : node.blend);
  }
}

/** A node's paint with its mask, effects and opacity; for a group, its children composited. */
function paintOf(node: LayerNode, canvas: Rect): EffectPaint | null {
  let paint = node.paint;
  if (node.children) {
    const group = createPlaced(canvas);
    drawNodes(group, node.children);
    paint = trimToPaint(group);
  }
  return paint && finished(node, paint, node.opacity, []);
}

/** Paint with its mask and effects, then an opacity and the masks of the groups around it. */
function finished(
  node: LayerNode,
  paint: PlacedBitmap,
  opacity: number,
  masks: readonly NonNullable<LayerNode['mask']>[],
): EffectPaint {
  const { own, behind } = drawEffects(shaded(paint, node.mask, 1), node.effects, node.fill);
  const worked = (part: PlacedBitmap) => masks.reduce((out, mask) => shaded(out, mask, 1), shaded(part, null, opacity));
  return { own: worked(own), behind: behind.map((part) => ({ ...part, paint: worked(part.paint) })) };
}

/** Paint with its alpha multiplied by a mask and an opacity; a fresh bitmap where either does anything. */
function shaded(paint: PlacedBitmap, mask: LayerNode['mask'], opacity: number): PlacedBitmap {
  if (!mask && opacity >= 1) return paint;
  const out = copyPlaced(paint);
  for (let y = 0; y < out.height; y++)
    for (let x = 0; x < out.width; x++) {
      const i = (y * out.width + x) * 4 + 3;
      let cover = opacity;
      if (mask) {
        const mx = x + out.x - mask.x;
        const my = y + out.y - mask.y;
        const inside = mx >= 0 && my >= 0 && mx < mask.width && my < mask.height;
        cover *= (inside ? mask.data[my * mask.width + mx] : mask.outside) / 255;
      }
      out.data[i] = Math.round(out.data[i] * cover);
    }
  return out;
}

/** Paint only where the base has some, as much as it has there. */
function clipTo(paint: PlacedBitmap, base: PlacedBitmap): PlacedBitmap {
  const out = cropPlaced(paint, intersectRects(paint, base));
  for (let y = 0; y < out.height; y++)
    for (let x = 0; x < out.width; x++) {
      const i = (y * out.width + x) * 4 + 3;
      const cover = base.data[((y + out.y - base.y) * base.width + x + out.x - base.x) * 4 + 3];
      out.data[i] = Math.round((out.data[i] * cover) / 255);
    }
  return out;
}

/** Draws `src` over `dst` with a blend mode, in place: Co = (1 - ab) Cs + ab B(Cb, Cs), then source-over. */
export function blendOverMutable(dst: PlacedBitmap, src: PlacedBitmap, mode: BlendMode): void {
  if (mode === 'normal') return compositeOverMutable(dst, src);
  const common = intersectRects(dst, src);
  for (let y = common.y; y < common.y + common.height; y++)
    for (let x = common.x; x < common.x + common.width; x++) {
      const i = ((y - src.y) * src.width + x - src.x) * 4;
      const j = ((y - dst.y) * dst.width + x - dst.x) * 4;
      const sa = src.data[i + 3] / 255;
      if (sa === 0) continue;
      const da = dst.data[j + 3] / 255;
      const s: [number, number, number] = [src.data[i] / 255, src.data[i + 1] / 255, src.data[i + 2] / 255];
      const d: [number, number, number] = [dst.data[j] / 255, dst.data[j + 1] / 255, dst.data[j + 2] / 255];
      const mixed = da === 0 ? s : blendColour(mode, d, s);
      const alpha = sa + da * (1 - sa);
      for (let c = 0; c < 3; c++) {
        const own = (1 - da) * s[c] + da * mixed[c];
        dst.data[j + c] = Math.round((255 * (own * sa + d[c] * da * (1 - sa))) / alpha);
      }
      dst.data[j + 3] = Math.round(255 * alpha);
    }
}

function collect(
  nodes: readonly LayerNode[],
  path: readonly string[],
  visible: boolean,
  opacity: number,
  masks: readonly NonNullable<LayerNode['mask']>[],
  out: Flattened,
  canvas: Rect,
): void {
  let base: number | null = null;
  for (const node of nodes) {
    const own = [...path, node.name];
    const shown = visible && node.visible;
    const say = (what: string) => shown && out.notes.push(`${own.join(' / ')}: ${what}`);
    if (node.effects.length > 0)
      say(`its ${node.effects.map(({ word }) => word).join(', ')} ${node.effects.length > 1 ? 'were' : 'was'} drawn.`);
    if (node.undrawn.length > 0) say(`its ${node.undrawn.join(', ')} shows only as in the merged picture.`);
    if (node.children) {
      if (node.blend !== 'normal' && !node.passThrough)
        say(`the group's blend mode ${node.blend} was worked into what is seen.`);
      if (node.mask) say('the group’s mask was worked in.');
      if (node.opacity < 1) say(`the group’s opacity of ${Math.round(node.opacity * 100)} % was worked in.`);
      for (const { word, blend, paint } of node.effects.length > 0 ? (paintOf(node, canvas)?.behind ?? []) : [])
        out.layers.push({ path: [...own, word], visible: shown, blend, clippedTo: null, paint: trimToPaint(paint) });
      collect(
        node.children,
        own,
        shown,
        opacity * node.opacity,
        node.mask ? [...masks, node.mask] : masks,
        out,
        canvas,
      );
      continue;
    }
    if (node.blend !== 'normal') say(`its blend mode ${node.blend} was worked into what is seen.`);
    if (node.mask) say('its mask was worked in.');
    if (node.opacity * node.fill < 1)
      say(`its opacity of ${Math.round(node.opacity * node.fill * 100)} % was worked in.`);
    if (node.clipped) say('it was clipped to the layer below.');
    const drawn = node.paint && finished(node, node.paint, node.opacity * opacity, masks);
    const clippedTo: number | null = node.clipped ? base : null;
    const under = clippedTo === null ? null : out.layers[clippedTo].paint;
    const kept = (part: PlacedBitmap | null) => {
      let paint = part && cropPlaced(part, intersectRects(part, canvas));
      if (node.clipped && paint) paint = under ? clipTo(paint, under) : null;
      return paint && trimToPaint(paint);
    };
    for (const { word, blend, paint } of drawn?.behind ?? [])
      out.layers.push({ path: [...own, word], visible: shown, blend, clippedTo, paint: kept(paint) });
    if (!node.clipped) base = out.layers.length;
    out.layers.push({ path: own, visible: shown, blend: node.blend, clippedTo, paint: kept(drawn?.own ?? null) });
  }
}

/** How many pixels of a bitmap are nearly or fully opaque: for telling a guide from paint. */
export function solidArea(bitmap: PlacedBitmap): number {
  const words = wordsOf(bitmap);
  let area = 0;
  for (let i = 0; i < words.length; i++) if (words[i] >>> 24 > 200) area++;
  return area;
}
