import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';
import { usePlanMeasures } from './measures';

/** Plan's action: the room that is missing, added while that breaks nothing. */
export function PlanActions() {
  const { view, edit } = useOnBench();
  const { room } = usePlanMeasures();
  const { left, top, right, bottom } = room;
  if (left + top + right + bottom === 0) return null;
  const words = Object.entries(room)
    .filter(([, px]) => px > 0)
    .map(([side, px]) => `${px} px ${side === 'top' ? 'above' : side === 'bottom' ? 'below' : `on the ${side}`}`);
  return (
    <Action
      tone="go"
      title={`Adds ${words.join(', ')}. Nothing outside the canvas survives the hand-off.`}
      onClick={() => void edit('plan.enlarge', view.id, { left, top, right, bottom })}
    >
      Enlarge the canvas
    </Action>
  );
}
