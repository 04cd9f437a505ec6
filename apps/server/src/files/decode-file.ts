import {
  LimberError,
  intersectRects,
  placedAt,
  trimToPaint,
  type Bitmap,
  type LayerNode,
  type PlacedBitmap,
  type Rect,
} from '@limber-sheaf/core';
import {
  LAYER_LIMITS,
  PNG_END,
  PNG_LIMITS,
  PixelBudget,
  inspectPng,
  plainNode,
  plainSvg,
  readOraLayers,
  readPsdLayers,
  reachesPastPalette,
  type FileNode,
  type LayeredFile,
} from '@limber-sheaf/formats';
import { readFile } from 'node:fs/promises';
import sharp, { type Metadata } from 'sharp';

/** A flat picture, or the layers of one with its merged picture where the file has one; with what had to be converted. */
export type DecodedFile =
  | { bitmap: Bitmap; notes: string[] }
  | { nodes: LayerNode[]; canvas: { width: number; height: number }; merged: PlacedBitmap | null; notes: string[] };

/** The kinds of file that are read, by their first bytes. */
function kindOf(bytes: Uint8Array): 'png' | 'jpeg' | 'webp' | 'zip' | 'psd' | 'svg' | null {
  const text = new TextDecoder('latin1').decode(bytes.subarray(0, 1024));
  if (text.startsWith('\x89PNG')) return 'png';
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return 'jpeg';
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'webp';
  if (text.startsWith('PK\x03\x04')) return 'zip';
  if (text.startsWith('8BPS')) return 'psd';
  if (/^\s*(<\?xml|<!DOCTYPE svg|<!--|<svg)/i.test(text.replace(/^\u00ef\u00bb\u00bf/, ''))) return 'svg';
  return null;
}

/**
 * Decodes a picture that somebody brought, from the file it was put down in: PNG, JPEG, WebP, OpenRaster, PSD or SVG.
 * @throws LimberError `unreadable-file`, `damaged-file`, `too-large`
 */
export async function decodeFile(path: string): Promise<DecodedFile> {
  const bytes = new Uint8Array(await readFile(path));
  if (bytes.length > PNG_LIMITS.bytes)
    throw new LimberError(
      'too-large',
      `The file is larger than ${PNG_LIMITS.bytes / 1024 / 1024} MB.`,
      'Save it smaller.',
    );
  if (bytes.length === 0)
    throw new LimberError('unreadable-file', 'The file is empty.', 'Choose a picture of the finished design.');
  const kind = kindOf(bytes);
  switch (kind) {
    case 'png':
      return png(bytes);
    case 'jpeg':
    case 'webp':
      return flat(bytes, [], kind === 'jpeg' ? 'JPEG' : 'WebP');
    case 'zip':
      return layered(readOraLayers(bytes), 'OpenRaster');
    case 'psd':
      return layered(readPsdLayers(bytes), 'PSD');
    case 'svg':
      return vector(bytes);
    case null:
      throw new LimberError(
        'unreadable-file',
        'This is not a picture that can be read.',
        'Bring a PNG, JPEG, WebP, OpenRaster, PSD or SVG of the finished design.',
      );
  }
}

async function png(bytes: Uint8Array): Promise<DecodedFile> {
  const { notes, endless, colour } = inspectPng(bytes);
  try {
    return await flat(endless ? Buffer.concat([bytes, PNG_END]) : bytes, notes, 'PNG');
  } catch (error) {
    if (
      colour === 'palette' &&
      error instanceof LimberError &&
      error.code === 'damaged-file' &&
      reachesPastPalette(bytes)
    )
      throw new LimberError(
        'damaged-file',
        'The PNG file uses a colour that its palette does not have.',
        'Save the design again, as RGB.',
      );
    throw error;
  }
}

async function flat(bytes: Uint8Array, notes: string[], word: string): Promise<DecodedFile> {
  const bitmap = await decodeAny(bytes, word, notes);
  return { bitmap, notes };
}

/** Decodes a flat picture: turned as its orientation says, in sRGB, 8 bits a channel. */
async function decodeAny(
  bytes: Uint8Array,
  word: string,
  notes: string[],
  within: { pixels: number; crop?: Rect } = { pixels: PNG_LIMITS.pixels },
): Promise<Bitmap> {
  const damaged = () =>
    new LimberError(
      'damaged-file',
      `The ${word} file cannot be decoded: its picture data is damaged.`,
      'Save the design again and try that file.',
    );
  let meta: Metadata;
  try {
    meta = await sharp(bytes, { limitInputPixels: false }).metadata();
  } catch {
    throw damaged();
  }
  const { width = 0, height = 0 } = meta;
  if (width > PNG_LIMITS.side || height > PNG_LIMITS.side || width * height > within.pixels)
    throw new LimberError(
      'too-large',
      `The picture is ${width} × ${height} px, larger than is read.`,
      'Save it smaller.',
    );
  if ((meta.pages ?? 1) > 1) notes.push('The file has several pictures: the first was taken.');
  if (meta.orientation && meta.orientation > 1) notes.push('The picture was turned as the camera noted.');
  if (meta.space && !['srgb', 'rgb16', 'b-w', 'grey16'].includes(meta.space))
    notes.push(`The colours were converted from ${meta.space.toUpperCase()} to sRGB.`);
  else if (meta.icc && meta.space !== 'b-w') notes.push('The colours were converted to sRGB.');
  if (word !== 'PNG' && meta.depth && meta.depth !== 'uchar') notes.push('16 bits a channel were reduced to 8.');
  try {
    const picture = sharp(bytes, { limitInputPixels: PNG_LIMITS.pixels, failOn: 'error', pages: 1 });
    const { crop } = within;
    const { data, info } = await (
      crop
        ? picture.extract({ left: crop.x, top: crop.y, width: crop.width, height: crop.height })
        : picture.autoOrient()
    )
      .toColourspace('srgb')
      .ensureAlpha()
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true });
    return {
      width: info.width,
      height: info.height,
      data: new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
    };
  } catch {
    throw damaged();
  }
}

