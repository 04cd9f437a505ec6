import { LimberError, type BlendMode, type PlacedBitmap } from '@limber-sheaf/core';
import { initializeCanvas, readPsd, type Layer, type Psd } from 'ag-psd';
import { LAYER_LIMITS, plainNode, type FileNode, type LayeredFile } from '../layered/layered-file.js';
import { PNG_LIMITS } from '../png/inspect-png.js';

/** The library only wants a canvas to hand pixels over in; plain image data serves. */
initializeCanvas(
  () => {
    throw new Error('no canvas here');
  },
  (width, height) => ({ width, height, data: new Uint8ClampedArray(width * height * 4) }) as never,
);

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

const MODES = ['bitmap', 'grey', 'indexed', 'RGB', 'CMYK', '', '', 'multichannel', 'duotone', 'Lab'];

/** Reads the header before anything is unpacked. @throws LimberError */
function inspect(bytes: Uint8Array): void {
  if (bytes.length < 26) throw new LimberError('damaged-file', 'The PSD file ends too early.');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const version = view.getUint16(4);
  const height = view.getUint32(14);
  const width = view.getUint32(18);
  const depth = view.getUint16(22);
  const mode = view.getUint16(24);
  if (version !== 1)
    throw new LimberError('unreadable-file', 'This kind of large PSD file is not read.', 'Save it as a plain PSD.');
  if (width === 0 || height === 0) throw new LimberError('damaged-file', 'The PSD file has no size.');
  if (width > PNG_LIMITS.side || height > PNG_LIMITS.side || width * height > PNG_LIMITS.pixels)
    throw new LimberError(
      'too-large',
      `The picture is ${width} × ${height} px, larger than is read.`,
      'Save it smaller.',
    );
  if (depth !== 8 || mode !== 3)
    throw new LimberError(
      'unreadable-file',
      `The PSD file is ${MODES[mode] || 'of an unknown colour mode'} with ${depth} bits a channel.`,
      'Save it as RGB with 8 bits a channel.',
    );
}

/** Reads a PSD's layers with masks, clipping, opacity and blend modes. @throws LimberError `damaged-file`, `unreadable-file`, `too-large` */
export function readPsdLayers(bytes: Uint8Array): LayeredFile {
  inspect(bytes);
  let psd: Psd;
  try {
    psd = readPsd(bytes, { useImageData: true, skipThumbnail: true, skipLinkedFilesData: true });
  } catch {
    throw new LimberError('damaged-file', 'The PSD file is damaged.', 'Save the design again and try that file.');
  }
  const notes: string[] = [];
  let count = 0;
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
      node.opacity = (layer.opacity ?? 1) * (layer.fillOpacity ?? 1);
      node.clipped = layer.clipping === true;
      const mode = layer.blendMode ?? 'normal';
      node.blend = BLENDS[mode] ?? 'normal';
      if (!(mode in BLENDS))
        notes.push(`${node.name}: its blend mode ${mode} is not known here; it shows as in the merged picture.`);
      node.effects = effectsOf(layer);
      const mask = layer.mask;
      if (mask?.imageData && !mask.disabled) {
        const { width, height, data } = mask.imageData;
        const cover = new Uint8Array(width * height);
        for (let i = 0; i < cover.length; i++) cover[i] = data[4 * i];
        node.mask = {
          x: mask.left ?? 0,
          y: mask.top ?? 0,
          width,
          height,
          data: cover,
          outside: mask.defaultColor ?? 0,
        };
      }
      if (layer.children) {
        node.children = walk(layer.children, depth + 1);
        node.passThrough = mode === 'pass through';
      } else if (layer.imageData) node.picture = { bitmap: bitmapOf(layer.imageData, layer.left ?? 0, layer.top ?? 0) };
      if (layer.adjustment) notes.push(`${node.name}: an adjustment shows only as in the merged picture.`);
      return node;
    });
  };
  const nodes = walk(psd.children ?? [], 0);
  return {
    width: psd.width,
    height: psd.height,
    nodes,
    merged: psd.imageData ? { bitmap: bitmapOf(psd.imageData, 0, 0) } : null,
    notes,
  };
}

function bitmapOf(
  image: { width: number; height: number; data: ArrayLike<number> },
  x: number,
  y: number,
): PlacedBitmap {
  return { x, y, width: image.width, height: image.height, data: Uint8Array.from(image.data) };
}

const EFFECT_WORDS: Record<string, string> = {
  dropShadow: 'drop shadow',
  innerShadow: 'inner shadow',
  outerGlow: 'outer glow',
  innerGlow: 'inner glow',
  bevel: 'bevel',
  satin: 'satin',
  stroke: 'stroke',
  solidFill: 'colour overlay',
  gradientOverlay: 'gradient overlay',
  patternOverlay: 'pattern overlay',
};

function effectsOf(layer: Layer): string[] {
  const effects = layer.effects as Record<string, unknown> | undefined;
  if (!effects || effects.disabled) return [];
  return Object.entries(EFFECT_WORDS).flatMap(([key, word]) => {
    const list = ([] as unknown[]).concat(effects[key] ?? []);
    return list.some((e) => (e as { enabled?: boolean }).enabled !== false) ? [word] : [];
  });
}
