import { useOnBench } from '../../bench/context';
import { BrushNumbers } from '../../bench/BrushNumbers';
import { useBench } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import type { TableTasks } from '../../bench/worker/table-tasks';
import { Toggle } from '../../ui/controls';
import { Range } from '../../ui/Range';
import { GraftStrip } from './GraftStrip';
import { HidingStrip } from './HidingStrip';
import { peelTo, piecesOver } from './peel';
import { TakenStrip } from './TakenStrip';
import { useUnderStore } from './under-store';

const BOX = 'pointer-events-auto flex items-center gap-3 rounded-lg bg-sheet/90 px-3 py-1';

/** The numbers of the brush, and how far is peeled. */
export function UnderStrip() {
  const bench = useOnBench();
  const { doc, view, revision } = bench;
  const picked = useBench((s) => s.pickedPiece);
  const { brushing, filling, brush, lifted, carrying, lifting, hiding, grafting, taken } = useUnderStore();
  const over = piecesOver(doc, view.id, picked).length;
  const set = (change: Partial<typeof brush>) => useUnderStore.setState({ brush: { ...brush, ...change } });
  if (hiding) return <HidingStrip />;
  if (grafting) return <GraftStrip />;
  const isTaken = taken !== null && taken.pieceId === picked && taken.revision === revision;
  if (!brushing && !carrying && !lifting && lifted === 0 && !isTaken) return null;
  return (
    <span className="pointer-events-none! flex min-h-8 basis-full flex-wrap select-none items-center gap-x-3 gap-y-1 text-[13px]">
      {isTaken && <TakenStrip />}
      {brushing && (
        <span className={BOX}>
          <Toggle
            on={filling}
            title="A click fills an area that the piece’s own paint closes all round"
            onChange={(on) => useUnderStore.setState({ filling: on })}
          >
            Fill
          </Toggle>
          <BrushNumbers
            brush={brush}
            onChange={set}
            lineOf={() => handWorker<TableTasks>().lineOf(keyOf(bench), view.id)}
          />
        </span>
      )}
      {lifted > 0 && (
        <span className={BOX}>
          <Range label="Peel" value={lifted} low={0} high={over} onChange={(count) => peelTo(doc, view.id, count)} />
        </span>
      )}
      {lifting && (
        <span className="flex min-h-8 items-center rounded-lg bg-sheet/85 px-3 text-soft">
          Draw loosely round a shadow on the picked piece, with some lit paint beside it.
        </span>
      )}
      {carrying && (
        <span className="flex min-h-8 items-center rounded-lg bg-sheet/85 px-3 text-soft">
          Drag the rings, or draw a contour from one end to another, or round what lies beneath.
        </span>
      )}
    </span>
  );
}
