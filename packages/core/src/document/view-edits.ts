import { LimberError } from '../errors.js';
import { DiffBuilder } from './diff.js';
import type { CharacterDoc, Diff, ViewId, ViewRow } from './rows.js';

/** Renames the character or its code, or marks it deleted. */
export function changeCharacter(
  doc: CharacterDoc,
  change: Partial<Pick<CharacterDoc['character'], 'name' | 'code' | 'deleted' | 'scheme' | 'plan' | 'palette'>>,
): Diff {
  const diff = new DiffBuilder();
  diff.update(doc.character, change);
  return diff.build();
}

/** Changes a view's design, its size and what it was brought in with. */
export function changeView(
  doc: CharacterDoc,
  viewId: ViewId,
  change: Partial<Pick<ViewRow, 'designBlob' | 'designArea' | 'width' | 'height' | 'floorY' | 'brought' | 'drafted'>>,
): Diff {
  const diff = new DiffBuilder();
  diff.update(viewById(doc, viewId), change);
  return diff.build();
}

/** Finds a view. @throws LimberError `not-found` */
export function viewById(doc: CharacterDoc, id: ViewId): ViewRow {
  const view = doc.views.find((v) => v.id === id);
  if (!view) throw new LimberError('not-found', 'That view is no longer there.');
  return view;
}
