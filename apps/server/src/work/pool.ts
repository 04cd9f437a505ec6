import { fileURLToPath } from 'node:url';
import { availableParallelism } from 'node:os';
import type { MessagePort } from 'node:worker_threads';
import { LimberError } from '@limber-sheaf/core';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Piscina } from 'piscina';
import type { Answer, TaskInput, TaskName, TaskOutput } from './worker.js';

/** The worker threads that do the server's computing. */
@Injectable()
export class WorkPool implements OnModuleDestroy {
  private readonly pool = new Piscina({
    filename: fileURLToPath(new URL('./worker.js', import.meta.url)),
    minThreads: 1,
    maxThreads: Math.max(2, availableParallelism()),
    idleTimeout: 60_000,
  });

  /** Runs one task. @throws LimberError as the task did; AbortError when stopped by `signal` */
  async run<N extends TaskName>(
    name: N,
    input: TaskInput<N>,
    options: { signal?: AbortSignal; transfer?: MessagePort[] } = {},
  ): Promise<TaskOutput<N>> {
    const answer = (await this.pool.run(
      { name, input },
      { signal: options.signal, transferList: options.transfer },
    )) as Answer<TaskOutput<N>>;
    if (answer.ok) return answer.value;
    throw new LimberError(answer.error.code, answer.error.sentence, answer.error.remedy);
  }

  async onModuleDestroy(): Promise<void> {
    await this.pool.destroy();
  }
}
