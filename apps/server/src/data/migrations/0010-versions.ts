import type { Sequelize, Transaction } from 'sequelize';

export const name = '0010-versions';

/** How a package was made, by whom and with which note; what differs in it; and what a job was asked for. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE handoff ADD COLUMN options jsonb, ADD COLUMN note text NOT NULL DEFAULT '',
      ADD COLUMN changes jsonb NOT NULL DEFAULT '[]', ADD COLUMN bytes integer NOT NULL DEFAULT 0;
    UPDATE handoff SET bytes = (SELECT length(bytes) FROM blob WHERE sha256 = handoff.package_blob);
    ALTER TABLE job ADD COLUMN input jsonb NOT NULL DEFAULT '{}';
  `,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE job DROP COLUMN input;
    ALTER TABLE handoff DROP COLUMN options, DROP COLUMN note, DROP COLUMN changes, DROP COLUMN bytes;
  `,
    { transaction },
  );
}
