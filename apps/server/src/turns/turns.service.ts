import { viewMeasure, type CharacterDoc, type ViewMeasure } from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { DerivedService } from '../derived/derived.service.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads, type RunOptions } from '../threads/threads.js';
import type { MeasuredView } from './turns.tasks.js';

export const turnsTasks = taskFile<typeof import('./turns.tasks.js')>(new URL('./turns.tasks.js', import.meta.url));

/** What views are compared by: found under its key, or measured in the threads. */
@Injectable()
export class TurnsService {
  constructor(
    private readonly derived: DerivedService,
    private readonly threads: Threads,
  ) {}

  /** Measures every view of a character. */
  async measures(doc: CharacterDoc, { signal }: RunOptions): Promise<MeasuredView[]> {
    const keys = doc.views.map(({ id }) => viewMeasure(doc, id).key);
    const known = await this.derived.find<ViewMeasure>(keys);
    return Promise.all(
      doc.views.map(async ({ id }, at) => {
        const found = known.get(keys[at]);
        if (found) return { viewId: id, measure: found };
        const measure = await this.threads.run(turnsTasks, 'measure', { doc, viewId: id }, { signal, seconds: LONG });
        await this.derived.keep([[keys[at], measure]]);
        return { viewId: id, measure };
      }),
    );
  }
}
