import { drawingAt, drawingLabel, type SwapSetRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';
import { FileAction } from '../../ui/FileAction';
import { bringDrawings } from './bring-drawings';
import { beginMaking, leaveMaking } from './making';
import { leavePainting, usePainting } from './paint-hand';
import { useSwaps, wear, wornOf } from './swaps-store';

/** A place of the chart that has no drawing yet: the ways to come to one. */
export function EmptyCell({ set, cell }: { set: SwapSetRow; cell: { shape: string; mood: string } }) {
  const bench = useOnBench();
  const { doc, view, edit } = bench;
  const worn = useSwaps((s) => s.worn);
  const shown = wornOf(doc, set, worn);
  const name = `${cell.shape}, ${cell.mood}`;
  /** Shows what has come to the place; answers whether something has. */
  const showMade = (state: { doc: typeof doc } | null) => {
    const made = state ? drawingAt(state.doc, set, cell) : undefined;
    if (state && made) wear(state.doc, made.id);
    return made !== undefined;
  };
  const blank = async () => showMade(await edit('swaps.blank', set.id, { viewId: view.id, ...cell }));
  const make = () => {
    leavePainting();
    beginMaking(bench, cell);
  };
  return (
    <section className="mb-4">
      <h3 className="mb-1 text-[15px]">{name}: not drawn</h3>
      <div className="flex flex-wrap gap-1.5">
        <Action tone="go" title={`Bent, parted or darkened, of ${drawingLabel(doc, shown)}`} onClick={make}>
          Make it of {shown.shape}
        </Action>
        <Action
          onClick={async () => showMade(await edit('making.make', shown.id, { viewId: view.id, ...cell, steps: [] }))}
        >
          Copy {shown.shape}
        </Action>
        <FileAction
          label={`A file for ${name}`}
          accept=".png,.jpg,.jpeg,.webp"
          onFiles={(files) => void bringDrawings(bench, set.id, files.slice(0, 1), cell)}
        >
          Bring in
        </FileAction>
        <Action
          onClick={async () => {
            leaveMaking();
            if (await blank()) usePainting.setState({ painting: true });
          }}
        >
          Paint it
        </Action>
        <Action title="Nothing is drawn while it shows: an open lid" onClick={() => void blank()}>
          Leave blank
        </Action>
      </div>
    </section>
  );
}
