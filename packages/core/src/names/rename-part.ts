import { DiffBuilder } from '../document/diff.js';
import { makesRing } from '../document/family.js';
import { findPart } from '../document/find.js';
import { labelFor, type NameTokens } from '../document/naming.js';
import type { CharacterDoc, Diff, PartId } from '../document/rows.js';
import { LimberError } from '../errors.js';
import { usualParent } from '../plan/known-parts.js';

/** Names a part anew. @throws LimberError `name-taken` where another part has these tokens */
export function renamePart(doc: CharacterDoc, partId: PartId, tokens: NameTokens): Diff {
  const part = doc.parts.find((p) => p.id === partId);
  if (!part) throw new LimberError('not-found', 'That part is no longer there.');
  const twin = findPart(doc, tokens);
  if (twin && twin.id !== partId) {
    throw new LimberError(
      'name-taken',
      `There is a ${labelFor(tokens)} already.`,
      'Choose another name, or add a number.',
    );
  }
  const diff = new DiffBuilder();
  diff.update(part, { group: tokens.group, side: tokens.side, part: tokens.part, index: tokens.index });
  if (part.parentId === null) {
    const others = doc.parts.filter((p) => p.id !== partId);
    const parent = usualParent(tokens, others);
    if (parent !== null && !makesRing(doc, part, others[parent].id)) diff.update(part, { parentId: others[parent].id });
  }
  return diff.build();
}
