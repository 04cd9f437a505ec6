import { drawOrder } from './family.js';
import type { CharacterDoc, OrderChangeRow, PieceRow, ViewId } from './rows.js';

/** The pieces of a view as they are drawn at a pose, back to front. @param bends degrees, by joint */
export function orderAtPose(
  doc: CharacterDoc,
  viewId: ViewId,
  bends: Readonly<Record<string, number>>,
): readonly PieceRow[] {
  let order = drawOrder(doc, viewId);
  const holding = doc.orderChanges
    .filter((change) => change.viewId === viewId && holdsAt(change, bends[change.jointId] ?? 0))
    .sort((a, b) => a.rank - b.rank);
  for (const { movedIds, place, atId } of holding) {
    const moved = order.filter(({ id }) => movedIds.includes(id));
    const others = order.filter(({ id }) => !movedIds.includes(id));
    const at = others.findIndex(({ id }) => id === atId);
    if (at < 0) continue;
    const before = place === 'behind' ? at : at + 1;
    order = [...others.slice(0, before), ...moved, ...others.slice(before)];
  }
  return order;
}

function holdsAt({ low, high }: OrderChangeRow, angle: number): boolean {
  return angle !== 0 && angle >= low && angle <= high;
}
