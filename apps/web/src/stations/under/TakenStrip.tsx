import { useOnBench } from '../../bench/context';
import { ColourField } from '../../ui/ColourField';
import { Choice } from '../../ui/controls';
import { Range } from '../../ui/Range';
import { MODE_WORDS, USUAL_MARGIN } from './under-words';
import { adjustTaken } from './take-proposal';
import { useUnderStore } from './under-store';

/** The widest line that is offered, px, and the farthest that is painted beyond what comes into view. */
const WIDEST = 40;
const FARTHEST = 120;

/** The numbers of the paint that was taken last: what they change is seen at once. */
export function TakenStrip() {
  const bench = useOnBench();
  const { taken, mode, margin } = useUnderStore();
  if (!taken) return null;
  const { line } = taken;
  const set = (change: Parameters<typeof adjustTaken>[1]) => void adjustTaken(bench, change);
  return (
    <span className="pointer-events-auto flex min-h-8 flex-wrap items-center gap-x-3 gap-y-1 rounded-lg bg-sheet/90 px-3 py-1 text-[13px] select-none">
      Taken
      <Choice label="Paint taken" value={mode} options={MODE_WORDS} onChange={(wanted) => set({ mode: wanted })} />
      <Range
        label="Beyond view"
        name="Beyond view, of what was taken"
        unit="px"
        value={margin ?? USUAL_MARGIN}
        low={0}
        high={FARTHEST}
        onChange={(value) => set({ margin: value })}
      />
      <Range
        label="Line"
        unit="px"
        value={Math.round(line.width)}
        low={0}
        high={WIDEST}
        onChange={(width) => set({ line: { ...line, width } })}
      />
      <ColourField
        label="Colour of the line"
        value={line.colour}
        onChange={(colour) => set({ line: { ...line, colour } })}
      />
    </span>
  );
}
