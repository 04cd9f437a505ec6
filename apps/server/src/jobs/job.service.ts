import { randomUUID } from 'node:crypto';
import { LimberError } from '@limber-sheaf/core';
import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { PinoLogger } from 'nestjs-pino';
import PgBoss from 'pg-boss';
import { Op } from 'sequelize';
import { CONFIG } from '../http/tokens.js';
import type { Config } from '../config.js';
import { Job } from '../data/models.js';
import { EventService, type BenchEvent } from '../edits/events.service.js';

/** A job as the bench sees it. */
export interface JobState {
  id: string;
  characterId: string;
  kind: string;
  state: Job['state'];
  /** 0 to 1. */
  share: number;
  doing: string;
  result: object | null;
  /** Why it failed. */
  sentence: string | null;
}

/** Does a job's work; tells how far it is; stops when `signal` is aborted. */
export type JobWork = (
  characterId: string,
  input: object,
  tell: (share: number, doing: string) => void,
  signal: AbortSignal,
) => Promise<object>;

const BEAT_MS = 2000;
/** A running job that has not beaten for this long has lost its server. */
const LOST_MS = 15_000;

/** Long work on a queue in the same database: with progress, a stop, and a result that can be fetched again. */
@Injectable()
export class JobService implements OnModuleInit, OnModuleDestroy {
  private readonly boss: PgBoss;
  private readonly works = new Map<string, JobWork>();
  private readonly running = new Map<string, AbortController>();
  /** Who takes jobs from the queue here, by their kind. */
  private readonly takers = new Map<string, string>();

  constructor(
    @Inject(CONFIG) config: Config,
    private readonly events: EventService,
    private readonly logger: PinoLogger,
  ) {
    this.boss = new PgBoss({ connectionString: config.databaseUrl, max: 3, schema: 'queue' });
    this.boss.on('error', (error) => this.logger.error(error, 'queue'));
  }

  /** Names the work for a kind of job; to be called before the module starts. */
  register(kind: string, work: JobWork): void {
    this.works.set(kind, work);
  }

  async onModuleInit(): Promise<void> {
    await this.boss.start();
  }

  /** Starts taking jobs from the queue, once every kind of work is registered. */
  async listen(): Promise<void> {
    for (const [kind, work] of this.works) {
      await this.boss.createQueue(kind);
      const taker = await this.boss.work<{ jobId: string }>(kind, { pollingIntervalSeconds: 0.5 }, async ([job]) =>
        this.run(job.data.jobId, work),
      );
      this.takers.set(kind, taker);
    }
  }

  async onModuleDestroy(): Promise<void> {
    for (const controller of this.running.values()) controller.abort();
    await this.boss.stop({ graceful: false });
  }

  /** Puts a job on the queue, with what it is asked for. @throws LimberError `busy` where one of the kind is under way for the character */
  async start(characterId: string, kind: string, input: object = {}): Promise<JobState> {
    const busy = await Job.findOne({
      where: {
        characterId,
        kind,
        [Op.or]: [{ state: 'waiting' }, { state: 'running', beatAt: { [Op.gt]: new Date(Date.now() - LOST_MS) } }],
      },
    });
    if (busy)
      throw new LimberError('busy', 'A hand-off of this character is being made already.', 'Wait for it, or stop it.');
    const now = new Date();
    const job = await Job.create({
      id: randomUUID(),
      characterId,
      kind,
      input,
      state: 'waiting',
      share: 0,
      doing: 'Waiting',
      result: null,
      sentence: null,
      beatAt: now,
      createdAt: now,
    });
    await this.boss.send(kind, { jobId: job.id }, { retryLimit: 0, expireInMinutes: 30, retentionDays: 2 });
    // It would look by itself at its next turn; somebody waits.
    const taker = this.takers.get(kind);
    if (taker) this.boss.notifyWorker(taker);
    return this.describe(job);
  }

  /** @throws LimberError `not-found` */
  async get(id: string): Promise<JobState> {
    return this.describe(await this.find(id));
  }

  /** The newest job of a kind for a character, or null. */
  async latest(characterId: string, kind: string): Promise<JobState | null> {
    const job = await Job.findOne({ where: { characterId, kind }, order: [['createdAt', 'DESC']] });
    return job && this.describe(job);
  }

  /** Stops a job; what it has made so far is thrown away. */
  async cancel(id: string): Promise<JobState> {
    const job = await this.find(id);
    const [stopped] = await Job.update(
      { state: 'cancelled', doing: 'Stopped' },
      { where: { id, state: ['waiting', 'running'] } },
    );
    if (stopped > 0) {
      await job.reload();
      this.running.get(id)?.abort();
      void this.tellBenches({ characterId: job.characterId, kind: 'job', value: id });
    }
    return this.describe(job);
  }

  /** Benches that were not told ask again by themselves. */
  private tellBenches(event: BenchEvent): Promise<void> {
    return this.events.send(event).catch((error: unknown) => this.logger.warn(error as Error, 'events'));
  }

  private async find(id: string): Promise<Job> {
    const job = await Job.findByPk(id);
    if (!job) throw new LimberError('not-found', 'There is no such job.');
    return job;
  }

  private describe(job: Job): JobState {
    const { id, characterId, kind, share, doing, result } = job;
    // One that waits is kept by the queue, and is taken up by whichever server is free.
    const lost = job.state === 'running' && job.beatAt.getTime() < Date.now() - LOST_MS;
    return {
      id,
      characterId,
      kind,
      state: lost ? 'failed' : job.state,
      share,
      doing,
      result,
      sentence: lost ? 'The server stopped in the middle of it. Nothing was lost; make it again.' : job.sentence,
    };
  }

  private async run(id: string, work: JobWork): Promise<void> {
    const job = await this.find(id);
    if (job.state !== 'waiting') return;
    const controller = new AbortController();
    this.running.set(id, controller);
    let share = 0;
    let doing = 'Starting';
    const beat = async () => {
      const [count] = await Job.update({ share, doing, beatAt: new Date() }, { where: { id, state: 'running' } });
      // Another server may have been asked to stop it.
      if (count === 0) controller.abort();
      else void this.tellBenches({ characterId: job.characterId, kind: 'job', value: id });
    };
    // Whoever stopped it meanwhile is heard: only what still waits is taken up.
    const [taken] = await Job.update({ state: 'running', beatAt: new Date() }, { where: { id, state: 'waiting' } });
    if (taken === 0) {
      this.running.delete(id);
      return;
    }
    const timer = setInterval(() => void beat().catch(() => undefined), BEAT_MS);
    let told = 0;
    try {
      const result = await work(
        job.characterId,
        job.input,
        (newShare, newDoing) => {
          share = newShare;
          doing = newDoing;
          if (Date.now() - told < 150) return;
          told = Date.now();
          void beat().catch(() => undefined);
        },
        controller.signal,
      );
      await Job.update({ state: 'done', share: 1, doing: 'Done', result }, { where: { id, state: 'running' } });
    } catch (error) {
      if (!controller.signal.aborted) {
        const sentence =
          error instanceof LimberError
            ? error.sentence
            : 'The package could not be made. Nothing was changed; try again.';
        if (!(error instanceof LimberError)) this.logger.error(error as Error, 'job');
        await Job.update({ state: 'failed', sentence }, { where: { id, state: 'running' } });
      }
    } finally {
      clearInterval(timer);
      this.running.delete(id);
      void this.tellBenches({ characterId: job.characterId, kind: 'job', value: id });
    }
  }
}
