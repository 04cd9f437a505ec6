import { LimberError, type BlendMode, type PlacedBitmap } from '@limber-sheaf/core';
import { readPsd, type Layer, type Psd } from 'ag-psd';
import { LAYER_LIMITS, plainNode, type FileNode, type LayeredFile } from '../layered/layered-file.js';
import { unpackChannel, unpackMerged } from './psd-channels.js';
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
  let pixels = 0;
  const room = (rect: { width: number; height: number }) => {
    pixels += rect.width * rect.height;
    if (pixels > LAYER_LIMITS.pixels)
      throw new LimberError(
        'too-large',
        'The file’s layers hold more pixels than are read.',
        'Merge some of them first.',
      );
  };
  const walk = (layers: readonly Layer[], depth: number): FileNode[] => {
    if (depth > LAYER_LIMITS.depth) throw new LimberError('too-large', 'The file’s groups are nested too deeply.');
    return layers.map((layer) => {
      if (++count > LAYER_LIMITS.layers)
        throw new LimberError(
          'too-large',
          `The file has more than ${LAYER_LIMITS.layers} layers.`,
          'Merge some of them first.',
        );
      const node = plainNode(layer.name ?? '');
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
        room(rect);
        const shape = { width: rect.width, height: rect.height, depth: header.depth, colour: false };
        const data = unpackChannel(masked.data, masked.compression, shape);
        node.mask = { ...rect, data, outside: mask.defaultColor ?? 0 };
      }
      if (layer.children) {
        node.children = walk(layer.children, depth + 1);
        node.passThrough = mode === 'pass through';
      } else {
        const rect = rectOf(layer);
        room(rect);
        const bitmap = layerPaint(layer, rect, header);
        if (bitmap) node.picture = { bitmap };
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
  };
}

function rectOf({
  left = 0,
  top = 0,
  right = 0,
  bottom = 0,
}: Partial<Record<'left' | 'top' | 'right' | 'bottom', number>>) {
  return { x: left, y: top, width: Math.max(0, right - left), height: Math.max(0, bottom - top) };
}

/** A layer's own paint; null where it has no pixels. */
function layerPaint(layer: Layer, rect: ReturnType<typeof rectOf>, header: PsdHeader): PlacedBitmap | null {
  if (rect.width === 0 || rect.height === 0 || !layer.rawData) return null;
  const { depth, mode } = header;
  const plane = (id: number): Uint8Array | null => {
    const channel = layer.rawData?.channels.find((c) => c.id === id);
    const shape = { width: rect.width, height: rect.height, depth, colour: id !== ALPHA };
    return channel?.data ? unpackChannel(channel.data, channel.compression, shape) : null;
  };
  const colours = Array.from({ length: COLOUR_CHANNELS[mode] }, (_, id) => plane(id));
  // A layer without colour channels is empty; one that lacks a single channel is drawn without its ink.
  if (colours.every((c) => c === null)) return null;
  const blank = new Uint8Array(rect.width * rect.height);
  return {
    ...rect,
    data: toRgba(
      colours.map((c) => c ?? blank),
      plane(ALPHA),
      header,
    ),
  };
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
