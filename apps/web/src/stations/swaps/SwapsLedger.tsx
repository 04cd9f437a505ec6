import {
  counted,
  drawingName,
  inView,
  labelFor,
  marksOf,
  missingOf,
  partOf,
  seatDrift,
  setName,
  type SwapSetRow,
  drawnIn,
} from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { WorkUnderWay } from '../../bench/WorkUnderWay';
import { Action, Choice, LedgerHead, LedgerRow } from '../../ui/controls';
import { ChartWords } from './ChartWords';
import { DrawingMade } from './DrawingMade';
import { EmptyCell } from './EmptyCell';
import { LooksAndCycles } from './LooksAndCycles';
import { SwapFindings } from './SwapFindings';
import { SetRules } from './SetRules';
import { openSet, pickSet, setsIn, useSwaps, wornOf } from './swaps-store';

/** Swaps' ledger: the sets with what is drawn and how it sits, and the drawing that shows. */
export function SwapsLedger() {
  const { doc, view } = useOnBench();
  const setId = useSwaps((s) => s.setId);
  const cell = useSwaps((s) => s.cell);
  const sets = setsIn(doc, view.id);
  const set = openSet(doc, view.id, setId);
  const drawn = sets.reduce((sum, one) => sum + drawnIn(doc, one, view.id).length, 0);
  const missing = sets.reduce((sum, one) => sum + missingOf(doc, one, view.id).length, 0);
  return (
    <>
      <LedgerHead title="Swaps">
        {sets.length === 0
          ? 'Drawings that change places: mouths, lids, brows, hands.'
          : `${counted(sets.length, 'set')} · ${drawn} of ${counted(drawn + missing, 'drawing')}`}
      </LedgerHead>
      <WorkUnderWay />
      {sets.length > 0 && (
        <table className="mb-4 w-full text-[13px]">
          <thead>
            <tr className="text-left text-[12px] text-soft">
              <th className="font-normal">Set</th>
              <th className="text-right font-normal">Drawn</th>
              <th className="text-right font-normal">Seat drift</th>
            </tr>
          </thead>
          <tbody>
            {sets.map((one) => (
              <SetLine key={one.id} set={one} isOpen={one.id === set?.id} />
            ))}
          </tbody>
        </table>
      )}
      {set && (cell ? <EmptyCell set={set} cell={cell} /> : <ShownDrawing set={set} />)}
      {set && <SwapFindings />}
      {set && <SetRules set={set} />}
      {set && <ChartWords key={set.id} set={set} />}
      {set && <LooksAndCycles set={set} />}
    </>
  );
}

/** The largest distance of a set's drawings from its marks, px; null where it has none. */
function driftOf({ doc, view }: ReturnType<typeof useOnBench>, set: SwapSetRow): number | null {
  const marks = marksOf(doc, set, view.id);
  if (marks.length === 0) return null;
  return Math.max(
    0,
    ...drawnIn(doc, set, view.id).map(({ id }) => seatDrift(marks, inView(doc, id, view.id)?.marks ?? [])),
  );
}

function SetLine({ set, isOpen }: { set: SwapSetRow; isOpen: boolean }) {
  const bench = useOnBench();
  const { doc, view } = bench;
  const drawn = drawnIn(doc, set, view.id).length;
  const all = drawn + missingOf(doc, set, view.id).length;
  const drift = driftOf(bench, set);
  return (
    <tr className={`border-t border-rule ${isOpen ? 'bg-brass-wash' : ''}`}>
      <td className="py-1.5">
        <button
          type="button"
          className={`cursor-pointer text-left ${isOpen ? 'font-semibold' : ''}`}
          onClick={() => pickSet(doc, view.id, set)}
        >
          {setName(doc, set)}
        </button>
      </td>
      <td className="figures text-right">
        {drawn} / {all}
      </td>
      <td className={`figures text-right ${drift !== null && drift > 0.5 ? 'text-madder' : ''}`}>
        {drift === null ? 'no marks' : `${drift.toFixed(1)} px`}
      </td>
    </tr>
  );
}

