import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0007-under';

/** What pieces have come to have: paint beneath, and the artist's word that there is nothing beneath. */
const PIECE = { beneath: null, endsHere: false };
/** And parts: the word that one is meant to stay while what lies about it moves. */
const PART = { alone: false };

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE piece ADD COLUMN beneath jsonb, ADD COLUMN ends_here boolean NOT NULL DEFAULT false;
    ALTER TABLE part ADD COLUMN alone boolean NOT NULL DEFAULT false;
  `,
    { transaction },
  );
  await completeRows(sequelize, transaction, { table: 'piece', list: 'pieces', fields: PIECE });
  await completeRows(sequelize, transaction, { table: 'part', list: 'parts', fields: PART });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE piece DROP COLUMN beneath, DROP COLUMN ends_here;
    ALTER TABLE part DROP COLUMN alone;
  `,
    { transaction },
  );
}
