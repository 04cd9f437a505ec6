import { useOrder } from '../../bench/useOrder';
import { Action } from '../../ui/controls';

/** The worded actions of Stack. */
export function StackActions() {
  const { order, at, move } = useOrder();
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
