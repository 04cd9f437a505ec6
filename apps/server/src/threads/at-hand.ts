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

/** Forgets what this thread keeps at hand. */
export function forget(): void {
  for (const forgetIt of forgets) forgetIt();
  // Pictures weigh little to the collector, which would come for them some time later.
  globalThis.gc?.();
}

/** Forgets what this thread keeps at hand, where the process is crowded. */
export function makeRoom(): void {
  if (isCrowded()) forget();
}
