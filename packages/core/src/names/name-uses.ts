import { counted } from '../counted.js';
import { nameFor } from '../document/naming.js';
import type { CharacterDoc, PartId } from '../document/rows.js';

/** Names that are told one by one; of more, the rest are counted. */
const TOLD = 3;

/**
 * Where a package uses a part's name, so that a rig which goes by it loses it: its pictures and layers by view, what hangs
 * from it, changes of the draw order. In words, one use each; none for a part that nothing of a package names.
 */
export function nameUses(doc: CharacterDoc, partId: PartId): string[] {
  const { scheme } = doc.character;
  const pieces = doc.pieces.filter((piece) => piece.partId === partId && piece.shadowOf === null);
  const handles = doc.handles.filter((handle) => handle.partId === partId);
  const where = (rows: readonly { viewId: string }[]) => {
    const keys = doc.views.filter(({ id }) => rows.some(({ viewId }) => viewId === id)).map(({ key }) => key);
    return keys.length === 1 ? `in the ${keys[0]} view` : `in ${keys.length} views`;
  };
  const ids = new Set(pieces.map(({ id }) => id));
  const turning = new Set(doc.joints.filter(({ childId }) => ids.has(childId)).map(({ id }) => id));
  const changes = doc.orderChanges.filter(
    ({ jointId, movedIds, atId }) => turning.has(jointId) || ids.has(atId) || movedIds.some((id) => ids.has(id)),
  );
  const hanging = doc.parts.filter(({ parentId }) => parentId === partId).map((part) => nameFor(part, scheme));
  const told = hanging.length > TOLD ? [...hanging.slice(0, TOLD), `${hanging.length - TOLD} more`] : hanging;
  return [
    ...(pieces.length > 0 ? [`picture and layer ${where(pieces)}`] : []),
    ...(handles.length > 0 ? [`handle ${where(handles)}`] : []),
    ...(hanging.length > 0 ? [`${told.join(', ')} ${hanging.length === 1 ? 'hangs' : 'hang'} from it`] : []),
    ...(changes.length > 0 ? [counted(changes.length, 'change of the draw order', 'changes of the draw order')] : []),
  ];
}
