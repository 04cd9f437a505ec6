import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import { readBlob } from '../threads/blobs.js';
import { task } from '../threads/task.js';

const made = new LRUCache<string, Uint8Array>({
  maxSize: 32 * 1024 * 1024,
  sizeCalculation: (bytes) => bytes.length || 1,
});

/** A picture made no wider than so many px; null for one that is narrower already, or no picture. */
export const smaller = task(
  async ({ sha256, width }: { sha256: string; width: number }): Promise<Uint8Array | null> => {
    const key = `${sha256} ${width}`;
    const kept = made.get(key);
    if (kept) return kept;
    const bytes = await readBlob(sha256);
    const meta = await sharp(bytes)
      .metadata()
      .catch(() => null);
    if (meta?.format !== 'png' || (meta.width ?? 0) <= width) return null;
    const small = new Uint8Array(await sharp(bytes).resize({ width }).png({ compressionLevel: 3 }).toBuffer());
    made.set(key, small);
    return small;
  },
);
