import type { SwapSetRow } from '@limber-sheaf/core';
import { BrushNumbers } from '../../bench/BrushNumbers';
import { useOnBench } from '../../bench/context';
import { handWorker, keyOf } from '../../bench/worker';
import type { TableTasks } from '../../bench/worker/table-tasks';
import { Action, Toggle } from '../../ui/controls';
import { leavePainting, usePainting } from './paint-hand';
import { useSwaps, wornOf } from './swaps-store';

/** Beside the chart while the nib is in hand: its numbers, and which of the drawing's pictures it paints on. */
export function PaintStrip({ set }: { set: SwapSetRow }) {
  const bench = useOnBench();
  const { doc, view } = bench;
  const { painting, brush, on } = usePainting();
  const worn = useSwaps((s) => s.worn);
  if (!painting) return null;
  const { isDefault } = wornOf(doc, set, worn);
  return (
    <div
      role="group"
      aria-label="Painting"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rule px-3 py-1.5 text-[13px]"
    >
      {isDefault && <span className="text-madder">Pick another drawing first: this one is the piece itself.</span>}
      <BrushNumbers
        brush={brush}
        onChange={(change) => usePainting.setState({ brush: { ...brush, ...change } })}
        lineOf={() => handWorker<TableTasks>().lineOf(keyOf(bench), view.id)}
      />
      <Toggle
        on={on === 'over'}
        title="Paints the second picture, which is drawn in front: fingers over a held thing"
        onChange={(over) => usePainting.setState({ on: over ? 'over' : 'picture' })}
      >
        Over
      </Toggle>
      <span className="text-soft">Alt takes away, Shift takes a colour up.</span>
      <span className="ml-auto" />
      <Action onClick={leavePainting}>Leave</Action>
    </div>
  );
}
