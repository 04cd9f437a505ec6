import { labelFor, orderHints, partOf, pieceById, type CharacterDoc } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';
import { Action } from '../../ui/controls';

/** Cards that lie elsewhere than the plan's parts usually do: hints, to be taken or not. */
export function OrderHintList() {
  const { doc, view, edit } = useOnBench();
  const hints = useMemo(() => orderHints(doc, view.id), [doc, view.id]);
  if (hints.length === 0) return null;
  return (
    <section aria-label="Usual order" className="mb-4">
      <h3 className="mb-1 text-[15px]">Usually otherwise</h3>
      {hints.map(({ pieceIds: [id], inFrontOf }) => (
        <p key={id} className="flex items-center justify-between gap-2 border-b border-rule py-1 text-[13px]">
          <button
            type="button"
            className="min-w-0 cursor-pointer text-left"
            onClick={() => pickPiece(id, partOf(doc, pieceById(doc, id)))}
          >
            <span className="font-medium">{label(doc, id)}</span>{' '}
            <span className="text-soft">
              {inFrontOf ? `directly in front of ${label(doc, inFrontOf)}` : 'at the very back'}
            </span>
          </button>
          <Action onClick={() => void edit('stack.order', id, { inFrontOf, along: [] })}>Lay it there</Action>
        </p>
      ))}
    </section>
  );
}

function label(doc: CharacterDoc, id: string): string {
  return labelFor(partOf(doc, pieceById(doc, id)));
}
