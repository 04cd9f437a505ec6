import {
  handlesAbove,
  movedBy,
  movedByHandle,
  parentPiece,
  type CharacterDoc,
  type PieceRow,
} from '@limber-sheaf/core';
import { useBench } from '../../bench/store';
import { useStackStore } from './stack-store';

/** What swings: a joint or a handle, through its range, with the pieces that it moves. */
interface Swinging {
  id: string;
  low: number;
  high: number;
  pieceIds: string[];
}

/** A handle has no range of its own: it swings this far to either side, degrees. */
const HANDLE_SWING = 15;
/** ms of a swing to one end and to the other and back. */
const PERIOD = 1800;

/** What a piece swings with: its own joint, or the next one or the next handle that it hangs from; null where nothing turns it. */
export function swingOf(doc: CharacterDoc, piece: PieceRow): Swinging | null {
  for (let at: PieceRow | null = piece; at; at = parentPiece(doc, at)) {
    const { id: pieceId } = at;
    const joint = doc.joints.find(({ childId, kind }) => childId === pieceId && kind !== 'slide');
    if (joint) return { id: joint.id, low: joint.rangeLow, high: joint.rangeHigh, pieceIds: [...movedBy(doc, joint)] };
    const [handle] = handlesAbove(doc, at);
    if (handle)
      return { id: handle.id, low: -HANDLE_SWING, high: HANDLE_SWING, pieceIds: [...movedByHandle(doc, handle)] };
  }
  return null;
}

/** The angle of a swing after some ms, degrees: from rest to its one end, over rest to the other, and back. */
export function swingAngle({ low, high }: Pick<Swinging, 'low' | 'high'>, ms: number): number {
  const way = Math.sin((ms / PERIOD) * 2 * Math.PI);
  return way >= 0 ? way * high : -way * low;
}

let frame = 0;
let since = 0;

/** Has a part swing, beside those that swing already; or lets it come to rest where it does. */
export function swing(doc: CharacterDoc, piece: PieceRow): void {
  const wanted = swingOf(doc, piece);
  if (!wanted) return;
  const { swinging } = useStackStore.getState();
  const others = swinging.filter(({ id }) => id !== wanted.id);
  const next = others.length < swinging.length ? others : [...swinging, wanted];
  if (next.length === 0) return still();
  if (swinging.length === 0) since = performance.now();
  useStackStore.setState({ swinging: next });
  useBench.setState({ lit: next.flatMap(({ pieceIds }) => pieceIds) });
  cancelAnimationFrame(frame);
  frame = requestAnimationFrame(move);
}

function move(time: number): void {
  const { swinging } = useStackStore.getState();
  if (swinging.length === 0) return;
  useBench.setState({
    bends: Object.fromEntries(swinging.map((one) => [one.id, swingAngle(one, Math.max(0, time - since))])),
  });
  frame = requestAnimationFrame(move);
}

/** All that swings comes to rest. */
export function still(): void {
  cancelAnimationFrame(frame);
  if (useStackStore.getState().swinging.length === 0) return;
  useStackStore.setState({ swinging: [] });
  useBench.setState({ bends: {}, lit: null });
}