/** The drawing that shows: where it stands on the chart, how it sits, and what can be done with it. */
function ShownDrawing({ set }: { set: SwapSetRow }) {
  const { doc, view, edit } = useOnBench();
  const worn = useSwaps((s) => s.worn);
  const nudged = useSwaps((s) => s.nudged);
  const drawing = wornOf(doc, set, worn);
  const row = inView(doc, drawing.id, view.id);
  const sounds = set.shapes.find(({ key }) => key === drawing.shape)?.sounds;
  const change = (part: { shape?: string; mood?: string }) =>
    void edit('swaps.change', drawing.id, { ...part, saw: { [drawing.id]: drawing.version } });
  const by = nudged?.drawingId === drawing.id ? nudged : { x: 0, y: 0 };
  const others = doc.pieces.filter(
    (piece) => piece.viewId === view.id && !piece.shadowOf && piece.partId !== set.partId,
  );
  return (
    <section className="mb-4">
      <h3 className="mb-1 text-[15px]">{drawingName(doc, drawing)}</h3>
      {sounds && <LedgerRow name="Sounds">{sounds}</LedgerRow>}
      <LedgerRow name="Shape">
        <Choice
          label="Shape"
          value={drawing.shape}
          options={set.shapes.map(({ key }) => ({ value: key, word: key }))}
          onChange={(shape) => change({ shape })}
        />
      </LedgerRow>
      <LedgerRow name="Mood">
        <Choice
          label="Mood"
          value={drawing.mood}
          options={set.moods.map((mood) => ({ value: mood, word: mood }))}
          onChange={(mood) => change({ mood })}
        />
      </LedgerRow>
      {drawing.isDefault ? (
        <p className="mt-1.5 text-[12.5px] text-soft">The piece as it is cut: what shows at rest.</p>
      ) : (
        <>
          <LedgerRow name="Lies at">
            {row?.picture ? `${row.picture.x + by.x}, ${row.picture.y + by.y} px` : 'blank'}
          </LedgerRow>
          <LedgerRow name="Hides">
            <HiddenParts drawing={drawing} others={others} />
          </LedgerRow>
          <DrawingMade drawing={drawing} />
          <p className="mt-1.5 text-[12.5px] text-soft">Shift and an arrow key move it by a pixel.</p>
          <div className="mt-2 flex flex-wrap gap-1.5">
            <Action tone="wrong" onClick={() => void edit('swaps.delete', drawing.id)}>
              Delete it
            </Action>
          </div>
        </>
      )}
    </section>
  );
}

/** The pieces that are not drawn while a drawing shows; one more is chosen from the rest. */
function HiddenParts({
  drawing,
  others,
}: {
  drawing: ReturnType<typeof wornOf>;
  others: ReturnType<typeof useOnBench>['doc']['pieces'];
}) {
  const { doc, edit } = useOnBench();
  const NONE: string = '';
  const wordOf = (partId: string) => {
    const piece = others.find((one) => one.partId === partId);
    return piece ? labelOf(doc, piece) : '';
  };
  const set = (hides: string[]) =>
    void edit('swaps.change', drawing.id, { hides, saw: { [drawing.id]: drawing.version } });
  return (
    <span className="flex flex-wrap items-center justify-end gap-1">
      {drawing.hides.map((partId) => (
        <button
          key={partId}
          type="button"
          title={`Show ${wordOf(partId)} again`}
          className="cursor-pointer rounded border border-rule px-1.5 text-[12px]"
          onClick={() => set(drawing.hides.filter((id) => id !== partId))}
        >
          {wordOf(partId)} ×
        </button>
      ))}
      <Choice<string>
        label="Hide a piece while it shows"
        value={NONE}
        options={[
          { value: NONE, word: drawing.hides.length > 0 ? 'and …' : 'nothing' },
          ...others
            .filter(({ partId }) => !drawing.hides.includes(partId))
            .map((piece) => ({ value: piece.partId, word: labelOf(doc, piece) })),
        ]}
        onChange={(partId) => partId !== NONE && set([...drawing.hides, partId])}
      />
    </span>
  );
}

function labelOf(doc: ReturnType<typeof useOnBench>['doc'], piece: Parameters<typeof partOf>[1]): string {
  return labelFor(partOf(doc, piece));
}
