import {
  LimberError,
  createPlaced,
  cropPlaced,
  intersectRects,
  trimToPaint,
  type BlendMode,
  type PlacedBitmap,
  type Rect,
} from '@limber-sheaf/core';
import { readPsd, type Layer, type Psd } from 'ag-psd';
import { layerName } from '../layered/layer-name.js';
import { LAYER_LIMITS, PixelBudget, plainNode, type FileNode, type LayeredFile } from '../layered/layered-file.js';
import { unpackChannel, unpackMerged, type Rows } from './psd-channels.js';
import { COLOUR_CHANNELS, conversionNotes, takeWhiteOut, toRgba } from './psd-colour.js';
import { readEffects } from './psd-effects.js';
import { readPsdHeader, type PsdHeader } from './psd-header.js';

/** Where the header keeps the colour mode, and the mode that the library reads all structures by. */
const MODE_AT = 24;
const RGB_MODE = 3;

/** Numbers of channels that hold no colour. */
const ALPHA = -1;
const MASK = -2;

/** The format's blend modes by the words of W3C Compositing; what is missing is drawn plainly, with a note. */
const BLENDS: Record<string, BlendMode> = {
  normal: 'normal',
  'pass through': 'normal',
  multiply: 'multiply',
  screen: 'screen',
  overlay: 'overlay',
  darken: 'darken',
  lighten: 'lighten',
  'color dodge': 'color-dodge',
  'color burn': 'color-burn',
  'hard light': 'hard-light',
  'soft light': 'soft-light',
  difference: 'difference',
  exclusion: 'exclusion',
  'linear dodge': 'plus',
  hue: 'hue',
  saturation: 'saturation',
  color: 'color',
  luminosity: 'luminosity',
};

/**
 * Reads a PSD's layers with masks, clipping, opacity, blend modes and effects, whatever its colour mode and depth.
 * The library takes the file apart; pixels are unpacked here, since it reads few modes and depths.
 * @throws LimberError `damaged-file`, `unreadable-file`, `too-large`
 */
export function readPsdLayers(bytes: Uint8Array): LayeredFile {
  const header = readPsdHeader(bytes);
  const plain = bytes.slice();
  new DataView(plain.buffer).setUint16(MODE_AT, RGB_MODE);
  let psd: Psd;
  try {
    psd = readPsd(plain, { useRawData: true, skipThumbnail: true, skipLinkedFilesData: true });
  } catch {
    throw new LimberError('damaged-file', 'The PSD file is damaged.', 'Save the design again and try that file.');
  }
  const globalAngle = psd.imageResources?.globalAngle ?? 120;
  const notes = conversionNotes(header);
  let count = 0;
  const canvas = { x: 0, y: 0, width: header.width, height: header.height };
  const budget = new PixelBudget(canvas);
  const walk = (layers: readonly Layer[], depth: number): FileNode[] => {
    if (depth > LAYER_LIMITS.depth) throw new LimberError('too-large', 'The file’s groups are nested too deeply.');
    return layers.map((layer) => {
      if (++count > LAYER_LIMITS.layers)
        throw new LimberError(
          'too-large',
          `The file has more than ${LAYER_LIMITS.layers} layers.`,
          'Merge some of them first.',
        );
      const node = plainNode(layerName(layer.name ?? '', notes));
      node.visible = !layer.hidden;
      node.opacity = layer.opacity ?? 1;
      node.fill = layer.fillOpacity ?? 1;
      node.clipped = layer.clipping === true;
      const mode = layer.blendMode ?? 'normal';
      node.blend = BLENDS[mode] ?? 'normal';
      if (!(mode in BLENDS))
        notes.push(`${node.name}: its blend mode ${mode} is not known here; it shows as in the merged picture.`);
      Object.assign(
        node,
        readEffects(layer.effects, globalAngle, (e) => BLENDS[e ?? 'normal'] ?? 'normal'),
      );
      const channel = (id: number) => layer.rawData?.channels.find((c) => c.id === id);
      const mask = layer.mask;
      const masked = channel(MASK);
      if (mask && masked?.data && !mask.disabled) {
        const rect = rectOf(mask);
        const shape = { width: rect.width, height: rect.height, depth: header.depth, colour: false };
        const rows = rowsWithin(rect, canvas);
        const onCanvas = { ...rect, y: rect.y + rows.from, height: rows.to - rows.from };
        budget.take(onCanvas);
        const data = unpackChannel(masked.data, masked.compression, shape, rows);
        node.mask = { ...onCanvas, data, outside: mask.defaultColor ?? 0 };
      }
      if (layer.children) {
        node.children = walk(layer.children, depth + 1);
        node.passThrough = mode === 'pass through';
      } else {
        const rect = rectOf(layer);
        // Trimmed as it is read: what a layer has room for is seldom what it holds.
        const bitmap = layerPaint(layer, rect, header, canvas);
        if (bitmap) {
          budget.take(bitmap);
          node.picture = { bitmap };
        }
      }
      if (layer.adjustment) notes.push(`${node.name}: an adjustment shows only as in the merged picture.`);
      return node;
    });
  };
  const nodes = walk(psd.children ?? [], 0);
  return {
    width: psd.width,
    height: psd.height,
    nodes,
    merged: psd.rawCompositeData ? { bitmap: mergedPaint(psd.rawCompositeData, header) } : null,
    notes,
    budget,
  };
}

