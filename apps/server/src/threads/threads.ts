import { availableParallelism } from 'node:os';
import { LimberError } from '@limber-sheaf/core';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Piscina } from 'piscina';
import type { MessagePort } from 'node:worker_threads';
import type { Answer, TaskFile, TaskInput, TaskOutput } from './task.js';

/** How a task may be run. */
export interface RunOptions {
  /** Stops it: the client has gone, or somebody pressed stop. */
  signal?: AbortSignal;
  /** s; a task that takes longer is stopped. */
  seconds?: number;
  transfer?: MessagePort[];
}

const SECONDS = 60;
/** MiB of the whole process at which the task that was started last is stopped. */
const MOST_MEMORY = 1600;
const LOOK_MS = 100;

interface Running {
  stop: AbortController;
  why: 'time' | 'memory' | null;
}

/** The threads that do the server's computing, with a time and a memory that no task exceeds. */
@Injectable()
export class Threads implements OnModuleDestroy {
  private readonly pool = new Piscina({
    minThreads: 1,
    maxThreads: Math.max(2, availableParallelism()),
    idleTimeout: 60_000,
  });
  private readonly running = new Set<Running>();
  private readonly guard = setInterval(() => this.guardMemory(), LOOK_MS).unref();

  /**
   * Runs one task of a station.
   * @throws LimberError as the task did; `too-long` or `too-large` where it was stopped; AbortError where `signal` was
   */
  async run<T, N extends keyof T & string>(
    { address }: TaskFile<T>,
    name: N,
    input: TaskInput<T, N>,
    { signal, seconds = SECONDS, transfer }: RunOptions = {},
  ): Promise<TaskOutput<T, N>> {
    const entry: Running = { stop: new AbortController(), why: null };
    const timer = setTimeout(() => this.stop(entry, 'time'), seconds * 1000);
    const stops = signal ? AbortSignal.any([signal, entry.stop.signal]) : entry.stop.signal;
    this.running.add(entry);
    try {
      const answer = (await this.pool.run(input, {
        filename: address,
        name,
        signal: stops,
        transferList: transfer,
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
      throw error;
    } finally {
      clearTimeout(timer);
      this.running.delete(entry);
    }
  }

  private stop(entry: Running, why: 'time' | 'memory'): void {
    entry.why = why;
    entry.stop.abort();
  }

  private guardMemory(): void {
    if (this.running.size === 0 || process.memoryUsage.rss() < MOST_MEMORY * 1024 * 1024) return;
    const newest = [...this.running].findLast((entry) => entry.why === null);
    if (newest) this.stop(newest, 'memory');
  }

  async onModuleDestroy(): Promise<void> {
    clearInterval(this.guard);
    await this.pool.destroy();
  }
}
