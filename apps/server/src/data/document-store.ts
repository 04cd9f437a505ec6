import { LimberError, type CharacterDoc, type Diff, type Row, type TableName } from '@limber-sheaf/core';
import type { Transaction } from 'sequelize';
import type { Model, ModelCtor } from 'sequelize-typescript';
import { Character, Joint, Part, Piece, View } from './models.js';

const MODEL_OF: Record<TableName, ModelCtor<Model>> = {
  character: Character,
  view: View,
  part: Part,
  piece: Piece,
  joint: Joint,
};

/** Which rows go in first; the other way round for taking out. */
const ORDER: TableName[] = ['character', 'view', 'part', 'piece', 'joint'];

function toRow(table: TableName, model: Model): Row {
  const {
    revision: _revision,
    createdAt: _createdAt,
    ...columns
  } = model.get({ plain: true }) as Record<string, unknown>;
  return { table, ...columns } as unknown as Row;
}

/** Reads a whole character. @throws LimberError `not-found` */
export async function loadCharacter(
  id: string,
  transaction?: Transaction,
  lock = false,
): Promise<{ doc: CharacterDoc; revision: number }> {
  const character = await Character.findByPk(id, { transaction, lock: lock ? transaction?.LOCK.UPDATE : undefined });
  if (!character) throw new LimberError('not-found', 'There is no such character.', 'Go back to the cast.');
  const views = await View.findAll({ where: { characterId: id }, transaction, order: ['key'] });
  const viewIds = views.map((view) => view.id);
  // One after the other: a transaction has one connection.
  const parts = await Part.findAll({ where: { characterId: id }, transaction, order: ['id'] });
  const pieces = await Piece.findAll({ where: { viewId: viewIds }, transaction, order: ['depth', 'id'] });
  const joints = await Joint.findAll({ where: { viewId: viewIds }, transaction, order: ['id'] });
  return {
    revision: character.revision,
    doc: {
      character: toRow('character', character) as CharacterDoc['character'],
      views: views.map((m) => toRow('view', m)) as CharacterDoc['views'],
      parts: parts.map((m) => toRow('part', m)) as CharacterDoc['parts'],
      pieces: pieces.map((m) => toRow('piece', m)) as CharacterDoc['pieces'],
      joints: joints.map((m) => toRow('joint', m)) as CharacterDoc['joints'],
    },
  };
}

/** Writes a diff's rows. The character's own row must be locked by the transaction. */
export async function saveDiff(diff: Diff, transaction: Transaction): Promise<void> {
  for (const table of [...ORDER].reverse()) {
    const ids = diff.removed.filter((row) => row.table === table).map((row) => row.id);
    if (ids.length > 0) await MODEL_OF[table].destroy({ where: { id: ids }, transaction });
  }
  for (const [, after] of diff.updated) {
    const { table, id, ...columns } = after;
    await MODEL_OF[table].update(columns, { where: { id }, transaction });
  }
  for (const table of ORDER) {
    const rows = diff.added.filter((row) => row.table === table);
    if (rows.length > 0)
      await MODEL_OF[table].bulkCreate(
        rows.map(({ table: _, ...columns }) => columns),
        { transaction },
      );
  }
}

/** The character that a view, part, piece or joint belongs to. @throws LimberError `not-found` */
export async function characterOf(table: 'view' | 'part' | 'piece' | 'joint', id: string): Promise<string> {
  const gone = new LimberError(
    'not-found',
    `That ${table} is no longer there.`,
    'Somebody may have deleted it; undo brings it back.',
  );
  if (table === 'part') return (await Part.findByPk(id))?.characterId ?? Promise.reject(gone);
  if (table === 'view') return (await View.findByPk(id))?.characterId ?? Promise.reject(gone);
  const row = table === 'piece' ? await Piece.findByPk(id) : await Joint.findByPk(id);
  if (!row) throw gone;
  return characterOf('view', row.viewId);
}
