import { withDefaults } from '../options.js';
import type { CharacterDoc, Diff, Row } from './rows.js';
import { LIST_TABLES, allRows, docOf, rowsOf } from './tables.js';

/** The diff that undoes `diff`; every row keeps counting its versions upwards when it is applied. */
export function invertDiff(diff: Diff): Diff {
  return {
    added: diff.removed,
    updated: diff.updated.map(([before, after]) => [after, before]),
    removed: diff.added,
  };
}

/** True for a diff that changes nothing. */
export function isEmptyDiff(diff: Diff): boolean {
  return diff.added.length === 0 && diff.updated.length === 0 && diff.removed.length === 0;
}

/** The character after a diff; the one given is not changed. */
export function applyDiff(doc: CharacterDoc, diff: Diff): CharacterDoc {
  let { character } = doc;
  const lists = new Map(LIST_TABLES.map((table) => [table, new Map(rowsOf(doc, table).map((row) => [row.id, row]))]));
  const put = (row: Row) => {
    if (row.table === 'character') character = row;
    else lists.get(row.table)?.set(row.id, row);
  };
  for (const row of diff.removed) if (row.table !== 'character') lists.get(row.table)?.delete(row.id);
  for (const [, after] of diff.updated) put(after);
  for (const row of diff.added) put(row);
  return docOf(character, (table) => [...(lists.get(table)?.values() ?? [])] as never);
}

/** What leads from one state of a character to another; versions count on from `from`. */
export function diffBetween(from: CharacterDoc, to: CharacterDoc): Diff {
  const diff = new DiffBuilder();
  const before = new Map(allRows(from).map((row) => [row.id, row]));
  for (const row of allRows(to)) {
    const old = before.get(row.id);
    before.delete(row.id);
    if (!old) diff.add(row);
    else diff.update(old, withoutVersion(row));
  }
  for (const row of before.values()) diff.remove(row);
  return diff.build();
}

function withoutVersion(row: Row): Partial<Row> {
  const { version: _, ...content } = row;
  return content;
}

/** An edit that changes nothing: what others are joined to. */
export const NO_CHANGE: Diff = { added: [], updated: [], removed: [] };

/** Collects changes to a character into one diff; a row changed twice keeps its first "before". */
export class DiffBuilder {
  private readonly added = new Map<string, Row>();
  private readonly updated = new Map<string, [Row, Row]>();
  private readonly removed = new Map<string, Row>();

  add(row: Row): void {
    this.added.set(row.id, row);
  }

  /** Records `change` on `row`; a key that is undefined counts as not given. What is already in the builder for it is built upon. */
  update<R extends Row>(row: R, change: Partial<Omit<R, 'id' | 'table' | 'version'>>): void {
    const fresh = this.added.get(row.id);
    if (fresh) {
      this.added.set(row.id, withDefaults(fresh, change as Partial<Row>));
      return;
    }
    const [before, after] = this.updated.get(row.id) ?? [row, row];
    const next: Row = { ...withDefaults(after, change as Partial<Row>), version: before.version + 1 };
    if (sameContent(before, next)) this.updated.delete(row.id);
    else this.updated.set(row.id, [before, next]);
  }

  remove(row: Row): void {
    if (this.added.delete(row.id)) return;
    const before = this.updated.get(row.id)?.[0] ?? row;
    this.updated.delete(row.id);
    this.removed.set(row.id, before);
  }

  /** A row of the character as it is by now; null once it is removed. */
  latest<R extends Row>(row: R): R | null {
    if (this.removed.has(row.id)) return null;
    return (this.updated.get(row.id)?.[1] as R | undefined) ?? row;
  }

  build(): Diff {
    return {
      added: [...this.added.values()],
      updated: [...this.updated.values()],
      removed: [...this.removed.values()],
    };
  }
}

function sameContent(a: Row, b: Row): boolean {
  return JSON.stringify({ ...a, version: 0 }) === JSON.stringify({ ...b, version: 0 });
}

/** Two diffs made one after the other, as one. */
export function joinDiffs(first: Diff, second: Diff): Diff {
  const diff = new DiffBuilder();
  for (const row of first.added) diff.add(row);
  for (const row of first.removed) diff.remove(row);
  for (const [before, after] of first.updated) diff.update(before, after);
  for (const row of second.removed) diff.remove(row);
  for (const row of second.added) diff.add(row);
  for (const [before, after] of second.updated) {
    diff.update(before, withoutVersion(after));
  }
  return diff.build();
}
