import { drawOrder } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { Action } from '../../ui/controls';

/** The worded actions of Stack. */
export function StackActions() {
  const { doc, view, edit } = useOnBench();
  const picked = useBench((s) => s.pickedPiece);
  const order = drawOrder(doc, view.id);
  const at = order.findIndex((p) => p.id === picked);
  const move = (to: number) => {
    const others = order.filter((_, i) => i !== at);
    void edit('POST', `/pieces/${order[at].id}/order`, { inFrontOf: to === 0 ? null : others[to - 1].id });
  };
  return (
    <>
      <Action hotkey="Alt ←" disabled={at <= 0} onClick={() => move(at - 1)}>
        Back
      </Action>
      <Action hotkey="Alt →" disabled={at < 0 || at >= order.length - 1} onClick={() => move(at + 1)}>
        Forward
      </Action>
      <Action disabled={at <= 0} onClick={() => move(0)}>
        To the very back
      </Action>
      <Action disabled={at < 0 || at >= order.length - 1} onClick={() => move(order.length - 1)}>
        To the very front
      </Action>
    </>
  );
}
