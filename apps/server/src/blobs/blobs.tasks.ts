import { makeSmaller, placedAt } from '@limber-sheaf/core';
import sharp from 'sharp';
import { readBlob } from '../threads/blobs.js';
import { encode, picture } from '../threads/pictures.js';
import { task } from '../threads/task.js';

/** How much smaller a picture is wanted: no wider than `width` px; or by a whole number, on the canvas's own grid. */
export type Smaller = { width: number } | { by: number; x: number; y: number };

/** A picture made smaller, as PNG; null for one that is small enough already, or no picture. */
export const smaller = task(
  async ({ sha256, wanted }: { sha256: string; wanted: Smaller }): Promise<Uint8Array | null> => {
    const bytes = await readBlob(sha256);
    const meta = await sharp(bytes)
      .metadata()
      .catch(() => null);
    if (meta?.format !== 'png') return null;
    if ('width' in wanted && (meta.width ?? 0) <= wanted.width) return null;
    return 'by' in wanted
      ? await encode(makeSmaller(placedAt(await picture(sha256, bytes), wanted.x, wanted.y), wanted.by), 3)
      : new Uint8Array(await sharp(bytes).resize({ width: wanted.width }).png({ compressionLevel: 3 }).toBuffer());
  },
);
