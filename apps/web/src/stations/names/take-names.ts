import {
  DEFAULT_SCHEME,
  findInNames,
  nameFor,
  numberAlike,
  onOtherSide,
  replacedIn,
  type NamingScheme,
} from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import { tokensOf } from '../../bench/parts';
import { handWorker, keyOf } from '../../bench/worker';
import type { nameTasks } from './name-tasks';
import { nameRows } from './name-rows';
import { typeTokens, useNames, type TypedName } from './names-store';

type Naming = Pick<BenchValue, 'doc' | 'view' | 'edit'>;

/** The rows whose names would change. */
function changedRows({ doc, view }: Pick<Naming, 'doc' | 'view'>, typed: Readonly<Record<string, TypedName>>) {
  return nameRows(doc, view.id, typed).filter(({ name, next }) => name !== next);
}

/** Takes every name that was typed, as one edit. */
export async function takeNames(bench: Naming): Promise<void> {
  const rows = changedRows(bench, useNames.getState().typed);
  const renamings = rows.map(({ part, tokens }) => ({ partId: part.id, tokens: tokensOf(tokens) }));
  const saw = Object.fromEntries(rows.map(({ part }) => [part.id, part.version]));
  const done = await bench.edit('names.rename', bench.doc.character.id, { renamings, saw });
  if (done) useNames.setState({ typed: {} });
}

/** Types for every name what it is with a text replaced. @returns how many that were */
export function replaceAll({ doc, view }: Pick<Naming, 'doc' | 'view'>): number {
  const { typed, find, by } = useNames.getState();
  const made = nameRows(doc, view.id, typed).flatMap(({ part, tokens }) => {
    const next = replacedIn(tokens, find, by);
    return next ? [{ id: part.id, next }] : [];
  });
  for (const { id, next } of made) typeTokens(id, next, nameFor(next, DEFAULT_SCHEME));
  return made.length;
}

/** Types every name for the other side: what was A becomes B. */
export function swapSides({ doc, view }: Pick<Naming, 'doc' | 'view'>): void {
  const { typed } = useNames.getState();
  for (const { part, tokens } of nameRows(doc, view.id, typed))
    if (tokens.side) typeTokens(part.id, onOtherSide(tokens), nameFor(onOtherSide(tokens), DEFAULT_SCHEME));
}

/** Types numbers for names that would be one, from the front back. @returns how many were typed */
export function numberThem({ doc, view }: Pick<Naming, 'doc' | 'view'>, from: number): number {
  const { typed } = useNames.getState();
  const rows = nameRows(doc, view.id, typed);
  const numbered = numberAlike(
    rows.map(({ tokens }) => tokens),
    from,
  );
  for (const [at, tokens] of numbered.entries())
    if (tokens) typeTokens(rows[at].part.id, tokensOf(tokens), nameFor(tokens, DEFAULT_SCHEME));
  return numbered.filter((tokens) => tokens !== null).length;
}

/** Types for names that the plan does not know what they are taken to mean. @returns how many are understood, and how many are not */
export async function mapToPlan(bench: BenchValue): Promise<{ understood: number; asked: number }> {
  const mapped = await handWorker<typeof nameTasks>('names').mapNames(keyOf(bench), bench.view.id);
  const understood = mapped.flatMap(({ partId, tokens }) => (tokens ? [{ partId, tokens }] : []));
  for (const { partId, tokens } of understood) typeTokens(partId, tokensOf(tokens), nameFor(tokens, DEFAULT_SCHEME));
  return { understood: understood.length, asked: mapped.length - understood.length };
}

/** Types every mend that there is for what was found. */
export function typeMends({ doc, view }: Pick<Naming, 'doc' | 'view'>): void {
  for (const { mend } of findInNames(doc, view.id))
    if (mend) typeTokens(mend.partId, mend.tokens, nameFor(mend.tokens, DEFAULT_SCHEME));
}

/** Sets how names are made. */
export function setScheme({ doc, edit }: Naming, change: Partial<NamingScheme>) {
  const { id, version, scheme } = doc.character;
  return edit('names.scheme', id, { ...scheme, ...change, saw: { [id]: version } });
}
