import * as Comlink from 'comlink';
import type { CoreWorker } from './core-worker';

/** One worker for what the hand waits for, one for sweeps in the background, so that neither holds up the other. */
function start(): Comlink.Remote<CoreWorker> {
  return Comlink.wrap<CoreWorker>(new Worker(new URL('./core-worker.ts', import.meta.url), { type: 'module' }));
}

let hand: Comlink.Remote<CoreWorker> | null = null;
let background: Comlink.Remote<CoreWorker> | null = null;

export function handWorker(): Comlink.Remote<CoreWorker> {
  hand ??= start();
  return hand;
}

export function backgroundWorker(): Comlink.Remote<CoreWorker> {
  background ??= start();
  return background;
}

export { proxy } from 'comlink';
