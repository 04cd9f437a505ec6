import { labelFor, partOf, setName, type SwapSetRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Choice, LedgerRow } from '../../ui/controls';
import { setsIn } from './swaps-store';

/** How a set goes with others: the one that chooses its drawings, and what its second pictures lie in front of. */
export function SetRules({ set }: { set: SwapSetRow }) {
  const { doc, view, edit } = useOnBench();
  const saw = { [set.id]: set.version };
  const NONE: string = '';
  const leaders = setsIn(doc, view.id).filter(({ id, linkedTo }) => id !== set.id && !linkedTo);
  const hasOver = doc.drawingViews.some(
    ({ drawingId, over }) => over && doc.drawings.some(({ id, setId }) => id === drawingId && setId === set.id),
  );
  const pieces = doc.pieces.filter((piece) => piece.viewId === view.id && !piece.shadowOf);
  return (
    <section className="mb-4">
      <h3 className="mb-1 text-[15px]">With others</h3>
      <LedgerRow name="Goes with">
        <Choice<string>
          label="The set that chooses its drawings"
          value={set.linkedTo ?? NONE}
          options={[
            { value: NONE, word: 'no other set' },
            ...leaders.map((one) => ({ value: one.id, word: setName(doc, one) })),
          ]}
          onChange={(to) => void edit('making.rules', set.id, { linkedTo: to === NONE ? null : to, saw })}
        />
      </LedgerRow>
      {hasOver && (
        <LedgerRow name="Over lies before">
          <Choice<string>
            label="What second pictures lie in front of"
            value={set.overPartId ?? NONE}
            options={[
              { value: NONE, word: 'its own piece' },
              ...pieces
                .filter(({ partId }) => partId !== set.partId)
                .map((piece) => ({ value: piece.partId, word: labelFor(partOf(doc, piece)) })),
            ]}
            onChange={(partId) =>
              void edit('making.rules', set.id, { overPartId: partId === NONE ? null : partId, saw })
            }
          />
        </LedgerRow>
      )}
    </section>
  );
}
