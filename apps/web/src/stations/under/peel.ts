import { knownBy, drawOrder, intersectRects, type CharacterDoc, type ViewId } from '@limber-sheaf/core';
import { useBench } from '../../bench/store';
import { useUnderStore } from './under-store';

/** The pieces in front of a piece that lie over any of it, the frontmost first. */
export function piecesOver(doc: CharacterDoc, viewId: ViewId, pieceId: string | null): string[] {
  const order = drawOrder(doc, viewId);
  const at = order.findIndex(({ id }) => id === pieceId);
  if (at < 0) return [];
  const own = knownBy(doc, order[at]);
  return order
    .slice(at + 1)
    .filter((piece) => intersectRects(piece.face, own).width > 0)
    .map(({ id }) => id as string)
    .reverse();
}

/** Lifts the first of the pieces in front of the picked one to their cards; none lays all back. */
export function peelTo(doc: CharacterDoc, viewId: ViewId, count: number): void {
  const { pickedPiece } = useBench.getState();
  const over = piecesOver(doc, viewId, pickedPiece);
  const lifted = Math.max(0, Math.min(over.length, count));
  const gone = new Set(over.slice(0, lifted));
  useUnderStore.setState({ lifted });
  const left = drawOrder(doc, viewId).flatMap(({ id }) => (gone.has(id) ? [] : [id as string]));
  useBench.setState({ solo: lifted > 0 ? left : null });
}
