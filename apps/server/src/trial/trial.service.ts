import { motionBareKey, motionsFor, viewById, type MotionBare, type ViewId } from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { characterOf, readSnapshot } from '../data/document-store.js';
import { DerivedService } from '../derived/derived.service.js';
import { SheetsService } from '../derived/sheets.service.js';
import { EventService } from '../edits/events.service.js';
import type { Caller } from '../http/caller.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';
import type { TrialOrder, TrialPicture } from './trial.tasks.js';

const tasks = taskFile<typeof import('./trial.tasks.js')>(new URL('./trial.tasks.js', import.meta.url));

/** What Trial makes to be shown. */
@Injectable()
export class TrialService {
  constructor(
    private readonly derived: DerivedService,
    private readonly sheets: SheetsService,
    private readonly threads: Threads,
    private readonly events: EventService,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
  ) {}

  /** What is seen without paint in a motion: found under its key, or measured in the threads. */
  async bare(
    viewId: ViewId,
    { motion, fps, amount }: Pick<TrialOrder, 'motion' | 'fps' | 'amount'>,
    { signal }: Caller,
  ): Promise<MotionBare[]> {
    const { doc } = await readSnapshot(this.sequelize, await characterOf('view', viewId));
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    const key = motionBareKey(doc, viewId, derived, motion, { fps, amount });
    const known = (await this.derived.find<MotionBare[]>([key])).get(key);
    if (known) return known;
    const order = { doc, viewId, derived, motion, fps, amount };
    const measured = await this.threads.run(tasks, 'bare', order, { signal, seconds: LONG });
    await this.derived.keep([[key, measured]]);
    return measured;
  }

  /** Makes a picture of a motion for the lead; changes nothing of the character. */
  async show(
    viewId: ViewId,
    wish: Pick<TrialOrder, 'motion' | 'fps' | 'amount' | 'tall' | 'as' | 'wears'>,
    { signal, actor }: Caller,
  ): Promise<TrialPicture> {
    const { doc, revision } = await readSnapshot(this.sequelize, await characterOf('view', viewId));
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    const tell = this.events.tellProgress(doc.character.id, actor);
    const word = motionsFor(doc, viewId).find(({ key }) => key === wish.motion)?.word ?? wish.motion;
    const caption = `${doc.character.name}, ${viewById(doc, viewId).key}: ${word.toLowerCase()}, revision ${revision}`;
    return this.threads.run(tasks, 'show', { ...wish, doc, viewId, derived, caption }, { signal, tell, seconds: LONG });
  }
}
