import { setImmediate } from 'node:timers/promises';
import { CROWDED } from './room.js';

const forgets: (() => void)[] = [];

/** Notes how something that this thread keeps at hand is forgotten; what needs it again reads it or works it out anew. */
export function keptAtHand(forgetIt: () => void): void {
  forgets.push(forgetIt);
}

/** Does the whole process hold so much that what takes much more needs room? */
export function isCrowded(): boolean {
  return process.memoryUsage.rss() >= CROWDED;
}

/** Forgets what this thread keeps at hand; its memory has been given back when it is done. */
export async function forget(): Promise<void> {
  for (const forgetIt of forgets) forgetIt();
  // Pictures weigh little to the collector, which would come for them some time later. What it lets go is given back beside the
  // thread, by the time it comes again; what was decoded, in the loop's next turn, which a thread without work does not get to.
  for (let round = 0; round < 2; round++) {
    globalThis.gc?.();
    await setImmediate();
  }
}

/** Forgets what this thread keeps at hand, where the process is crowded. */
export async function makeRoom(): Promise<void> {
  if (isCrowded()) await forget();
}
