import type { Sequelize, Transaction } from 'sequelize';
import { addList } from './complete-rows.js';

export const name = '0015-poses';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    CREATE TABLE pose (
      id uuid PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character DEFERRABLE INITIALLY DEFERRED,
      name text NOT NULL,
      part_ids jsonb NOT NULL,
      angles jsonb NOT NULL,
      root_x double precision NOT NULL,
      root_y double precision NOT NULL,
      drawing_ids jsonb NOT NULL,
      version integer NOT NULL
    );
    CREATE INDEX pose_character ON pose (character_id);
  `,
    { transaction },
  );
  await addList(sequelize, transaction, 'poses');
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE pose', { transaction });
}
