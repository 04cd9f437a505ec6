import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0017-drafted';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE view ADD COLUMN drafted jsonb', { transaction });
  await completeRows(sequelize, transaction, { table: 'view', list: 'views', fields: { drafted: null } });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE view DROP COLUMN drafted', { transaction });
}
