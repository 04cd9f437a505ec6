import {
  checkNames,
  drawOrder,
  nameFor,
  partOf,
  type CharacterDoc,
  type NameTokens,
  type PartRow,
  type ViewId,
} from '@limber-sheaf/core';
import type { TypedName } from './names-store';

/** A row of the table of names. */
export interface NameRow {
  part: PartRow;
  /** The piece or the handle that bears it in the view. */
  bearer: { kind: 'piece' | 'handle'; id: string };
  name: string;
  /** What it would be named; the name that it has where nothing else is typed. */
  next: string;
  tokens: NameTokens;
  /** What stands in the way of it. */
  fault: string | null;
}

/**
 * The names of a view, pieces from the front back and then handles, as they are and as they would be.
 * @param typed names that were typed, by part
 */
export function nameRows(doc: CharacterDoc, viewId: ViewId, typed: Readonly<Record<string, TypedName>>): NameRow[] {
  const { scheme } = doc.character;
  const pieces = drawOrder(doc, viewId)
    .filter(({ shadowOf }) => shadowOf === null)
    .map((piece) => ({ part: partOf(doc, piece), bearer: { kind: 'piece' as const, id: piece.id } }))
    .reverse();
  const handles = doc.handles
    .filter((handle) => handle.viewId === viewId)
    .flatMap(({ id, partId }) => {
      const part = doc.parts.find((one) => one.id === partId);
      return part ? [{ part, bearer: { kind: 'handle' as const, id } }] : [];
    });
  const rows = [...pieces, ...handles].map(({ part, bearer }) => {
    const typing = typed[part.id];
    const read = typing === undefined ? part : typing.tokens;
    const tokens: NameTokens = read ?? part;
    const unread = read === null ? 'That is no name: it needs letters or digits.' : null;
    return { part, bearer, name: nameFor(part, scheme), next: nameFor(tokens, scheme), tokens, fault: unread };
  });
  // Against all parts, also those of other views.
  const others = doc.parts.filter(({ id }) => !rows.some(({ part }) => part.id === id));
  const faults = checkNames([...others, ...rows.map(({ tokens }) => tokens)], scheme);
  const faultAt = new Map(faults.map(({ at, sentence }) => [at - others.length, sentence]));
  return rows.map((row, at) => ({ ...row, fault: row.fault ?? faultAt.get(at) ?? null }));
}
