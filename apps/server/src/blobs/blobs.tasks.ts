import { makeSmaller } from '@limber-sheaf/core';
import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import { readBlob } from '../threads/blobs.js';
import { encode, picture } from '../threads/pictures.js';
import { task } from '../threads/task.js';

/** How much smaller a picture is wanted: no wider than `width` px; or by a whole number, on the canvas's own grid. */
export type Smaller = { width: number } | { by: number; x: number; y: number };

const made = new LRUCache<string, Uint8Array>({
  maxSize: 32 * 1024 * 1024,
  sizeCalculation: (bytes) => bytes.length || 1,
});

/** A picture made smaller, as PNG; null for one that is small enough already, or no picture. */
export const smaller = task(
  async ({ sha256, wanted }: { sha256: string; wanted: Smaller }): Promise<Uint8Array | null> => {
    const key = `${sha256} ${JSON.stringify(wanted)}`;
    const kept = made.get(key);
    if (kept) return kept;
    const bytes = await readBlob(sha256);
    const meta = await sharp(bytes)
      .metadata()
      .catch(() => null);
    if (meta?.format !== 'png') return null;
    if ('width' in wanted && (meta.width ?? 0) <= wanted.width) return null;
    const small =
      'by' in wanted
        ? await encode(makeSmaller({ ...(await picture(sha256, bytes)), x: wanted.x, y: wanted.y }, wanted.by), 3)
        : new Uint8Array(await sharp(bytes).resize({ width: wanted.width }).png({ compressionLevel: 3 }).toBuffer());
    made.set(key, small);
    return small;
  },
);
