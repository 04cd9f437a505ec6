import { MOST_MEMORY } from './room.js';

/** ms; a stopped thread's memory comes back within this. Until then it is held against nobody else. */
export const GIVES_BACK_MS = 2000;
/** Bytes that the process may grow by while memory is being given back, before another task is stopped too. */
const GROWS = 128 * 1024 * 1024;

/** Tells when a task has to be stopped for want of memory, and no second one for what the first still holds. */
export class ShortMemory {
  private lastStop = { at: -Infinity, bytes: 0 };

  /**
   * @param bytes of the whole process
   * @param now ms
   */
  isShort(bytes: number, now: number): boolean {
    if (bytes < MOST_MEMORY) return false;
    return now - this.lastStop.at >= GIVES_BACK_MS || bytes >= this.lastStop.bytes + GROWS;
  }

  /** A task was stopped at `now` (ms), when the process held `bytes`. */
  stopped(bytes: number, now: number): void {
    this.lastStop = { at: now, bytes };
  }
}
