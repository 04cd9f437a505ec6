import { LimberError } from '@limber-sheaf/core';
import type { MessagePort } from 'node:worker_threads';
import { threadNumber } from './thread-time.js';

/** A task's answer; errors cross the thread border as plain data, since classes do not. */
export type Answer<T> =
  { ok: true; value: T } | { ok: false; error: Pick<LimberError, 'code' | 'sentence' | 'remedy' | 'place'> };

/** What a thread is given: the task's input, and where it notes that it has begun. */
export interface Order<I> {
  input: I;
  /** One whole number, 0 until a thread has taken the task up, and then that thread's own (`threadNumber`). */
  begun: Int32Array;
  /** Where it tells how far it is, if anybody listens. */
  port?: MessagePort;
  /** One whole number: how many tasks that somebody's hand waits for stand in the queue. Only what gives way to them is given it. */
  hands?: Int32Array;
}

/** How far a task is. */
export interface Progress {
  /** 0 to 1. */
  share: number;
  doing: string;
}

/** Tells how far a task is to whoever listens. */
export type Tell = (share: number, doing: string) => void;

/** Does somebody's hand wait for a thread? What can be gone on with later then answers with what it has. */
export type HandWaits = () => boolean;

/** Makes of a function what a thread can be asked for. */
export function task<I, O>(
  work: (input: I, tell: Tell, handWaits: HandWaits) => Promise<O> | O,
): (order: Order<I>) => Promise<Answer<O>> {
  return async ({ input, begun, port, hands }) => {
    Atomics.store(begun, 0, threadNumber());
    const tell: Tell = (share, doing) => port?.postMessage({ share, doing } satisfies Progress);
    const handWaits = () => hands !== undefined && Atomics.load(hands, 0) > 0;
    try {
      return { ok: true, value: await work(input, tell, handWaits) };
    } catch (error) {
      if (!(error instanceof LimberError)) throw error;
      const { code, sentence, remedy, place } = error;
      return { ok: false, error: { code, sentence, remedy, place } };
    }
  };
}

type Task = ReturnType<typeof task<never, unknown>>;

/** A station's tasks: a module whose exports are tasks, which a thread loads when one of them is first asked for. */
export interface TaskFile<T> {
  readonly address: string;
  /** Only for the types of the tasks. */
  readonly tasks?: T;
}

/** Names a module of tasks without loading it: `taskFile<typeof import('./cut.tasks.js')>(new URL('./cut.tasks.js', import.meta.url))`. */
export function taskFile<T>(address: URL): TaskFile<T> {
  return { address: address.href };
}

export type TaskInput<T, N extends keyof T> = T[N] extends (order: Order<infer I>) => unknown ? I : never;
export type TaskOutput<T, N extends keyof T> = T[N] extends Task
  ? Awaited<ReturnType<T[N]>> extends Answer<infer O>
    ? O
    : never
  : never;
