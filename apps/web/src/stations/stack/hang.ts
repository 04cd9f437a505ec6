import { partOf, type PartRow } from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import { allPicked, useBench } from '../../bench/store';
import type { Member } from './family-tree';

/** Hangs a part from another, or from nothing; where it is one of several that are picked, all of them. */
export function hang(
  { doc, edit }: BenchValue,
  { part, piece }: Pick<Member, 'part' | 'piece'>,
  parentId: string | null,
) {
  const picked = allPicked(useBench.getState());
  const along: PartRow[] =
    piece && picked.includes(piece.id)
      ? doc.pieces
          .filter(({ id }) => id !== piece.id && picked.includes(id))
          .map((other) => partOf(doc, other))
          .filter(({ id }) => id !== parentId)
      : [];
  return edit('stack.parent', part.id, {
    parentId,
    along: along.map(({ id }) => id),
    saw: Object.fromEntries([part, ...along].map(({ id, version }) => [id, version])),
  });
}
