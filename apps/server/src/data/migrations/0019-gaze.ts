import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0019-gaze';

const COLUMNS = ['pupil_ids', 'gaze'];

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  for (const column of COLUMNS)
    await sequelize.query(`ALTER TABLE pose ADD COLUMN ${column} jsonb NOT NULL DEFAULT '[]'`, { transaction });
  await completeRows(sequelize, transaction, { table: 'pose', list: 'poses', fields: { pupilIds: [], gaze: [] } });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  for (const column of COLUMNS) await sequelize.query(`ALTER TABLE pose DROP COLUMN ${column}`, { transaction });
}
