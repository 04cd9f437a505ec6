import { LimberError } from '@limber-sheaf/core';
import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import { Semaphore } from 'async-mutex';
import { Piscina } from 'piscina';
import { setTimeout } from 'node:timers/promises';
import { setFlagsFromString } from 'node:v8';
import { MessageChannel } from 'node:worker_threads';
import { isCrowded } from './at-hand.js';
import { MOST_MEMORY, THREADS } from './room.js';
import { GIVES_BACK_MS, ShortMemory } from './short-memory.js';
import { workedSeconds } from './thread-time.js';
import {
  taskFile,
  type Answer,
  type Order,
  type Progress,
  type TaskFile,
  type TaskInput,
  type TaskOutput,
  type Tell,
} from './task.js';

/** How a task may be run. */
export interface RunOptions {
  /** Stops it: the client has gone, or somebody pressed stop. */
  signal?: AbortSignal;
  /** s of a processor; a task that works longer, once a thread has taken it up, is stopped. */
  seconds?: number;
  /** Hears how far it is. */
  tell?: Tell;
  /** It is worked out meanwhile: what somebody's hand waits for goes before it. */
  behind?: boolean;
  /** It takes much memory: threads that have nothing to do first forget what they keep at hand. */
  large?: boolean;
}

const atHandTasks = taskFile<typeof import('./at-hand.tasks.js')>(new URL('./at-hand.tasks.js', import.meta.url));

const SECONDS = 10;
/** s; for what a large design takes long over, and what ends when whoever asked for it has gone. */
export const LONG = 180;
/** s; a task that no thread takes up for so long is given up. */
const WAITS = 120;
const LOOK_MS = 100;
/** How many times as long a task may stand still, where a machine gives it little of its processors, or it waits for a file. */
const STANDS_STILL = 6;

/** How often what is worked out meanwhile gives way to somebody's hand, and begins again. */
const YIELDS = 3;
/** How many times `GIVES_BACK_MS` it waits at most until no hand waits for anything. */
const MOST_WAITS = 15;

/** Who goes first where more is asked for than there are threads. */
const HAND = 1;
const BEHIND = 0;

interface Running {
  stop: AbortController;
  why: 'time' | 'memory' | 'busy' | null;
  begun: Int32Array;
  /** ms since 1970: when it was asked for, and once a thread has taken it up, when that was first seen. */
  since: number;
  seen: boolean;
  /** s; how long its thread had worked by then. */
  worked: number;
  seconds: number;
  behind: boolean;
}

function newEntry({ seconds = SECONDS, behind = false }: RunOptions): Running {
  const begun = new Int32Array(new SharedArrayBuffer(4));
  return { stop: new AbortController(), why: null, begun, since: Date.now(), seen: false, worked: 0, seconds, behind };
}

/** The number of the thread that has taken a task up; 0 before. */
const threadOf = ({ begun }: Running): number => Atomics.load(begun, 0);

/** s; how long a task has worked: where the system does not tell, how long ago it was taken up. Never more than that. */
function secondsOf(entry: Running, now: number): number {
  const passed = (now - entry.since) / 1000;
  if (passed <= entry.seconds || passed > STANDS_STILL * entry.seconds) return passed;
  const worked = workedSeconds(threadOf(entry));
  return worked === null ? passed : worked - entry.worked;
}

/**
 * Which task is stopped where memory is short: of those that hold any, what nobody's hand waits for, and of these the one that
 * was asked for last.
 */
function leastWanted(running: Iterable<Running>): Running | undefined {
  const going = [...running].filter(({ why }) => why === null);
  return (
    going.findLast((one) => one.behind && threadOf(one) > 0) ??
    going.findLast((one) => threadOf(one) > 0) ??
    going.at(-1)
  );
}

/** ms between two looks at whether a thread that is to end has loaded what it was loading. */
const LOADS_MS = 20;

/**
 * Passes a stop on to a thread once it has begun with its task. Node.js itself dies where a thread is ended while it loads
 * modules, and with it the whole server.
 */
