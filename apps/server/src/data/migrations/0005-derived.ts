import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

export const name = '0005-derived';

/** What a piece's row held until now, and what is derived from now on. */
const DERIVED = ['overlap', 'under', 'clean', 'line'] as const;

interface OldEdit {
  id: string;
  character_id: string;
  state: 'done' | 'undone' | 'dropped';
  actor: string;
  kind: string;
  summary: string;
  diff: { added: object[]; updated: [object, object][]; removed: object[] };
  revision: number;
}

/** A row of an older journal without what is derived. */
function sourceOnly(row: object): object {
  return Object.fromEntries(Object.entries(row).filter(([key]) => !(DERIVED as readonly string[]).includes(key)));
}

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const run = (sql: string, bind: unknown[] = []) => sequelize.query(sql, { transaction, bind });
  await run(`
    ALTER TABLE edit
      ADD COLUMN revision integer NOT NULL DEFAULT 0,
      ADD COLUMN way text NOT NULL DEFAULT 'do' CHECK (way IN ('do', 'undo', 'redo')),
      ADD COLUMN origin_id bigint REFERENCES edit
  `);
  // What was undone and then given up left no trace in the rows; a journal that is only added to has no place for it.
  await run(`DELETE FROM edit WHERE state = 'dropped'`);
  const characters = await sequelize.query<{ id: string }>('SELECT DISTINCT character_id AS id FROM edit', {
    type: QueryTypes.SELECT,
    transaction,
  });
  for (const { id } of characters) {
    const edits = await sequelize.query<OldEdit>('SELECT * FROM edit WHERE character_id = $1 ORDER BY id', {
      type: QueryTypes.SELECT,
      transaction,
      bind: [id],
    });
    let revision = 0;
    for (const edit of edits) {
      edit.diff = {
        added: edit.diff.added.map(sourceOnly),
        updated: edit.diff.updated.map(([a, b]) => [sourceOnly(a), sourceOnly(b)]),
        removed: edit.diff.removed.map(sourceOnly),
      };
      await run('UPDATE edit SET revision = $2, diff = $3 WHERE id = $1', [
        edit.id,
        ++revision,
        JSON.stringify(edit.diff),
      ]);
    }
    for (const edit of edits.filter((e) => e.state === 'undone').reverse()) {
      const { added, updated, removed } = edit.diff;
      const inverse = { added: removed, updated: updated.map(([a, b]) => [b, a]), removed: added };
      await run(
        `INSERT INTO edit (character_id, revision, actor, kind, summary, diff, state, way, origin_id)
         VALUES ($1, $2, $3, $4, $5, $6, 'done', 'undo', $7)`,
        [id, ++revision, edit.actor, edit.kind, edit.summary, JSON.stringify(inverse), edit.id],
      );
    }
    await run('UPDATE character SET revision = greatest(revision, $2) WHERE id = $1', [id, revision]);
    // The newest line makes the revision that the character has.
    await run(
      `UPDATE edit SET revision = edit.revision + character.revision - $2
       FROM character WHERE character.id = edit.character_id AND edit.character_id = $1`,
      [id, revision],
    );
  }
  await run(`
    ALTER TABLE edit DROP COLUMN state, ALTER COLUMN revision DROP DEFAULT, ALTER COLUMN way DROP DEFAULT;
    CREATE UNIQUE INDEX edit_of_revision ON edit (character_id, revision);
    CREATE INDEX edit_of_actor ON edit (character_id, actor, id DESC);
    CREATE TABLE snapshot (
      character_id uuid NOT NULL REFERENCES character,
      revision integer NOT NULL,
      doc jsonb NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (character_id, revision)
    );
    CREATE TABLE derived (
      key text PRIMARY KEY,
      value jsonb,
      used_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE INDEX derived_by_use ON derived (used_at);
    ALTER TABLE piece DROP COLUMN overlap, DROP COLUMN under, DROP COLUMN clean, DROP COLUMN line;
  `);
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `
    ALTER TABLE piece ADD COLUMN overlap jsonb, ADD COLUMN under jsonb, ADD COLUMN clean jsonb, ADD COLUMN line jsonb;
    DROP TABLE derived, snapshot;
    DROP INDEX edit_of_actor, edit_of_revision;
    DELETE FROM edit WHERE way <> 'do' OR id IN (SELECT origin_id FROM edit WHERE origin_id IS NOT NULL);
    ALTER TABLE edit
      DROP COLUMN origin_id,
      DROP COLUMN way,
      DROP COLUMN revision,
      ADD COLUMN state text NOT NULL DEFAULT 'done' CHECK (state IN ('done', 'undone', 'dropped'));
    ALTER TABLE edit ALTER COLUMN state DROP DEFAULT;
    `,
    { transaction },
  );
}
