import type { Sequelize, Transaction } from 'sequelize';
import { addList } from './complete-rows.js';

export const name = '0008-stack';

/** References are looked at when a change is whole: rows may come and go in any order within it. */
const LATE = 'DEFERRABLE INITIALLY DEFERRED';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    CREATE TABLE handle (
      id uuid PRIMARY KEY,
      view_id uuid NOT NULL REFERENCES view,
      part_id uuid NOT NULL REFERENCES part ${LATE},
      x double precision NOT NULL,
      y double precision NOT NULL,
      version integer NOT NULL,
      UNIQUE (view_id, part_id) ${LATE}
    );
    CREATE TABLE order_change (
      id uuid PRIMARY KEY,
      view_id uuid NOT NULL REFERENCES view,
      joint_id uuid NOT NULL REFERENCES joint ${LATE},
      low double precision NOT NULL,
      high double precision NOT NULL,
      moved_ids jsonb NOT NULL,
      place text NOT NULL,
      at_id uuid NOT NULL REFERENCES piece ${LATE},
      rank integer NOT NULL,
      version integer NOT NULL,
      CHECK (low < high)
    );
    CREATE INDEX order_change_of_view ON order_change (view_id);
  `,
    { transaction },
  );
  for (const list of ['handles', 'orderChanges']) await addList(sequelize, transaction, list);
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE order_change, handle', { transaction });
}
