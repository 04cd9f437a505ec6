import type { Sequelize, Transaction } from 'sequelize';

export const name = '0011-kept';

/** What a production keeps for its characters: naming schemes, ways to make a package. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    CREATE TABLE kept (
      id uuid PRIMARY KEY,
      production_id uuid NOT NULL REFERENCES production,
      kind text NOT NULL CHECK (kind IN ('scheme', 'package')),
      name text NOT NULL,
      value jsonb NOT NULL,
      created_at timestamptz NOT NULL,
      UNIQUE (production_id, kind, name)
    );
  `,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE kept;', { transaction });
}
