import { withDefaults } from '../options.js';
import type { CharacterDoc, Diff, Row } from './rows.js';

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
  const next: CharacterDoc = {
    ...doc,
    views: [...doc.views],
    parts: [...doc.parts],
    pieces: [...doc.pieces],
    joints: [...doc.joints],
  };
  for (const row of diff.removed) removeRow(next, row);
  for (const [, after] of diff.updated) putRow(next, after);
  for (const row of diff.added) putRow(next, row);
  return next;
}

function putRow(doc: CharacterDoc, row: Row): void {
  if (row.table === 'character') {
    doc.character = row;
    return;
  }
  const list = listOf(doc, row.table) as Row[];
  const at = list.findIndex((r) => r.id === row.id);
  if (at < 0) list.push(row);
  else list[at] = row;
}

function removeRow(doc: CharacterDoc, row: Row): void {
  if (row.table === 'character') return;
  const list = listOf(doc, row.table) as Row[];
  const at = list.findIndex((r) => r.id === row.id);
  if (at >= 0) list.splice(at, 1);
}

function listOf(doc: CharacterDoc, table: Exclude<Row['table'], 'character'>) {
  switch (table) {
    case 'view':
      return doc.views;
    case 'part':
      return doc.parts;
    case 'piece':
      return doc.pieces;
    case 'joint':
      return doc.joints;
  }
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