/** A layer of plain paint; its pixels are unpacked when they are asked for. */
export interface PlainPsdLayer {
  name: string;
  /** Where it sits, px. */
  x: number;
  y: number;
  /** null where it has no paint on the canvas. */
  picture: () => PlacedBitmap | null;
}

/**
 * Reads the layers of an RGB PSD that show, back to front, groups opened; whatever lies over their paint is left aside.
 * @throws LimberError `damaged-file`
 */
export function readPlainPsd(bytes: Uint8Array): PlainPsdLayer[] {
  const header = readPsdHeader(bytes);
  const canvas = { x: 0, y: 0, width: header.width, height: header.height };
  const walk = (layers: readonly Layer[]): PlainPsdLayer[] =>
    layers.flatMap((layer): PlainPsdLayer[] => {
      if (layer.hidden) return [];
      if (layer.children) return walk(layer.children);
      const rect = rectOf(layer);
      const { x, y } = rect;
      return [{ name: layer.name ?? '', x, y, picture: () => layerPaint(layer, rect, header, canvas) }];
    });
  return walk(readPsd(bytes, { useRawData: true, skipThumbnail: true, skipLinkedFilesData: true }).children ?? []);
}

function rectOf({
  left = 0,
  top = 0,
  right = 0,
  bottom = 0,
}: Partial<Record<'left' | 'top' | 'right' | 'bottom', number>>) {
  return { x: left, y: top, width: Math.max(0, right - left), height: Math.max(0, bottom - top) };
}

/** The rows of a layer that lie on the canvas. */
function rowsWithin({ y, height }: Rect, canvas: Rect): Rows {
  const from = Math.min(height, Math.max(0, -y));
  return { from, to: Math.max(from, Math.min(height, canvas.height - y)) };
}

/** Pixels of a layer that are put together at once. */
const BAND = 4_000_000;

/** A layer's own paint on the canvas, trimmed; null where it has none there. */
function layerPaint(layer: Layer, rect: Rect, header: PsdHeader, canvas: Rect): PlacedBitmap | null {
  const onCanvas = intersectRects(rect, canvas);
  if (onCanvas.width === 0 || onCanvas.height === 0 || !layer.rawData) return null;
  const { depth, mode } = header;
  const ids = Array.from({ length: COLOUR_CHANNELS[mode] }, (_, id) => id);
  const channelOf = (id: number) => layer.rawData?.channels.find((c) => c.id === id);
  // A layer without colour channels is empty; one that lacks a single channel is drawn without its ink.
  if (ids.every((id) => !channelOf(id)?.data)) return null;
  const paint = createPlaced(onCanvas);
  const rows = rowsWithin(rect, canvas);
  // Band by band, so that a layer far wider than the canvas never stands in memory as a whole.
  const high = Math.max(1, Math.floor(BAND / rect.width));
  for (let from = rows.from; from < rows.to; from += high) {
    const band = { from, to: Math.min(rows.to, from + high) };
    const size = rect.width * (band.to - band.from);
    const plane = (id: number): Uint8Array | null => {
      const channel = channelOf(id);
      const shape = { width: rect.width, height: rect.height, depth, colour: id !== ALPHA };
      return channel?.data ? unpackChannel(channel.data, channel.compression, shape, band) : null;
    };
    const rgba = toRgba(
      ids.map((id) => plane(id) ?? new Uint8Array(size)),
      plane(ALPHA),
      header,
    );
    const part = { x: rect.x, y: rect.y + band.from, width: rect.width, height: band.to - band.from, data: rgba };
    paint.data.set(
      cropPlaced(part, { ...onCanvas, y: part.y, height: part.height }).data,
      (part.y - onCanvas.y) * onCanvas.width * 4,
    );
  }
  return trimToPaint(paint);
}

/** The merged picture that the file itself has. */
function mergedPaint(data: Uint8Array, header: PsdHeader): PlacedBitmap {
  const { width, height, depth, mode, mergedAlpha } = header;
  const colours = COLOUR_CHANNELS[mode];
  const channels = Math.min(header.channels, colours + (mergedAlpha ? 1 : 0));
  if (channels < colours) throw new LimberError('damaged-file', 'The PSD file lacks some of its colour channels.');
  const planes = unpackMerged(data, { width, height, depth, channels, colours });
  const alpha = planes.length > colours ? planes[colours] : null;
  const rgba = toRgba(planes.slice(0, colours), alpha, header);
  if (alpha) takeWhiteOut(rgba);
  return { x: 0, y: 0, width, height, data: rgba };
}
