import { DiffBuilder } from '../document/diff.js';
import { nameFor, type NameTokens } from '../document/naming.js';
import type { CharacterDoc, Diff, PartId } from '../document/rows.js';
import { LimberError } from '../errors.js';
import { checkNames } from './check-names.js';

/** A part, and what its name is to be made of. */
export interface Renaming {
  partId: PartId;
  tokens: NameTokens;
}

/** A character's parts as they would be named. */
function renamed(doc: CharacterDoc, renamings: readonly Renaming[]): { partId: PartId; tokens: NameTokens }[] {
  const to = new Map(renamings.map(({ partId, tokens }) => [partId, tokens]));
  return doc.parts.map((part) => ({ partId: part.id, tokens: to.get(part.id) ?? part }));
}

/**
 * Names parts anew, all of them or none.
 * @throws LimberError `not-found`; `bad-name` where a name is none, `name-taken` where two names would meet
 */
export function renameParts(doc: CharacterDoc, renamings: readonly Renaming[]): Diff {
  const { scheme } = doc.character;
  const after = renamed(doc, renamings);
  const changed = new Set(renamings.map(({ partId }) => partId));
  for (const { partId } of renamings)
    if (!doc.parts.some(({ id }) => id === partId))
      throw new LimberError('not-found', 'One of these parts is no longer there.');
  const faults = checkNames(
    after.map(({ tokens }) => tokens),
    scheme,
  );
  const names = after.map(({ tokens }) => nameFor(tokens, scheme).toLowerCase());
  for (const { at, fault, sentence, name } of faults) {
    // What was wrong before and is not touched does not stand in the way.
    const meets = after.some(({ partId }, k) => changed.has(partId) && names[k] === names[at]);
    if (fault === 'duplicate' && meets)
      throw new LimberError('name-taken', `Two parts would be named ${name}.`, 'Number them, or choose another name.');
    if (fault !== 'duplicate' && changed.has(after[at].partId)) throw new LimberError('bad-name', sentence);
  }
  const diff = new DiffBuilder();
  for (const { partId, tokens } of renamings) {
    const part = doc.parts.find(({ id }) => id === partId);
    const { group, side, part: word, index } = tokens;
    if (part) diff.update(part, { group, side, part: word, index });
  }
  return diff.build();
}
