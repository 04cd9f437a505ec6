import { groupsToTake } from '@limber-sheaf/core';
import { useState } from 'react';
import { useAnswer } from '../../api/useAnswer';
import { useCast } from '../../api/useCast';
import { useOnBench } from '../../bench/context';
import { viewWord } from '../../bench/view-words';
import { Action, Choice, LedgerRow, Toggle } from '../../ui/controls';

/** Limbs of another character of the production to start from: their pieces, joints, names and hidden paint, scaled to this one. */
export function TakeParts() {
  const { doc, view, edit } = useOnBench();
  const { cards = [] } = useCast(doc.character.productionId);
  const [whose, setWhose] = useState('');
  const [viewId, setViewId] = useState('');
  const [mirrored, setMirrored] = useState(false);
  const { data: other } = useAnswer('cast.state', whose || null);
  const others = cards.filter(({ id, deleted, pieces }) => id !== doc.character.id && !deleted && pieces > 0);
  if (others.length === 0) return null;
  const from = other?.doc.views.find(({ id }) => id === viewId) ?? other?.doc.views.find(({ key }) => key === view.key);
  const shown = from ?? other?.doc.views[0];
  const groups = other && shown ? groupsToTake(other.doc, shown.id) : [];
  return (
    <section aria-label="From another character" className="mt-4">
      <h3 className="mb-1 text-[15px]">From another character</h3>
      <LedgerRow name="Whose">
        <Choice
          label="Whose parts"
          value={whose}
          options={[{ value: '', word: 'choose …' }, ...others.map(({ id, name }) => ({ value: id, word: name }))]}
          onChange={setWhose}
        />
      </LedgerRow>
      {other && shown && (
        <>
          {other.doc.views.length > 1 && (
            <LedgerRow name="View">
              <Choice
                label="View of theirs"
                value={shown.id}
                options={other.doc.views.map(({ id, key }) => ({ value: id, word: viewWord(key) }))}
                onChange={setViewId}
              />
            </LedgerRow>
          )}
          <div className="mt-2">
            <Toggle on={mirrored} onChange={setMirrored} title="A for B, and the ranges the other way round">
              Onto the other side
            </Toggle>
          </div>
          <p className="mt-2 mb-1.5 text-[12.5px] text-soft">
            As large as this figure, with joints, names and hidden paint. The design shows them from then on.
          </p>
          <div className="flex flex-wrap gap-1.5">
            {groups.map(({ word, partIds }) => (
              <Action
                key={word}
                onClick={() =>
                  void edit('views.takeParts', view.id, {
                    ...{ fromViewId: shown.id, partIds, mirrored },
                    saw: { [view.id]: view.version },
                  })
                }
              >
                Take {word}
              </Action>
            ))}
          </div>
        </>
      )}
    </section>
  );
}