async function vector(bytes: Uint8Array): Promise<DecodedFile> {
  const { xml, layers, notes } = plainSvg(bytes);
  if (claimsTooMuch(xml))
    throw new LimberError('too-large', 'The SVG file is to be drawn larger than is read.', 'Give it a smaller size.');
  const draw = async (text: string): Promise<Bitmap> => {
    try {
      return await decodeAny(new TextEncoder().encode(text), 'SVG', [], { pixels: LAYER_LIMITS.canvas });
    } catch (error) {
      if (error instanceof LimberError && error.code === 'too-large') throw error;
      throw new LimberError('damaged-file', 'The SVG file cannot be drawn.', 'Save a PNG of it.');
    }
  };
  const bitmap = await draw(xml);
  if (layers.length === 0) return { bitmap, notes };
  const nodes: LayerNode[] = [];
  const budget = new PixelBudget(bitmap);
  for (const layer of layers) {
    const paint = trimToPaint(placedAt(await draw(layer.xml), 0, 0));
    if (paint) budget.take(paint);
    const { picture: _, ...node } = plainNode(layer.name);
    nodes.push({ ...node, children: null, paint });
  }
  const canvas = { width: bitmap.width, height: bitmap.height };
  return { nodes, canvas, merged: placedAt(bitmap, 0, 0), notes };
}

async function layered(file: LayeredFile, word: string): Promise<DecodedFile> {
  const { width, height, budget } = file;
  const canvas = { x: 0, y: 0, width, height };
  const decodeNode = async (node: FileNode): Promise<LayerNode> => {
    const { picture, children, ...rest } = node;
    const inner: LayerNode[] = [];
    for (const child of children ?? []) inner.push(await decodeNode(child));
    let paint: PlacedBitmap | null = null;
    if (picture) {
      // A PSD's layers are counted and trimmed as they are read.
      if ('bitmap' in picture) paint = picture.bitmap;
      else {
        const whole = await sizeOf(picture.png, node.name, word);
        const onCanvas = intersectRects({ x: picture.x, y: picture.y, ...whole }, canvas);
        if (onCanvas.width > 0 && onCanvas.height > 0) {
          const crop = { ...onCanvas, x: onCanvas.x - picture.x, y: onCanvas.y - picture.y };
          const pixels = PNG_LIMITS.pixels;
          const bitmap = await decodeAny(picture.png, `layer ${node.name} of the ${word}`, [], { pixels, crop });
          paint = trimToPaint(placedAt(bitmap, onCanvas.x, onCanvas.y));
        }
        if (paint) budget.take(paint);
      }
    }
    return { ...rest, paint, children: children && inner };
  };
  const nodes: LayerNode[] = [];
  for (const node of file.nodes) nodes.push(await decodeNode(node));
  let merged: PlacedBitmap | null = null;
  if (file.merged) {
    const bitmap =
      'bitmap' in file.merged
        ? file.merged.bitmap
        : {
            ...(await decodeAny(file.merged.png, `merged picture of the ${word}`, [], { pixels: LAYER_LIMITS.canvas })),
            x: 0,
            y: 0,
          };
    if (bitmap.width === width && bitmap.height === height) merged = bitmap;
  }
  return { nodes, canvas: { width, height }, merged, notes: file.notes };
}

/** The size of a layer's picture. @throws LimberError `damaged-file` */
async function sizeOf(png: Uint8Array, name: string, word: string): Promise<{ width: number; height: number }> {
  const meta = await sharp(png, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!meta?.width || !meta.height)
    throw new LimberError('damaged-file', `The layer ${name} of the ${word} cannot be decoded.`);
  return { width: meta.width, height: meta.height };
}

/** Does an SVG ask to be drawn larger than any canvas? */
function claimsTooMuch(xml: string): boolean {
  const [root] = xml.match(/<svg[^>]*>/) ?? [''];
  const sides = [...root.matchAll(/\b(?:width|height)="([^"]*)"/g)].map(([, text]) => parseFloat(text));
  return sides.some((side) => Math.abs(side) > PNG_LIMITS.side);
}
