import { counted, drawingLabel, drawnIn, pieceOfSet, setName, wornOver, type SwapSetRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Choice, LedgerRow } from '../../ui/controls';
import { useTrial, wear } from './trial-store';

/** The drawings that the pose shows, set by set; a set that goes with another follows it. */
export function WornDrawings() {
  const { doc, view } = useOnBench();
  const sets = doc.swapSets.filter(
    (set) => set.linkedTo === null && pieceOfSet(doc, set, view.id) && drawnIn(doc, set, view.id).length > 1,
  );
  if (sets.length === 0) return null;
  return (
    <details className="mb-1 text-[13px]">
      <summary className="cursor-pointer py-1 text-soft">Drawings of {counted(sets.length, 'set')}</summary>
      {sets.map((set) => (
        <WornDrawing key={set.id} set={set} />
      ))}
    </details>
  );
}

function WornDrawing({ set }: { set: SwapSetRow }) {
  const { doc, view } = useOnBench();
  const wears = useTrial((s) => s.wears);
  const drawings = drawnIn(doc, set, view.id);
  const shown = drawings.find(({ id }) => wears.includes(id)) ?? drawings.find(({ isDefault }) => isDefault);
  const choose = (id: string) => {
    const isDefault = drawings.some((drawing) => drawing.id === id && drawing.isDefault);
    const over = wornOver(doc, wears, [id]);
    useTrial.setState({ motion: null, playing: false });
    wear(doc, view.id, isDefault ? over.filter((one) => one !== id) : over);
  };
  return (
    <LedgerRow name={setName(doc, set)}>
      <Choice
        label={`The drawing of ${setName(doc, set)}`}
        value={shown?.id ?? ''}
        options={drawings.map((drawing) => ({ value: drawing.id, word: drawingLabel(doc, drawing) }))}
        onChange={choose}
      />
    </LedgerRow>
  );
}
