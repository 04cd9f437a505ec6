import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0006-wanted';

/** Fields that joints have come to have: rows in the journal and in snapshots that are older lack them. */
const JOINT = { reach: 0, foldsOut: false, twinId: null, lineMore: 0, wantedLow: 0, wantedHigh: 0, taper: 0 };

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE joint
      ADD COLUMN wanted_low double precision NOT NULL DEFAULT 0,
      ADD COLUMN wanted_high double precision NOT NULL DEFAULT 0,
      ADD COLUMN taper double precision NOT NULL DEFAULT 0
  `,
    { transaction },
  );
  await completeRows(sequelize, transaction, { table: 'joint', list: 'joints', fields: JOINT });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE joint DROP COLUMN wanted_low, DROP COLUMN wanted_high, DROP COLUMN taper', {
    transaction,
  });
}
