import { planOf, setName, type SwapSetRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';
import { FileAction } from '../../ui/FileAction';
import { bringDrawings } from './bring-drawings';
import { Chart } from './Chart';
import { MakeStrip } from './MakeStrip';
import { PaintStrip } from './PaintStrip';
import { lookAtSet, openLine, openSet, pickSet, setsIn, useSwaps } from './swaps-store';

/** Above the art: the sets, and the open one's chart; files dropped on it are brought in by their names. */
export function ChartStrip() {
  const bench = useOnBench();
  const { doc, view } = bench;
  const setId = useSwaps((s) => s.setId);
  const isSaying = useSwaps((s) => s.line !== null);
  const sets = setsIn(doc, view.id);
  const set = openSet(doc, view.id, setId);
  return (
    <section
      aria-label="Drawings"
      className="flex max-h-68 w-full flex-col overflow-hidden rounded-xl border border-rule bg-sheet shadow-sm"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        if (set) void bringDrawings(bench, set.id, [...event.dataTransfer.files]);
      }}
    >
      {set ? (
        <>
          <header className="flex flex-wrap items-center gap-1.5 px-3 pt-2 pb-1">
            {sets.map((one) => (
              <SetTab key={one.id} set={one} isOpen={one.id === set.id} />
            ))}
            <span className="ml-auto" />
            <Action tone={isSaying ? 'on' : 'plain'} hotkey="L" onClick={openLine}>
              Say a line
            </Action>
            <FileAction
              label="Drawings to bring in"
              accept=".png,.jpg,.jpeg,.webp,.ora,.psd,.svg"
              multiple
              onFiles={(files) => void bringDrawings(bench, set.id, files)}
            >
              Bring in drawings
            </FileAction>
          </header>
          <div className="min-h-0 flex-1 overflow-auto px-3 pb-2">
            <Chart set={set} />
          </div>
          <MakeStrip key={set.id} set={set} />
          <PaintStrip set={set} />
        </>
      ) : (
        <EmptyChart />
      )}
    </section>
  );
}

function SetTab({ set, isOpen }: { set: SwapSetRow; isOpen: boolean }) {
  const { doc, view } = useOnBench();
  return (
    <Action
      tone={isOpen ? 'on' : 'plain'}
      onClick={() => {
        pickSet(doc, view.id, set);
        lookAtSet(doc, view.id, set);
      }}
    >
      {setName(doc, set)}
    </Action>
  );
}

/** What to do first: pick a piece, with what the plan says is to come. */
function EmptyChart() {
  const { doc } = useOnBench();
  const planned = planOf(doc.character).sets.map(({ name, drawings }) => `${name} (${drawings})`);
  return (
    <div className="mx-auto max-w-120 px-6 py-5 text-center">
      <p className="font-serif text-[16px]">No set yet.</p>
      <p className="mt-1 text-[13.5px] text-soft">
        Pick the piece that changes, a mouth or the eyes, and start a set there: its own paint is the first drawing.
        {planned.length > 0 && ` The plan asks for ${planned.join(', ')}.`}
      </p>
    </div>
  );
}
