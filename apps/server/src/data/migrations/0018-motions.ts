import type { Sequelize, Transaction } from 'sequelize';
import { addList } from './complete-rows.js';

export const name = '0018-motions';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    CREATE TABLE motion (
      id uuid PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character DEFERRABLE INITIALLY DEFERRED,
      name text NOT NULL,
      pose_ids jsonb NOT NULL,
      seconds jsonb NOT NULL,
      eases jsonb NOT NULL,
      version integer NOT NULL
    );
    CREATE INDEX motion_character ON motion (character_id);
  `,
    { transaction },
  );
  await addList(sequelize, transaction, 'motions');
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE motion', { transaction });
}
