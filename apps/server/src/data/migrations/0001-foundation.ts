import type { Sequelize, Transaction } from 'sequelize';

export const name = '0001-foundation';

/** Rows that refer to each other within one edit are checked when it commits. */
const LATE = 'DEFERRABLE INITIALLY DEFERRED';

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    CREATE TABLE blob (
      sha256 text PRIMARY KEY CHECK (sha256 ~ '^[0-9a-f]{64}$'),
      bytes bytea NOT NULL,
      media_type text NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now()
    );
    -- Pictures are compressed already.
    ALTER TABLE blob ALTER COLUMN bytes SET STORAGE EXTERNAL;
    CREATE TABLE production (
      id uuid PRIMARY KEY,
      name text NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE TABLE character (
      id uuid PRIMARY KEY,
      production_id uuid NOT NULL REFERENCES production,
      name text NOT NULL,
      code text NOT NULL,
      scheme jsonb NOT NULL,
      deleted boolean NOT NULL DEFAULT false,
      version integer NOT NULL,
      revision integer NOT NULL DEFAULT 0,
      created_at timestamptz NOT NULL DEFAULT now(),
      UNIQUE (production_id, code)
    );
    CREATE TABLE view (
      id uuid PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character,
      key text NOT NULL,
      width integer NOT NULL CHECK (width > 0),
      height integer NOT NULL CHECK (height > 0),
      design_blob text NOT NULL REFERENCES blob,
      design_area integer NOT NULL,
      floor_y integer NOT NULL,
      version integer NOT NULL,
      UNIQUE (character_id, key)
    );
    CREATE TABLE part (
      id uuid PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character,
      "group" text NOT NULL,
      side text CHECK (side IN ('A', 'B')),
      part text,
      index integer,
      parent_id uuid REFERENCES part ${LATE},
      version integer NOT NULL
    );
    CREATE INDEX part_of_character ON part (character_id);
    CREATE TABLE piece (
      id uuid PRIMARY KEY,
      view_id uuid NOT NULL REFERENCES view,
      part_id uuid NOT NULL REFERENCES part ${LATE},
      depth double precision NOT NULL,
      face jsonb NOT NULL,
      overlap jsonb,
      under jsonb,
      version integer NOT NULL,
      UNIQUE (view_id, part_id) ${LATE}
    );
    CREATE TABLE joint (
      id uuid PRIMARY KEY,
      view_id uuid NOT NULL REFERENCES view,
      child_id uuid NOT NULL REFERENCES piece ${LATE},
      parent_id uuid NOT NULL REFERENCES piece ${LATE},
      kind text NOT NULL,
      x double precision NOT NULL,
      y double precision NOT NULL,
      radius double precision NOT NULL CHECK (radius > 0),
      range_low double precision NOT NULL,
      range_high double precision NOT NULL,
      outline_on text NOT NULL,
      disc_on text NOT NULL,
      line_width double precision NOT NULL,
      line_colour jsonb NOT NULL,
      fill_colour jsonb NOT NULL,
      looseness double precision NOT NULL,
      rounded boolean NOT NULL,
      confidence double precision NOT NULL,
      version integer NOT NULL,
      UNIQUE (child_id) ${LATE}
    );
    CREATE INDEX joint_of_view ON joint (view_id);
    CREATE TABLE edit (
      id bigserial PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character,
      actor text NOT NULL,
      kind text NOT NULL,
      summary text NOT NULL,
      diff jsonb NOT NULL,
      state text NOT NULL CHECK (state IN ('done', 'undone', 'dropped')),
      created_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE INDEX edit_of_character ON edit (character_id, id);
    CREATE TABLE handoff (
      id uuid PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character,
      number integer NOT NULL,
      revision integer NOT NULL,
      package_blob text NOT NULL REFERENCES blob,
      package_name text NOT NULL,
      manifest jsonb NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now(),
      UNIQUE (character_id, number)
    );
    CREATE TABLE job (
      id uuid PRIMARY KEY,
      character_id uuid NOT NULL REFERENCES character,
      kind text NOT NULL,
      state text NOT NULL,
      share double precision NOT NULL DEFAULT 0,
      doing text NOT NULL DEFAULT '',
      result jsonb,
      sentence text,
      beat_at timestamptz NOT NULL DEFAULT now(),
      created_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE INDEX job_of_character ON job (character_id, created_at);
    `,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE job, handoff, edit, joint, piece, part, view, character, production, blob', {
    transaction,
  });
}
