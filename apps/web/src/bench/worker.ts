import * as Comlink from 'comlink';
import type { CharacterDoc } from '@limber-sheaf/core';
import type { HeldState, Holding } from './worker/held';

export { proxy } from 'comlink';
export type { HeldState };

type Held = Comlink.Remote<Holding>;

/** States that the workers still know; the oldest goes first. */
const MOST_HELD = 4;
const known = new WeakMap<CharacterDoc, number>();
const recent = new Map<number, HeldState>();
const started: Partial<Record<'hand' | 'background', Held>> = {};
let newest = 0;

function start(name: 'hand' | 'background'): Held {
  const worker = Comlink.wrap<Holding>(new Worker(new URL('../core-worker.ts', import.meta.url), { type: 'module' }));
  for (const [key, state] of recent) void worker.hold(key, state);
  started[name] = worker;
  return worker;
}

/**
 * The worker for what the hand waits for.
 * @param tasks whose tasks are asked for: the light table's own, or a station's
 * @typeParam T these tasks
 */
export function handWorker<T>(tasks = 'table'): Comlink.Remote<T> {
  return tasksOf<T>(started.hand ?? start('hand'), tasks);
}

/** The worker for what goes on in the background, so that neither holds up the other. */
export function backgroundWorker<T>(tasks = 'table'): Comlink.Remote<T> {
  return tasksOf<T>(started.background ?? start('background'), tasks);
}

function tasksOf<T>(worker: Held, tasks: string): Comlink.Remote<T> {
  return (worker as unknown as Record<string, Comlink.Remote<T>>)[tasks];
}

/** The key of a state, which tasks take in its place; the workers are told of a new one before they can be asked about it. */
export function keyOf({ doc, sheets }: HeldState): number {
  let key = known.get(doc);
  if (key !== undefined && recent.has(key)) return key;
  key = ++newest;
  known.set(doc, key);
  recent.set(key, { doc, sheets });
  for (const worker of Object.values(started)) void worker.hold(key, { doc, sheets });
  if (recent.size > MOST_HELD) recent.delete(recent.keys().next().value as number);
  return key;
}
