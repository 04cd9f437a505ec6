// Measures a round as a thread does (`--expose-gc`; the character comes in at standard input); prints whether its document is
// kept, and whether it still is once the thread has been told to forget.
import { text } from 'node:stream/consumers';
import { setImmediate } from 'node:timers/promises';
import { measures } from '../dist/derived/derived.tasks.js';
import { forget } from '../dist/threads/at-hand.js';

const begun = new Int32Array(new SharedArrayBuffer(4));
async function measureRound() {
  const doc = JSON.parse(await text(process.stdin));
  await measures({ input: { round: 1, doc, viewId: doc.views[0].id, derived: {}, wanted: [] }, begun });
  return new WeakRef(doc);
}

const doc = await measureRound();
async function isKept() {
  // What a weak reference has led to stays until the next turn.
  await setImmediate();
  globalThis.gc();
  return doc.deref() !== undefined;
}
const before = await isKept();
await forget();
console.log(JSON.stringify({ before, after: await isKept() }));
process.exit();
