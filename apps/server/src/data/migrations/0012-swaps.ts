import type { Sequelize, Transaction } from 'sequelize';
import { addList } from './complete-rows.js';

export const name = '0012-swaps';

/** References are looked at when a change is whole: rows may come and go in any order within it. */
const LATE = 'DEFERRABLE INITIALLY DEFERRED';

/** Swap sets, their drawings in each view, looks and cycles. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    CREATE TABLE swap_set (
      id uuid PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character,
      part_id uuid NOT NULL REFERENCES part ${LATE},
      kind text NOT NULL,
      shapes jsonb NOT NULL,
      moods jsonb NOT NULL,
      version integer NOT NULL,
      UNIQUE (part_id) ${LATE}
    );
    CREATE INDEX swap_set_of_character ON swap_set (character_id);
    CREATE TABLE drawing (
      id uuid PRIMARY KEY,
      set_id uuid NOT NULL REFERENCES swap_set ${LATE},
      shape text NOT NULL,
      mood text NOT NULL,
      is_default boolean NOT NULL,
      hides jsonb NOT NULL,
      version integer NOT NULL,
      UNIQUE (set_id, shape, mood) ${LATE}
    );
    CREATE TABLE drawing_view (
      id uuid PRIMARY KEY,
      drawing_id uuid NOT NULL REFERENCES drawing ${LATE},
      view_id uuid NOT NULL REFERENCES view ${LATE},
      picture jsonb,
      marks jsonb NOT NULL,
      version integer NOT NULL,
      UNIQUE (drawing_id, view_id) ${LATE}
    );
    CREATE TABLE look (
      id uuid PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character,
      name text NOT NULL,
      drawing_ids jsonb NOT NULL,
      version integer NOT NULL
    );
    CREATE INDEX look_of_character ON look (character_id);
    CREATE TABLE cycle (
      id uuid PRIMARY KEY,
      set_id uuid NOT NULL REFERENCES swap_set ${LATE},
      name text NOT NULL,
      drawing_ids jsonb NOT NULL,
      frames jsonb NOT NULL,
      version integer NOT NULL
    );
    CREATE INDEX cycle_of_set ON cycle (set_id);
  `,
    { transaction },
  );
  for (const list of ['swapSets', 'drawings', 'drawingViews', 'looks', 'cycles'])
    await addList(sequelize, transaction, list);
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE cycle, look, drawing_view, drawing, swap_set', { transaction });
}
