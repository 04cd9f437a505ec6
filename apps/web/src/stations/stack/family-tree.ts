import {
  aboveHandle,
  drawOrder,
  handlesAbove,
  parentPiece,
  partOf,
  type CharacterDoc,
  type HandleRow,
  type PartRow,
  type PieceRow,
  type ViewId,
} from '@limber-sheaf/core';

/** A part in the family: drawn by a piece, or a handle without paint. */
export interface Member {
  part: PartRow;
  piece: PieceRow | null;
  handle: HandleRow | null;
  /** How many it hangs from, one after the other. */
  depth: number;
  /** Parts that hang from it, at any depth. */
  followers: number;
}

/** What a piece or a handle hangs from in its view: a piece, a handle, or nothing. */
export function aboveOf(doc: CharacterDoc, row: PieceRow | HandleRow): PieceRow | HandleRow | null {
  return row.table === 'handle' ? aboveHandle(doc, row) : (handlesAbove(doc, row)[0] ?? parentPiece(doc, row));
}

/** A view's family as a tree laid out row by row: each part, then all that hang from it; those in front first. */
export function familyTree(doc: CharacterDoc, viewId: ViewId): Member[] {
  const order = [...drawOrder(doc, viewId)].reverse();
  const handles = doc.handles.filter((handle) => handle.viewId === viewId);
  const rows = [...handles, ...order];
  const parents = new Map(rows.map((row) => [row.id, aboveOf(doc, row)?.id]));
  const place = (row: PieceRow | HandleRow, depth: number): Member[] => {
    const below = rows.filter(({ id }) => parents.get(id) === row.id).flatMap((child) => place(child, depth + 1));
    const isHandle = row.table === 'handle';
    const part = isHandle ? doc.parts.find(({ id }) => id === row.partId) : partOf(doc, row);
    if (!part) return below;
    const own = { part, piece: isHandle ? null : row, handle: isHandle ? row : null, depth, followers: below.length };
    return [own, ...below];
  };
  return rows.filter(({ id }) => parents.get(id) === undefined).flatMap((root) => place(root, 0));
}

/** The rows of a tree less what hangs from folded branches. */
export function unfolded(tree: readonly Member[], folded: readonly string[]): Member[] {
  let hiddenBelow = Infinity;
  return tree.filter(({ part, depth }) => {
    if (depth > hiddenBelow) return false;
    hiddenBelow = folded.includes(part.id) ? depth : Infinity;
    return true;
  });
}
