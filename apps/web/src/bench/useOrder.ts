import { drawOrder, type PieceRow } from '@limber-sheaf/core';
import { useOnBench } from './context';
import { useBench } from './store';

/** The view's pieces back to front, where the picked one is, and moving it to another place. */
export function useOrder(): { order: PieceRow[]; at: number; move: (to: number) => void } {
  const { doc, view, edit } = useOnBench();
  const picked = useBench((s) => s.pickedPiece);
  const order = drawOrder(doc, view.id);
  const at = order.findIndex((p) => p.id === picked);
  const move = (to: number) => {
    if (at < 0 || to < 0 || to >= order.length) return;
    const others = order.filter((_, i) => i !== at);
    void edit('stack.order', order[at].id, { inFrontOf: to === 0 ? null : others[to - 1].id });
  };
  return { order, at, move };
}
