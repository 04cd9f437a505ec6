import type { Sequelize, Transaction } from 'sequelize';
import { addList, completeRows } from './complete-rows.js';

export const name = '0014-turns';

/** What views have come to have: height lines that the artist has dragged. */
const VIEW = { heights: [] };

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE view ADD COLUMN heights jsonb NOT NULL DEFAULT '[]';
    CREATE TABLE exception (
      id uuid PRIMARY KEY,
      view_id uuid NOT NULL REFERENCES view DEFERRABLE INITIALLY DEFERRED,
      part_id uuid NOT NULL REFERENCES part DEFERRABLE INITIALLY DEFERRED,
      what text NOT NULL CHECK (what IN ('unseen', 'size', 'height', 'colour')),
      because text NOT NULL,
      version integer NOT NULL,
      UNIQUE (view_id, part_id, what) DEFERRABLE INITIALLY DEFERRED
    );
  `,
    { transaction },
  );
  await addList(sequelize, transaction, 'exceptions');
  await completeRows(sequelize, transaction, { table: 'view', list: 'views', fields: VIEW });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE exception; ALTER TABLE view DROP COLUMN heights;', { transaction });
}