function onceBegun(stops: AbortSignal, begun: Int32Array): { signal: AbortSignal; close: () => void } {
  const sure = new AbortController();
  let isOver = false;
  const pass = () => {
    if (isOver) return;
    if (Atomics.load(begun, 0) > 0) sure.abort(stops.reason);
    else globalThis.setTimeout(pass, LOADS_MS);
  };
  stops.addEventListener('abort', pass, { once: true });
  return { signal: sure.signal, close: () => (isOver = true) };
}

// A thread can then ask for its memory to be collected (`at-hand.ts`): contexts that are made from now on have `gc`.
setFlagsFromString('--expose-gc');

/** The threads that do the server's computing, with a time and a memory that no task exceeds. */
@Injectable()
export class Threads implements OnModuleDestroy {
  private readonly pool = new Piscina({
    // All are there from the start, with what most tasks need: nobody's first look at a character waits for it.
    minThreads: THREADS,
    maxThreads: THREADS,
    execArgv: [...process.execArgv, '--import', new URL('./pictures.js', import.meta.url).href],
  });
  /** The pool itself knows only who came first. */
  private readonly places = new Semaphore(THREADS);
  private readonly logger = new Logger(Threads.name);
  private readonly running = new Set<Running>();
  private readonly memory = new ShortMemory();
  /** How many tasks that somebody's hand waits for are under way, or about to be tried again. */
  private hands = 0;
  /** How many of them stand in the queue: what gives way to them looks at it between its steps. */
  private readonly inQueue = new Int32Array(new SharedArrayBuffer(4));
  /** Is the server stopping, and the threads with it? */
  private isEnding = false;
  private readonly guard = setInterval(() => this.look(), LOOK_MS).unref();

  /**
   * Runs one task of a station; where memory is short through what others left at hand, once more, and what is worked out
   * meanwhile some times more, once no hand waits.
   * @throws LimberError as the task did; `too-long` or `too-large` where it was stopped, `busy` where no thread was
   * free for it; AbortError where `signal` was aborted
   */
  async run<T, N extends keyof T & string>(
    file: TaskFile<T>,
    name: N,
    input: TaskInput<T, N>,
    options: RunOptions = {},
  ): Promise<TaskOutput<T, N>> {
    const isHand = !options.behind;
    if (isHand) this.hands++;
    try {
      if (options.large) await this.makeRoom();
      return await this.tryAgain(isHand ? 1 : YIELDS, file, name, input, options);
    } finally {
      if (isHand) this.hands--;
    }
  }

  /** Where the process is crowded, lets the threads that have nothing to do forget what they keep at hand: each takes one task. */
  private async makeRoom(): Promise<void> {
    if (!isCrowded()) return;
    const idle = Math.max(0, this.places.getValue());
    await Promise.allSettled(Array.from({ length: idle }, () => this.run(atHandTasks, 'forget', undefined)));
  }

  /** @param times it is tried again at most, where it was stopped for memory that others took */
  private async tryAgain<T, N extends keyof T & string>(
    times: number,
    file: TaskFile<T>,
    name: N,
    input: TaskInput<T, N>,
    options: RunOptions,
  ): Promise<TaskOutput<T, N>> {
    const { signal, behind } = options;
    const wasCrowded = isCrowded();
    const entry = newEntry(options);
    try {
      return await this.attempt(entry, file, name, input, options);
    } catch (error) {
      // In a crowd, it is not the one that took the memory.
      const isOthers = wasCrowded || behind;
      if (entry.why !== 'memory' || !isOthers || times === 0 || signal?.aborted) throw error;
    }
    // What was held before it began is what others left at hand, and with the stopped thread much of that has gone. And what
    // is worked out meanwhile was stopped for somebody's hand, which may need the same memory for a while.
    await setTimeout(GIVES_BACK_MS, undefined, { signal });
    for (let waits = 0; behind && this.hands > 0 && waits < MOST_WAITS; waits++)
      await setTimeout(GIVES_BACK_MS, undefined, { signal });
    return this.tryAgain(times - 1, file, name, input, options);
  }

