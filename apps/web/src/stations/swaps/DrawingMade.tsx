import {
  counted,
  drawingById,
  heldBy,
  inView,
  jointOfSet,
  pieceOfSet,
  setById,
  setName,
  type DrawingRow,
} from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Action, LedgerRow } from '../../ui/controls';
import { FileAction } from '../../ui/FileAction';
import { holdThing } from './bring-drawings';
import { beginMaking } from './making';
import { usePainting } from './paint-hand';
import { pickSet } from './swaps-store';

/** How a drawing came about, its second picture, and the views that it can be taken over to. */
export function DrawingMade({ drawing }: { drawing: DrawingRow }) {
  const bench = useOnBench();
  const { doc, view, edit } = bench;
  const row = inView(doc, drawing.id, view.id);
  const saw = { [drawing.id]: drawing.version };
  const of = row?.madeOf ? drawingById(doc, row.madeOf) : null;
  const set = setById(doc, drawing.setId);
  const lacking = doc.views.filter(({ id }) => pieceOfSet(doc, set, id) && !inView(doc, drawing.id, id));
  return (
    <>
      {row && of && (
        <LedgerRow name="Made of">
          <span className="flex items-center justify-end gap-1.5">
            {of.shape}, {counted(row.steps.length, 'step')}
            <Action title="Takes its steps up again" onClick={() => beginMaking(bench)}>
              Adjust
            </Action>
            <Action
              title={`It stays as it is, whatever becomes of ${of.shape}`}
              onClick={() => void edit('making.pressFlat', drawing.id, { viewId: view.id, saw })}
            >
              Press flat
            </Action>
          </span>
        </LedgerRow>
      )}
      <LedgerRow name="Over">
        {row?.over ? (
          'drawn'
        ) : (
          <Action
            title="A second picture, drawn in front: fingers over a held thing"
            onClick={() => usePainting.setState({ painting: true, on: 'over' })}
          >
            Paint one
          </Action>
        )}
      </LedgerRow>
      {row?.picture && (
        <LedgerRow name="Holds">
          <span className="flex flex-wrap items-center justify-end gap-1.5">
            {heldBy(doc, view.id, drawing).map((thing) => (
              <Action key={thing.id} title="Opens its own drawings" onClick={() => pickSet(doc, view.id, thing)}>
                {setName(doc, thing)}
              </Action>
            ))}
            <FileAction
              label="A picture of the thing; the file is named as the thing"
              accept=".png,.jpg,.jpeg,.webp"
              onFiles={(files) => void holdThing(bench, drawing.id, files)}
            >
              A thing …
            </FileAction>
          </span>
        </LedgerRow>
      )}
      {row?.picture && jointOfSet(doc, set, view.id) && (
        <LedgerRow name="At the joint">
          <Action
            title="Takes the default drawing’s paint in the whole disc, so that it turns as that does"
            onClick={() => void edit('making.sameEnd', drawing.id, { viewId: view.id, saw })}
          >
            Same end
          </Action>
        </LedgerRow>
      )}
      {row?.picture &&
        lacking.map(({ id, key }) => (
          <LedgerRow key={id} name={`In ${key}`}>
            <Action
              title="Takes this picture over, put on its seat there"
              onClick={() => void edit('making.takeOver', drawing.id, { viewId: id, fromViewId: view.id })}
            >
              Use it there
            </Action>
          </LedgerRow>
        ))}
    </>
  );
}
