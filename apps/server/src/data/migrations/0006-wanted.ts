import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

export const name = '0006-wanted';

/** Fields that joints have come to have: rows in the journal and in snapshots that are older lack them. */
const JOINT = { reach: 0, foldsOut: false, twinId: null, lineMore: 0, wantedLow: 0, wantedHigh: 0, taper: 0 };

type AnyRow = Record<string, unknown>;
interface AnyDiff {
  added: AnyRow[];
  updated: [AnyRow, AnyRow][];
  removed: AnyRow[];
}

const whole = (row: AnyRow): AnyRow => (row.table === 'joint' ? { ...JOINT, ...row } : row);

function wholeDiff({ added, updated, removed }: AnyDiff): AnyDiff {
  return {
    added: added.map(whole),
    updated: updated.map(([before, after]) => [whole(before), whole(after)]),
    removed: removed.map(whole),
  };
}

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const change = (sql: string, bind: unknown[] = []) => sequelize.query(sql, { transaction, bind });
  const read = <T extends object>(sql: string) => sequelize.query<T>(sql, { transaction, type: QueryTypes.SELECT });
  await change(`
    ALTER TABLE joint
      ADD COLUMN wanted_low double precision NOT NULL DEFAULT 0,
      ADD COLUMN wanted_high double precision NOT NULL DEFAULT 0,
      ADD COLUMN taper double precision NOT NULL DEFAULT 0
  `);
  const edits = await read<{ id: string; diff: AnyDiff }>(
    `SELECT id, diff FROM edit WHERE diff::text LIKE '%"table": "joint"%'`,
  );
  for (const { id, diff } of edits)
    await change('UPDATE edit SET diff = $2 WHERE id = $1', [id, JSON.stringify(wholeDiff(diff))]);
  const snapshots = await read<{ characterId: string; revision: number; doc: { joints: AnyRow[] } }>(
    'SELECT character_id AS "characterId", revision, doc FROM snapshot',
  );
  for (const { characterId, revision, doc } of snapshots)
    await change('UPDATE snapshot SET doc = $3 WHERE character_id = $1 AND revision = $2', [
      characterId,
      revision,
      JSON.stringify({ ...doc, joints: doc.joints.map(whole) }),
    ]);
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE joint DROP COLUMN wanted_low, DROP COLUMN wanted_high, DROP COLUMN taper', {
    transaction,
  });
}
