import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { PinoLogger } from 'nestjs-pino';
import { Client } from 'pg';
import { Subject, type Observable } from 'rxjs';
import { filter } from 'rxjs/operators';
import { Sequelize } from 'sequelize-typescript';
import type { Config } from '../config.js';
import { CONFIG } from '../http/tokens.js';
import type { Tell } from '../threads/task.js';

/** Something that open benches want to hear of. */
export interface BenchEvent {
  characterId: string;
  kind: 'revision' | 'job' | 'progress';
  /** The new revision, the job's id, or how much of an edit under way is done, 0 to 1. */
  value: number | string;
  /** What an edit under way is at. */
  doing?: string;
  actor?: string;
}

const CHANNEL = 'bench';
const AGAIN_MS = 1000;
/** ms from one word of progress to the next. */
const PROGRESS_MS = 150;

/** Tells open benches what changed, also those of other servers on the same database. */
@Injectable()
export class EventService implements OnModuleInit, OnModuleDestroy {
  private readonly subject = new Subject<BenchEvent>();
  private client: Client | null = null;
  private again: NodeJS.Timeout | null = null;
  private over = false;

  constructor(
    @Inject(CONFIG) private readonly config: Config,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly logger: PinoLogger,
  ) {}

  onModuleInit(): Promise<void> {
    return this.listen();
  }

  /** Listens on a connection of its own; where it breaks, again until the database is back. */
  private async listen(): Promise<void> {
    const client = new Client({ connectionString: this.config.databaseUrl });
    const lost = () => {
      if (this.over || this.again) return;
      this.again = setTimeout(() => {
        this.again = null;
        void this.listen();
      }, AGAIN_MS);
    };
    client.on('error', lost);
    client.on('end', lost);
    client.on('notification', ({ payload }) => {
      if (payload) this.subject.next(JSON.parse(payload) as BenchEvent);
    });
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
      this.client = client;
    } catch (error) {
      this.logger.warn(error as Error, 'events');
      lost();
    }
  }

  async send(event: BenchEvent): Promise<void> {
    await this.sequelize.query('SELECT pg_notify($1, $2)', { bind: [CHANNEL, JSON.stringify(event)] });
  }

  /** Tells the benches of an edit under way how far it is, every now and then. */
  tellProgress(characterId: string, actor: string): Tell {
    let last = 0;
    return (share, doing) => {
      if (Date.now() - last < PROGRESS_MS) return;
      last = Date.now();
      this.send({ characterId, kind: 'progress', value: share, doing, actor }).catch((error: unknown) =>
        this.logger.warn(error as Error, 'events'),
      );
    };
  }

  of(characterId: string): Observable<BenchEvent> {
    return this.subject.pipe(filter((event) => event.characterId === characterId));
  }

  async onModuleDestroy(): Promise<void> {
    this.over = true;
    if (this.again) clearTimeout(this.again);
    await this.client?.end().catch(() => undefined);
  }
}