  private async attempt<T, N extends keyof T & string>(
    entry: Running,
    { address }: TaskFile<T>,
    name: N,
    input: TaskInput<T, N>,
    { signal, tell }: RunOptions,
  ): Promise<TaskOutput<T, N>> {
    const { begun, seconds, behind } = entry;
    const stops = signal ? AbortSignal.any([signal, entry.stop.signal]) : entry.stop.signal;
    const ends = onceBegun(stops, begun);
    this.running.add(entry);
    const channel = tell && new MessageChannel();
    let leave = () => {};
    channel?.port1.on('message', ({ share, doing }: Progress) => tell?.(share, doing));
    try {
      leave = await this.place(stops, behind ? BEHIND : HAND);
      const hands = behind ? this.inQueue : undefined;
      const order: Order<TaskInput<T, N>> = { input, begun, port: channel?.port2, hands };
      const answer = (await this.pool.run(order, {
        filename: address,
        name,
        signal: ends.signal,
        transferList: channel && [channel.port2],
      })) as Answer<TaskOutput<T, N>>;
      if (answer.ok) return answer.value;
      const { code, sentence, remedy, place } = answer.error;
      throw new LimberError(code, sentence, remedy, place);
    } catch (error) {
      if (entry.why === 'time')
        throw new LimberError(
          'too-long',
          `This takes longer than ${seconds} s and was stopped. Nothing was changed.`,
          'Try it on less at once, or on a smaller design.',
        );
      if (entry.why === 'memory')
        throw new LimberError(
          'too-large',
          'This needs more memory than there is and was stopped. Nothing was changed.',
          'Try it on less at once, or on a smaller design.',
        );
      if (entry.why === 'busy')
        throw new LimberError('busy', 'The server has more to do than it can.', 'Try it again in a minute.');
      if (this.isEnding) throw new LimberError('busy', 'The server is stopping.', 'Try it again once it is up.');
      throw error;
    } finally {
      ends.close();
      leave();
      channel?.port1.close();
      this.running.delete(entry);
    }
  }

  /** Waits for a place at a thread; gives what leaves it again. @throws what the signal was aborted with */
  private async place(signal: AbortSignal, priority: number): Promise<() => void> {
    signal.throwIfAborted();
    const isHand = priority === HAND;
    if (isHand) Atomics.add(this.inQueue, 0, 1);
    const taken = this.places.acquire(1, priority);
    const gone = new Promise<never>((_, reject) =>
      signal.addEventListener('abort', () => reject(signal.reason as Error), { once: true }),
    );
    try {
      const [, leave] = await Promise.race([taken, gone]);
      return leave;
    } catch (error) {
      // Whoever has gone is given its place in its turn all the same, and has no use for it.
      void taken.then(([, leave]) => leave());
      throw error;
    } finally {
      if (isHand) Atomics.sub(this.inQueue, 0, 1);
    }
  }

  private stop(entry: Running, why: 'time' | 'memory' | 'busy'): void {
    entry.why = why;
    entry.stop.abort();
  }

  /** Stops what takes too long; and where memory is short, what is wanted least. */
  private look(): void {
    const now = Date.now();
    for (const entry of this.running) {
      const thread = threadOf(entry);
      if (!entry.seen && thread > 0) {
        entry.seen = true;
        entry.since = now;
        entry.worked = workedSeconds(thread) ?? 0;
      }
      if (entry.why) continue;
      if (entry.seen && secondsOf(entry, now) > entry.seconds) this.stop(entry, 'time');
      if (!entry.seen && now - entry.since > Math.max(WAITS, entry.seconds) * 1000) this.stop(entry, 'busy');
    }
    if (this.running.size === 0) return;
    const bytes = process.memoryUsage.rss();
    if (!this.memory.isShort(bytes, now)) return;
    const least = leastWanted(this.running);
    if (!least) return;
    this.memory.stopped(bytes, now);
    const mib = (many: number) => Math.round(many / 1024 / 1024);
    this.logger.warn(`Memory is short: ${mib(bytes)} MiB of ${mib(MOST_MEMORY)}.`);
    this.stop(least, 'memory');
  }

  async onModuleDestroy(): Promise<void> {
    clearInterval(this.guard);
    this.isEnding = true;
    await this.pool.destroy();
  }
}
