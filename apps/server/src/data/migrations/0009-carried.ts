import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0009-carried';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(`ALTER TABLE piece ADD COLUMN carried jsonb NOT NULL DEFAULT '[]'`, { transaction });
  await completeRows(sequelize, transaction, { table: 'piece', list: 'pieces', fields: { carried: [] } });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE piece DROP COLUMN carried', { transaction });
}
