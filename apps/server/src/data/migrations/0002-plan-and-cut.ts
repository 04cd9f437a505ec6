import type { Sequelize, Transaction } from 'sequelize';

export const name = '0002-plan-and-cut';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE character ADD COLUMN plan jsonb, ADD COLUMN palette jsonb;
    ALTER TABLE view ADD COLUMN brought jsonb;
    ALTER TABLE piece
      ADD COLUMN clean jsonb,
      ADD COLUMN own jsonb,
      ADD COLUMN extra jsonb,
      ADD COLUMN apart jsonb,
      ADD COLUMN margin integer NOT NULL DEFAULT 0,
      ADD COLUMN unmix boolean NOT NULL DEFAULT true;
    `,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE piece DROP COLUMN clean, DROP COLUMN own, DROP COLUMN extra, DROP COLUMN apart, DROP COLUMN margin, DROP COLUMN unmix;
    ALTER TABLE view DROP COLUMN brought;
    ALTER TABLE character DROP COLUMN plan, DROP COLUMN palette;
    `,
    { transaction },
  );
}
