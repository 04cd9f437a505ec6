import { TABLES, TABLE_NAMES } from '@limber-sheaf/core';
import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { PinoLogger } from 'nestjs-pino';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { SheetsService } from '../derived/sheets.service.js';

const HOUR_MS = 3600 * 1000;
/** Days after which what nobody has asked for is dropped, to be worked out again at need. */
const UNUSED_DAYS = 30;
/** Minutes that a blob is kept though nothing names it yet: an edit keeps its pictures before it writes its rows. */
const FRESH_MINUTES = 60;
/** Any number that only this uses: of several servers on one database, one cleans. */
const LOCK = 4410_0002;

/** A table's or a field's name in the database. */
const snake = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/** What a sweep took away. */
export interface Swept {
  derived: number;
  blobs: number;
}

/** Takes away what nothing names any more. */
@Injectable()
export class HousekeepingService implements OnModuleInit, OnModuleDestroy {
  private timer: NodeJS.Timeout | null = null;

  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly sheets: SheetsService,
    private readonly logger: PinoLogger,
  ) {}

  onModuleInit(): void {
    this.timer = setInterval(() => {
      this.sweep().catch((error: unknown) => this.logger.warn(error as Error, 'housekeeping'));
    }, HOUR_MS).unref();
  }

  onModuleDestroy(): void {
    if (this.timer) clearInterval(this.timer);
  }

  /** Drops derived values that are long unused, then blobs that no row, journal, snapshot, hand-off or derived value names. */
  async sweep(freshMinutes = FRESH_MINUTES): Promise<Swept> {
    return this.sequelize.transaction(async (transaction) => {
      const run = (sql: string, bind: unknown[] = []) =>
        this.sequelize.query<{ n: string }>(sql, { type: QueryTypes.SELECT, transaction, bind });
      const [{ free }] = await this.sequelize.query<{ free: boolean }>(
        `SELECT pg_try_advisory_xact_lock(${LOCK}) AS free`,
        { type: QueryTypes.SELECT, transaction },
      );
      if (!free) return { derived: 0, blobs: 0 };
      const [derived] = await run(
        `WITH gone AS (DELETE FROM derived WHERE used_at < now() - make_interval(days => $1) RETURNING 1)
         SELECT count(*) AS n FROM gone`,
        [UNUSED_DAYS],
      );
      if (Number(derived.n) > 0) this.sheets.forget();
      // Every place that may name a blob, as text: the registry says which columns of which tables do.
      const places = TABLE_NAMES.flatMap((table) =>
        TABLES[table].pictures.map((field) => `SELECT "${snake(field)}"::text AS text FROM "${snake(table)}"`),
      );
      places.push(
        'SELECT diff::text FROM edit',
        'SELECT doc::text FROM snapshot',
        'SELECT package_blob FROM handoff',
        // Textures that packages are finished with.
        'SELECT options::text FROM handoff',
        'SELECT value::text FROM kept',
        'SELECT value::text FROM derived',
      );
      const [blobs] = await run(
        `WITH named AS (
           SELECT DISTINCT found[1] AS sha256
           FROM (${places.join(' UNION ALL ')}) AS places, regexp_matches(text, '[0-9a-f]{64}', 'g') AS found
         ), gone AS (
           DELETE FROM blob
           WHERE created_at < now() - make_interval(mins => $1) AND NOT EXISTS (SELECT 1 FROM named WHERE named.sha256 = blob.sha256)
           RETURNING 1
         ) SELECT count(*) AS n FROM gone`,
        [freshMinutes],
      );
      return { derived: Number(derived.n), blobs: Number(blobs.n) };
    });
  }
}
