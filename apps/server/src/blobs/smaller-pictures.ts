import { Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { taskFile } from '../threads/task.js';
import { Threads } from '../threads/threads.js';
import type { Smaller } from './blobs.tasks.js';

const tasks = taskFile<typeof import('./blobs.tasks.js')>(new URL('./blobs.tasks.js', import.meta.url));

/** Bytes of small pictures that are kept at hand. */
const KEPT = 48 * 1024 * 1024;

/** Pictures as they are shown: smaller than they are. What was made is at hand, and waits for no thread. */
@Injectable()
export class SmallerPictures {
  private readonly made = new LRUCache<string, Uint8Array>({
    maxSize: KEPT,
    sizeCalculation: (bytes) => bytes.length || 1,
  });
  private readonly coming = new Map<string, Promise<Uint8Array | null>>();

  constructor(private readonly threads: Threads) {}

  /** A picture made smaller, as PNG; null for one that is small enough already, or no picture. */
  async ofPicture(sha256: string, wanted: Smaller): Promise<Uint8Array | null> {
    const key = `${sha256} ${JSON.stringify(wanted)}`;
    // Two who ask at once wait for one.
    return this.made.get(key) ?? this.coming.get(key) ?? this.make(key, sha256, wanted);
  }

  private make(key: string, sha256: string, wanted: Smaller): Promise<Uint8Array | null> {
    const making = this.threads
      .run(tasks, 'smaller', { sha256, wanted })
      .then((small) => {
        if (small) this.made.set(key, small);
        return small;
      })
      .finally(() => this.coming.delete(key));
    this.coming.set(key, making);
    return making;
  }
}
