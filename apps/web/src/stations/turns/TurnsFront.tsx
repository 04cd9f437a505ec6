import { useOnBench } from '../../bench/context';
import { CutSheet } from './CutSheet';
import { DriftChart } from './DriftChart';
import { SideBySide } from './SideBySide';
import { TurnRound } from './TurnRound';
import { useTurns } from './turns-store';
import { useComparison } from './useComparison';

/** All views over the light table, in the way that is chosen; with but one view, what to do for another. */
export function TurnsFront() {
  const { doc, view } = useOnBench();
  const oneFigure = useTurns((s) => s.oneFigure.has(view.id));
  const way = useTurns((s) => s.way);
  const { comparison, measures, error } = useComparison();
  const figures = measures.get(view.id)?.figures ?? [];
  if (figures.length > 1 && !oneFigure && !doc.pieces.some((piece) => piece.viewId === view.id))
    return (
      <div className="laid absolute inset-0 flex flex-col pt-14">
        <CutSheet key={view.designBlob} proposed={figures} />
      </div>
    );
  if (doc.views.length < 2)
    return (
      <p className="absolute inset-x-6 top-16 rounded-lg border border-rule bg-sheet/95 px-4 py-3 text-[13.5px]">
        One view so far. Bring another in with + beside the views above, or a sheet with all of them: from then on they
        stand here on one floor, and what disagrees is measured.
      </p>
    );
  return (
    <div className="laid absolute inset-0 flex flex-col pt-14">
      {!comparison ? (
        <p className="px-6 text-[13.5px] text-soft" role="status">
          {error ? error.message : 'Measuring the views…'}
        </p>
      ) : way === 'beside' ? (
        <SideBySide comparison={comparison} measures={measures} />
      ) : way === 'round' ? (
        <TurnRound comparison={comparison} measures={measures} />
      ) : (
        <DriftChart comparison={comparison} />
      )}
    </div>
  );
}
