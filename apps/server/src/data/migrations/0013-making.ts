import type { Sequelize, Transaction } from 'sequelize';
import { completeRows } from './complete-rows.js';

export const name = '0013-making';

/** What sets have come to have: another that chooses their drawings, and where second pictures are drawn. */
const SET = { linkedTo: null, overPartId: null };
/** And drawings: a second picture, and how they were made of another. */
const DRAWING = { over: null, madeOf: null, steps: [], madeKey: '' };

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE swap_set ADD COLUMN linked_to uuid REFERENCES swap_set DEFERRABLE INITIALLY DEFERRED,
      ADD COLUMN over_part_id uuid REFERENCES part DEFERRABLE INITIALLY DEFERRED;
    ALTER TABLE drawing_view ADD COLUMN over jsonb,
      ADD COLUMN made_of uuid REFERENCES drawing DEFERRABLE INITIALLY DEFERRED,
      ADD COLUMN steps jsonb NOT NULL DEFAULT '[]',
      ADD COLUMN made_key text NOT NULL DEFAULT '';
    ALTER TABLE kept DROP CONSTRAINT kept_kind_check,
      ADD CONSTRAINT kept_kind_check CHECK (kind IN ('scheme', 'package', 'chart'));
  `,
    { transaction },
  );
  await completeRows(sequelize, transaction, { table: 'swapSet', list: 'swapSets', fields: SET });
  await completeRows(sequelize, transaction, { table: 'drawingView', list: 'drawingViews', fields: DRAWING });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    DELETE FROM kept WHERE kind = 'chart';
    ALTER TABLE kept DROP CONSTRAINT kept_kind_check,
      ADD CONSTRAINT kept_kind_check CHECK (kind IN ('scheme', 'package'));
    ALTER TABLE drawing_view DROP COLUMN over, DROP COLUMN made_of, DROP COLUMN steps, DROP COLUMN made_key;
    ALTER TABLE swap_set DROP COLUMN linked_to, DROP COLUMN over_part_id;
  `,
    { transaction },
  );
}
