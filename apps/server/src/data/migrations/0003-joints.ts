import type { Sequelize, Transaction } from 'sequelize';

export const name = '0003-joints';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE joint
      ADD COLUMN reach double precision NOT NULL DEFAULT 0,
      ADD COLUMN folds_out boolean NOT NULL DEFAULT false,
      ADD COLUMN twin_id uuid;
    `,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE joint DROP COLUMN reach, DROP COLUMN folds_out, DROP COLUMN twin_id', {
    transaction,
  });
}
