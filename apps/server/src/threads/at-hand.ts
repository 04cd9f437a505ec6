import { BroadcastChannel } from 'node:worker_threads';
import { CROWDED } from './room.js';

const forgets: (() => void)[] = [];

/** By which one thread asks the others to forget what they keep at hand, which they do as soon as they have a moment. */
const others = new BroadcastChannel('make room');
others.unref();
others.onmessage = forget;

/** Notes how something that this thread keeps at hand is forgotten; what needs it again reads it or works it out anew. */
export function keptAtHand(forgetIt: () => void): void {
  forgets.push(forgetIt);
}

/** Where the whole process holds much, forgets what its threads keep at hand: before work that takes much more. */
export function makeRoom(): void {
  if (process.memoryUsage.rss() < CROWDED) return;
  others.postMessage(null);
  forget();
}

function forget(): void {
  for (const forgetIt of forgets) forgetIt();
  // Pictures weigh little to the collector, which would come for them some time later.
  globalThis.gc?.();
}
