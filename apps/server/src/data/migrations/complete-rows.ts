import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

type AnyRow = Record<string, unknown>;
interface AnyDiff {
  added: AnyRow[];
  updated: [AnyRow, AnyRow][];
  removed: AnyRow[];
}

/** Fields that rows of a table have come to have, with what those have that lack them. */
interface NewFields {
  table: string;
  /** Where a snapshot keeps the table's rows. */
  list: string;
  fields: AnyRow;
}

/** Gives snapshots the list of a table that there was not before. */
export async function addList(sequelize: Sequelize, transaction: Transaction, list: string): Promise<void> {
  await sequelize.query(`UPDATE snapshot SET doc = jsonb_build_object($1::text, '[]'::jsonb) || doc`, {
    transaction,
    bind: [list],
  });
}

/** Edits that are read at once. */
const TOGETHER = 500;

/** Gives the rows of a table in the journal and in snapshots the fields that they lack. */
export async function completeRows(
  sequelize: Sequelize,
  transaction: Transaction,
  { table, list, fields }: NewFields,
): Promise<void> {
  const change = (sql: string, bind: unknown[]) => sequelize.query(sql, { transaction, bind });
  const read = <T extends object>(sql: string, bind: unknown[] = []) =>
    sequelize.query<T>(sql, { transaction, bind, type: QueryTypes.SELECT });
  const whole = (row: AnyRow): AnyRow => (row.table === table ? { ...fields, ...row } : row);
  const wholeDiff = ({ added, updated, removed }: AnyDiff): AnyDiff => ({
    added: added.map(whole),
    updated: updated.map(([before, after]) => [whole(before), whole(after)]),
    removed: removed.map(whole),
  });
  const ids = await read<{ id: string }>('SELECT id FROM edit WHERE diff::text LIKE $1', [`%"table": "${table}"%`]);
  for (let from = 0; from < ids.length; from += TOGETHER) {
    const some = ids.slice(from, from + TOGETHER).map(({ id }) => id);
    for (const { id, diff } of await read<{ id: string; diff: AnyDiff }>(
      'SELECT id, diff FROM edit WHERE id = ANY($1::bigint[])',
      [some],
    ))
      await change('UPDATE edit SET diff = $2 WHERE id = $1', [id, JSON.stringify(wholeDiff(diff))]);
  }
  const snapshots = await read<{ characterId: string; revision: number; doc: Record<string, AnyRow[]> }>(
    'SELECT character_id AS "characterId", revision, doc FROM snapshot',
  );
  for (const { characterId, revision, doc } of snapshots)
    await change('UPDATE snapshot SET doc = $3 WHERE character_id = $1 AND revision = $2', [
      characterId,
      revision,
      JSON.stringify({ ...doc, [list]: doc[list].map(whole) }),
    ]);
}
