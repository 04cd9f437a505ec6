import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0009-carried';

/** What pieces have come to have: contours carried on by hand, a graft, and for a lifted shadow what it lies on. */
const PIECE = { carried: [], graft: null, shadowOf: null };

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE piece ADD COLUMN carried jsonb NOT NULL DEFAULT '[]',
      ADD COLUMN graft jsonb,
      ADD COLUMN shadow_of uuid REFERENCES piece DEFERRABLE INITIALLY DEFERRED;
  `,
    { transaction },
  );
  await completeRows(sequelize, transaction, { table: 'piece', list: 'pieces', fields: PIECE });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE piece DROP COLUMN carried, DROP COLUMN graft, DROP COLUMN shadow_of', {
    transaction,
  });
}
