import { Sequelize } from 'sequelize-typescript';
import type { Transaction } from 'sequelize';
import { MODELS } from './models.js';
import * as foundation from './migrations/0001-foundation.js';
import * as planAndCut from './migrations/0002-plan-and-cut.js';
import * as joints from './migrations/0003-joints.js';
import * as lineUnder from './migrations/0004-line-under.js';
import * as derived from './migrations/0005-derived.js';
import * as wanted from './migrations/0006-wanted.js';
import * as under from './migrations/0007-under.js';
import * as stack from './migrations/0008-stack.js';
import * as carried from './migrations/0009-carried.js';
import * as versions from './migrations/0010-versions.js';
import * as kept from './migrations/0011-kept.js';
import * as swaps from './migrations/0012-swaps.js';
import * as making from './migrations/0013-making.js';
import * as turns from './migrations/0014-turns.js';
import * as poses from './migrations/0015-poses.js';
import * as soft from './migrations/0016-soft.js';
import * as drafted from './migrations/0017-drafted.js';
import * as motions from './migrations/0018-motions.js';
import * as gaze from './migrations/0019-gaze.js';

interface Migration {
  name: string;
  up(sequelize: Sequelize, transaction: Transaction): Promise<void>;
  down(sequelize: Sequelize, transaction: Transaction): Promise<void>;
}

/** In the order they run. */
const MIGRATIONS: readonly Migration[] = [
  foundation,
  planAndCut,
  joints,
  lineUnder,
  derived,
  wanted,
  under,
  stack,
  carried,
  versions,
  kept,
  swaps,
  making,
  turns,
  poses,
  soft,
  drafted,
  motions,
  gaze,
];

/** Any number that only migrations use: two servers that start at once take turns. */
const MIGRATION_LOCK = 4410_0001;

/** Opens the database with all models bound to it. */
export function openDatabase(url: string): Sequelize {
  return new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    models: MODELS,
    pool: { max: 12, acquire: 30_000 },
    define: { underscored: true },
  });
}

/** Brings the schema to `to` (the newest by default; a migration's name; `none` takes everything down), one transaction in all. */
export async function migrate(sequelize: Sequelize, to: string | 'newest' | 'none' = 'newest'): Promise<void> {
  await sequelize.transaction(async (transaction) => {
    await sequelize.query(`SET LOCAL lock_timeout = '30s'`, { transaction });
    await sequelize.query(`SELECT pg_advisory_xact_lock(${MIGRATION_LOCK})`, { transaction });
    await sequelize.query(
      'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, run_at timestamptz NOT NULL DEFAULT now())',
      { transaction },
    );
    const applied = await namesApplied(sequelize, transaction);
    if (to === 'newest' && MIGRATIONS.every(({ name }) => applied.includes(name))) return;
    // It brings a command line of its own, which is a third of what the server loads: only where it has work.
    const { Umzug } = await import('umzug');
    const umzug = new Umzug({
      migrations: MIGRATIONS.map((migration) => ({
        name: migration.name,
        up: () => migration.up(sequelize, transaction),
        down: () => migration.down(sequelize, transaction),
      })),
      storage: {
        logMigration: async ({ name }) => {
          await sequelize.query('INSERT INTO migration (name) VALUES ($1)', { bind: [name], transaction });
        },
        unlogMigration: async ({ name }) => {
          await sequelize.query('DELETE FROM migration WHERE name = $1', { bind: [name], transaction });
        },
        executed: () => namesApplied(sequelize, transaction),
      },
      logger: undefined,
    });
    if (to === 'newest') await umzug.up();
    else if (to === 'none') await umzug.down({ to: 0 });
    else await umzug.up({ to });
  });
}

/** The migrations that the database has had, in order. */
async function namesApplied(sequelize: Sequelize, transaction: Transaction): Promise<string[]> {
  const [rows] = await sequelize.query('SELECT name FROM migration ORDER BY name', { transaction });
  return (rows as { name: string }[]).map((row) => row.name);
}
