import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0009-carried';

/** What pieces have come to have: contours carried on by hand, a graft, and for a lifted shadow what it lies on. */
const PIECE = { carried: [], graft: null, shadowOf: null };
/** And views: the places of which the artist has said that there is nothing. */
const VIEW = { nothingAt: [] };

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE piece ADD COLUMN carried jsonb NOT NULL DEFAULT '[]',
      ADD COLUMN graft jsonb,
      ADD COLUMN shadow_of uuid REFERENCES piece DEFERRABLE INITIALLY DEFERRED;
    ALTER TABLE view ADD COLUMN nothing_at jsonb NOT NULL DEFAULT '[]';
  `,
    { transaction },
  );
  await completeRows(sequelize, transaction, { table: 'piece', list: 'pieces', fields: PIECE });
  await completeRows(sequelize, transaction, { table: 'view', list: 'views', fields: VIEW });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE view DROP COLUMN nothing_at;
    ALTER TABLE piece DROP COLUMN carried, DROP COLUMN graft, DROP COLUMN shadow_of;
  `,
    { transaction },
  );
}
