import {
  LIST_TABLES,
  LimberError,
  TABLES,
  TABLE_NAMES,
  docOf,
  type CharacterDoc,
  type CharacterRow,
  type Diff,
  type ListTable,
  type Row,
  type TableName,
} from '@limber-sheaf/core';
import { LRUCache } from 'lru-cache';
import { Transaction, type Sequelize } from 'sequelize';
import type { Model, ModelCtor } from 'sequelize-typescript';
import {
  Character,
  Cycle,
  Exception,
  Drawing,
  DrawingView,
  Handle,
  Joint,
  Look,
  OrderChange,
  Part,
  Piece,
  Motion,
  Pose,
  SwapSet,
  View,
} from './models.js';

const MODEL_OF: Record<TableName, ModelCtor<Model>> = {
  character: Character,
  view: View,
  part: Part,
  piece: Piece,
  joint: Joint,
  handle: Handle,
  orderChange: OrderChange,
  swapSet: SwapSet,
  drawing: Drawing,
  drawingView: DrawingView,
  look: Look,
  cycle: Cycle,
  exception: Exception,
  pose: Pose,
  motion: Motion,
};

/** A character at one moment. */
export interface Snapshot {
  doc: CharacterDoc;
  revision: number;
}

function toRow(table: TableName, model: Model): Row {
  const {
    revision: _revision,
    createdAt: _createdAt,
    ...columns
  } = model.get({ plain: true }) as Record<string, unknown>;
  return { table, ...columns } as unknown as Row;
}

/**
 * Characters as they were last read: a revision's rows never change, so that whoever asks for it again is given the very same
 * ones, and finds what is remembered of them.
 */
const near = new LRUCache<string, Snapshot>({ max: 100 });

/** Reads a whole character as it is at one moment, whatever else is written meanwhile. @throws LimberError `not-found` */
export async function readSnapshot(sequelize: Sequelize, id: string): Promise<Snapshot> {
  const { REPEATABLE_READ } = Transaction.ISOLATION_LEVELS;
  const snapshot = await sequelize.transaction({ isolationLevel: REPEATABLE_READ }, (transaction) =>
    loadCharacter(id, transaction),
  );
  // Only what is committed: a revision that is taken back again may be another edit's next time.
  near.set(id, snapshot);
  return snapshot;
}

/** How often a character has been edited. @throws LimberError `not-found` */
export async function revisionOf(id: string): Promise<number> {
  const character = await Character.findByPk(id, { attributes: ['revision'] });
  if (!character) throw noCharacter();
  return character.revision;
}

function noCharacter(): LimberError {
  return new LimberError('not-found', 'There is no such character.', 'Go back to the cast.');
}

/** Reads a whole character within a transaction, before it writes any of it, and locks it if asked to. @throws LimberError `not-found` */
export async function loadCharacter(id: string, transaction: Transaction, lock = false): Promise<Snapshot> {
  const character = await Character.findByPk(id, { transaction, lock: lock ? transaction.LOCK.UPDATE : undefined });
  if (!character) throw noCharacter();
  const kept = near.get(id);
  if (kept?.revision === character.revision) return kept;
  const rows = new Map<TableName, Row[]>([['character', [toRow('character', character)]]]);
  // One after the other: a transaction has one connection.
  for (const table of LIST_TABLES) {
    const { belongsTo, order } = TABLES[table];
    const owners = rows.get(belongsTo.table)?.map((row) => row.id) ?? [];
    const found = await MODEL_OF[table].findAll({
      where: { [belongsTo.field]: owners },
      order: [...order],
      transaction,
    });
    rows.set(
      table,
      found.map((model) => toRow(table, model)),
    );
  }
  const [own] = rows.get('character') as [CharacterRow];
  return { revision: character.revision, doc: docOf(own, (table) => rows.get(table) as never) };
}

/** Writes a diff's rows. The character's own row must be locked by the transaction. */
export async function saveDiff(diff: Diff, transaction: Transaction): Promise<void> {
  for (const table of [...TABLE_NAMES].reverse()) {
    const ids = diff.removed.filter((row) => row.table === table).map((row) => row.id);
    if (ids.length > 0) await MODEL_OF[table].destroy({ where: { id: ids }, transaction });
  }
  for (const [, after] of diff.updated) {
    const { table, id, ...columns } = after;
    await MODEL_OF[table].update(columns, { where: { id }, transaction });
  }
  for (const name of TABLE_NAMES) {
    const rows = diff.added.filter((row) => row.table === name);
    if (rows.length > 0)
      await MODEL_OF[name].bulkCreate(
        rows.map(({ table: _, ...columns }) => columns),
        { transaction },
      );
  }
}

/** The character that a row belongs to. @throws LimberError `not-found` */
export async function characterOf(table: ListTable, id: string): Promise<string> {
  const row = await MODEL_OF[table].findByPk(id);
  if (!row)
    throw new LimberError(
      'not-found',
      `That ${table.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)} is no longer there.`,
      'Somebody may have deleted it; undo brings it back.',
    );
  const { belongsTo } = TABLES[table];
  const owner = row.get(belongsTo.field) as string;
  return belongsTo.table === 'character' ? owner : characterOf(belongsTo.table, owner);
}
