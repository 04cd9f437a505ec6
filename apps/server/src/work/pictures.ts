import { createHash } from 'node:crypto';
import {
  paintArea,
  type Bitmap,
  type PlacedBitmap,
  type SheetBitmaps,
  type SheetRef,
  type ViewArt,
} from '@limber-sheaf/core';
import { PNG_LIMITS } from '@limber-sheaf/formats';
import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import type { ArtFiles, SheetFile } from './art.js';

// Each worker keeps what it has decoded: the next edit of the same view finds it there.
const decoded = new LRUCache<string, Bitmap>({
  maxSize: 400 * 1024 * 1024,
  sizeCalculation: (b) => b.data.length || 1,
});
sharp.cache(false);
sharp.concurrency(1);

export async function decode(bytes: Uint8Array): Promise<Bitmap> {
  const { data, info } = await sharp(bytes, { limitInputPixels: PNG_LIMITS.pixels })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    data: new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
  };
}

async function decodeKept(blob: string, bytes: Uint8Array): Promise<Bitmap> {
  const kept = decoded.get(blob);
  if (kept) return kept;
  const bitmap = await decode(bytes);
  decoded.set(blob, bitmap);
  return bitmap;
}

export async function sheet(file: SheetFile | null): Promise<PlacedBitmap | null> {
  return file && { ...(await decodeKept(file.blob, file.bytes)), x: file.x, y: file.y };
}

/** Decodes a view's pictures. */
export async function readArt(files: ArtFiles): Promise<ViewArt> {
  const design = { ...(await decodeKept(files.design.blob, files.design.bytes)), x: 0, y: 0 };
  const pieces = new Map<string, SheetBitmaps>();
  for (const piece of files.pieces) {
    pieces.set(piece.id, {
      face: await sheet(piece.face),
      overlap: await sheet(piece.overlap),
      under: await sheet(piece.under),
      clean: await sheet(piece.clean),
      line: await sheet(piece.line),
      own: await sheet(piece.own),
      extra: await sheet(piece.extra),
    });
  }
  return { design, pieces };
}

/** Encodes RGBA as PNG; the same pixels give the same bytes. Sheets, which the hand waits for, are packed less tightly than a package's images. */
export async function encode(bitmap: Bitmap, compressionLevel = 6): Promise<Uint8Array> {
  const { width, height } = bitmap;
  const buffer = await sharp(bitmap.data, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel, adaptiveFiltering: false })
    .toBuffer();
  return new Uint8Array(buffer);
}

/** A sheet that a worker made: its PNG, its name, its place. */
export async function encodeSheet(bitmap: PlacedBitmap): Promise<SheetFile> {
  const bytes = await encode(bitmap, 2);
  const blob = createHash('sha256').update(bytes).digest('hex');
  decoded.set(blob, { width: bitmap.width, height: bitmap.height, data: bitmap.data });
  const { x, y, width, height } = bitmap;
  return { blob, x, y, width, height, area: paintArea(bitmap), bytes };
}

/** The reference to a sheet file, without its bytes. */
export function refOf({ blob, x, y, width, height, area }: SheetFile): SheetRef {
  return { blob, x, y, width, height, area };
}
