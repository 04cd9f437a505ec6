// Tasks that behave badly, and one that does not.
import { LimberError } from '@limber-sheaf/core';
import sharp from 'sharp';
import { keptAtHand } from '../dist/threads/at-hand.js';
import { THREADS } from '../dist/threads/room.js';
import { task } from '../dist/threads/task.js';

export const endless = task(() => {
  for (;;);
});
export const greedy = task(() => {
  const hoard = [];
  for (;;) hoard.push(new Uint8Array(20_000_000).fill(1));
});
export const refuses = task(() => {
  throw new LimberError('no-border', 'The two pieces do not touch.', 'Pick two that do.');
});
export const breaks = task(() => {
  throw new TypeError('a fault of ours');
});
/** Runs while a stopped neighbour's memory is being given back. */
export const patient = task(() => {
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 500);
});
/** Keeps 450 MB at hand, as a thread keeps what it has decoded; slow enough that each thread takes one. */
const kept = [];
export const keeps = task(() => {
  kept.push(new Uint8Array(450_000_000).fill(1));
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 600);
});
/** Keeps its share of 1000 MB as a picture that was decoded, and forgets it where another thread needs room. */
const forgettable = [];
keptAtHand(() => (forgettable.length = 0));
const SHARE = { width: 10_000, height: 25_000 / THREADS, channels: 4, background: '#321' };
export const keepsForNow = task(async () => {
  forgettable.push(await sharp({ create: SHARE }).raw().toBuffer());
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 600);
});
/** Needs 800 MB for a moment. */
export const large = task(() => {
  const needed = Array.from({ length: 40 }, () => new Uint8Array(20_000_000).fill(1));
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 400);
  return needed.length;
});
/** Needs 900 MB for some seconds. */
export const wide = task(() => {
  const needed = Array.from({ length: 45 }, () => new Uint8Array(20_000_000).fill(1));
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 4000);
  return needed.length;
});
/** Could go on for 20 s, and looks every 20 ms whether a hand waits for a thread; tells whether one did. */
export const givesWay = task((_input, _tell, handWaits) => {
  for (let step = 0; step < 1000; step++) {
    if (handWaits()) return true;
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 20);
  }
  return false;
});
export const twice = task((n) => n * 2);
