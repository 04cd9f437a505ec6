import type { Sequelize, Transaction } from 'sequelize';

export const name = '0004-line-under';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE piece ADD COLUMN line jsonb', { transaction });
  await sequelize.query('ALTER TABLE joint ADD COLUMN line_more double precision NOT NULL DEFAULT 0', { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE joint DROP COLUMN line_more', { transaction });
  await sequelize.query('ALTER TABLE piece DROP COLUMN line', { transaction });
}
