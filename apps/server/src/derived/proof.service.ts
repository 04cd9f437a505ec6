import {
  reportView,
  viewMeasuresInTurn,
  type CharacterDoc,
  type Measure,
  type ViewId,
  type ViewProof,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { setImmediate } from 'node:timers/promises';
import { Sequelize } from 'sequelize-typescript';
import { characterOf, readSnapshot } from '../data/document-store.js';
import type { DerivedOfView } from '../threads/pictures.js';
import { THREADS } from '../threads/room.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads, type RunOptions } from '../threads/threads.js';
import { DerivedService } from './derived.service.js';
import { SheetsService } from './sheets.service.js';

const tasks = taskFile<typeof import('./derived.tasks.js')>(new URL('./derived.tasks.js', import.meta.url));

/** The most measures that one call of a thread takes together, so that they share the pictures they need. */
const TOGETHER = 4;
/** And of those that look at the whole view: with more, somebody's hand would wait for long until a thread is free. */
const TOGETHER_OF_VIEW = 14;

/**
 * Batches dealt out by turns, so that the long sweeps of a trunk's joints do not all fall to one thread; few keys, as after
 * an edit, are shared out among the threads.
 */
function dealOut(keys: readonly string[]): string[][] {
  const together = Math.max(1, Math.min(TOGETHER, Math.floor(keys.length / THREADS)));
  const count = Math.ceil(keys.length / together);
  return Array.from({ length: count }, (_, batch) => keys.filter((_key, at) => at % count === batch));
}

/**
 * The keys of some measures in batches for the threads. The sweeps come first, which take longest one by one; then what looks
 * at the whole view, that of one station mostly together, as it shares what it works out, the quick ones of the first
 * stations last: they fill what is left of a thread's time while another ends.
 */
function batchesOf(measures: readonly Measure<unknown>[]): string[][] {
  const ofViews = new Map<number | undefined, Set<string>>();
  for (const { key, station, pieces } of measures)
    if (!pieces) ofViews.set(station, (ofViews.get(station) ?? new Set()).add(key));
  const ofPieces = new Set(measures.flatMap(({ key, pieces }) => (pieces ? key : [])));
  const stations = [...ofViews].sort(([a = 0], [b = 0]) => b - a);
  const together = stations.flatMap(([, keys]) => chunks([...keys], TOGETHER_OF_VIEW));
  return [...dealOut([...ofPieces]), ...together];
}

/** A list in stretches of a length at most. */
function chunks<T>(list: readonly T[], length: number): T[][] {
  return Array.from({ length: Math.ceil(list.length / length) }, (_, at) => list.slice(at * length, (at + 1) * length));
}

/** The checks of a view: what they measure is found under its key, or measured in the threads. */
@Injectable()
export class ProofService {
  /** What is being measured now: who asks for the same thing meanwhile waits for the same answer. */
  private readonly underWay = new Map<string, Promise<void>>();
  /** How often measuring has begun. */
  private rounds = 0;

  constructor(
    private readonly derived: DerivedService,
    private readonly sheets: SheetsService,
    private readonly threads: Threads,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
  ) {}

  /** Makes all checks of a view. */
  async prove(doc: CharacterDoc, viewId: ViewId, { signal, tell }: RunOptions = {}): Promise<ViewProof> {
    const sheets = await this.sheets.ofView(doc, viewId, { signal });
    const measures = await viewMeasuresInTurn(doc, viewId, sheets, setImmediate);
    const measured = await this.measured(doc, viewId, sheets, measures, { signal, tell, behind: true });
    return reportView(doc, viewId, sheets, measured);
  }

  /** What some of a view's measures come to as it is now, in their order; somebody's hand goes first. */
  async now<M>(
    viewId: ViewId,
    measuresOf: (doc: CharacterDoc, viewId: ViewId, sheets: DerivedOfView) => Measure<M>[],
    { signal }: RunOptions,
  ): Promise<{ doc: CharacterDoc; measured: { key: string; value: M }[] }> {
    const { doc } = await readSnapshot(this.sequelize, await characterOf('view', viewId));
    const sheets = await this.sheets.ofView(doc, viewId, { signal });
    const measures = measuresOf(doc, viewId, sheets);
    const measured = await this.measured(doc, viewId, sheets, measures, { signal, behind: true });
    return { doc, measured: measures.map(({ key }) => ({ key, value: measured.get(key) as M })) };
  }

  /**
   * What some of a view's measures come to, by key.
   * @param sheets what is derived of its pieces
   */
  async measured(
    doc: CharacterDoc,
    viewId: ViewId,
    sheets: DerivedOfView,
    measures: readonly Measure<unknown>[],
    { signal, tell, behind }: RunOptions = {},
  ): Promise<Map<string, unknown>> {
    // Two checks may go by the same measure: it is measured once.
    const keys = [...new Set(measures.map(({ key }) => key))];
    const known = await this.derived.find(keys);
    const missing = keys.filter((key) => !known.has(key) && !this.underWay.has(key));
    const waiting = keys.flatMap((key) => (known.has(key) ? [] : (this.underWay.get(key) ?? [])));
    if (missing.length > 0) {
      let done = 0;
      const round = ++this.rounds;
      const places = new Map(measures.map(({ key }, at) => [key, at]));
      const batches = batchesOf(measures.filter(({ key }) => missing.includes(key)));
      const work = batches.map(async (batch) => {
        // A thread that gives way to somebody's hand answers with what it has: the rest is asked for again, behind the hand.
        for (let left = batch; left.length > 0;) {
          const measured = await this.threads.run(
            tasks,
            'measures',
            { round, doc, viewId, derived: sheets, wanted: left.map((key) => ({ key, at: places.get(key) ?? -1 })) },
            { signal, seconds: LONG, behind },
          );
          await this.derived.keep(Object.entries(measured));
          const still = left.filter((key) => !(key in measured));
          if (still.length === left.length) throw new Error(`The view has no measure ${still[0]}.`);
          done += left.length - still.length;
          tell?.(done / missing.length, measures.find(({ key }) => key === left[0])?.what ?? '');
          left = still;
        }
      });
      batches.forEach((batch, at) => {
        for (const key of batch) {
          const one = work[at].finally(() => this.underWay.delete(key));
          one.catch(() => undefined);
          this.underWay.set(key, one);
        }
      });
      await Promise.all(work);
    }
    // Whoever was first may have gone, and their work with them: what is missing then is measured for this one.
    const shared = await Promise.allSettled(waiting);
    if (shared.some(({ status }) => status === 'rejected')) {
      signal?.throwIfAborted();
      return this.measured(doc, viewId, sheets, measures, { signal, tell, behind });
    }
    return this.derived.find(keys);
  }
}
