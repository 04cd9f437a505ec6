import {
  TABLES,
  type CharacterDoc,
  type CharacterRow,
  type ListTable,
  type Row,
  type RowOf,
  type TableName,
} from './rows.js';
import { byUsualView } from './usual-views.js';

/** The tables' names, those first that others belong or refer to: rows are added in this order and removed in the other. */
export const TABLE_NAMES = Object.keys(TABLES) as TableName[];

/** The tables that may have any number of rows. */
export const LIST_TABLES = TABLE_NAMES.filter((table): table is ListTable => table !== 'character');

/** The rows of one table. */
export function rowsOf<T extends TableName>(doc: CharacterDoc, table: T): RowOf[T][] {
  const rows = (doc as unknown as Record<string, RowOf[T] | RowOf[T][]>)[TABLES[table].list];
  return Array.isArray(rows) ? rows : [rows];
}

/** A character made of its own row and what `rows` answers for each other table. */
export function docOf(character: CharacterRow, rows: <T extends ListTable>(table: T) => RowOf[T][]): CharacterDoc {
  const lists = LIST_TABLES.map((table) => [TABLES[table].list, rows(table)]);
  const doc: CharacterDoc = { character, ...(Object.fromEntries(lists) as Omit<CharacterDoc, 'character'>) };
  return { ...doc, views: [...doc.views].sort(byUsualView) };
}

/** Every row of a character, its own first. */
export function allRows(doc: CharacterDoc): Row[] {
  return TABLE_NAMES.flatMap((table) => rowsOf(doc, table) as Row[]);
}

/** Finds rows by id, each in constant time. */
export function rowIndex(doc: CharacterDoc): ReadonlyMap<string, Row> {
  return new Map(allRows(doc).map((row) => [row.id, row]));
}

/**
 * The rows of a copy of a character: fresh ids throughout, and whatever refers to a row of the character refers to that
 * row's copy. Versions start at 1.
 *
 * @param own what the copy's own row has of its own: its id, name and code
 * @param freshId makes an id that nothing has yet
 */
export function copyRows(doc: CharacterDoc, own: Partial<CharacterRow> & { id: string }, freshId: () => string): Row[] {
  const ids = new Map(allRows(doc).map((row) => [row.id, row.table === 'character' ? own.id : freshId()]));
  const copied = (id: unknown) =>
    Array.isArray(id) ? id.map((one) => ids.get(one as string) ?? null) : (ids.get(id as string) ?? null);
  return allRows(doc).map((row) => {
    const { belongsTo, refers } = TABLES[row.table];
    const copy: Record<string, unknown> = { ...row, id: ids.get(row.id), version: 1 };
    for (const field of [...(belongsTo ? [belongsTo.field] : []), ...Object.keys(refers)])
      copy[field] = copied(copy[field]);
    return { ...copy, ...(row.table === 'character' ? own : {}) } as unknown as Row;
  });
}

/** The SHA-256 of every blob that a row names. */
export function blobsOf(row: Row): string[] {
  const pictures = TABLES[row.table].pictures as readonly string[];
  const text = JSON.stringify(pictures.map((field) => (row as unknown as Record<string, unknown>)[field] ?? null));
  return text.match(/\b[0-9a-f]{64}\b/g) ?? [];
}
