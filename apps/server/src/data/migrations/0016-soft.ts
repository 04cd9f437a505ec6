import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0016-soft';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE piece ADD COLUMN soft jsonb', { transaction });
  await completeRows(sequelize, transaction, { table: 'piece', list: 'pieces', fields: { soft: null } });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE piece DROP COLUMN soft', { transaction });
}
