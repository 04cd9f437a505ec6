import { HEIGHT_NAME, type Comparison } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { viewWord } from '../../bench/view-words';
import { Action, LedgerRow } from '../../ui/controls';

/** Heights that were put by hand, and a way to add lines under names of one's own. */
export function HeightList({ comparison }: { comparison: Comparison }) {
  const { doc, edit } = useOnBench();
  const [name, setName] = useState('');
  const byHand = doc.views.flatMap((view) => view.heights.map((mark) => ({ view, ...mark })));
  const begin = () => {
    // In every view at the same share of its height: from there it is dragged to where it belongs.
    const view = doc.views.find(({ id }) => id === comparison.referenceId) ?? doc.views[0];
    const marks = comparison.landmarks.get(view.id) ?? [];
    const at = (key: string, otherwise: number) => marks.find((mark) => mark.key === key)?.y ?? otherwise;
    const y = (at('crown', 0) + at('floor', view.floorY)) / 2;
    void edit('turns.height', view.id, { key: name.trim(), y, saw: { [view.id]: view.version } });
    setName('');
  };
  return (
    <section aria-label="Heights">
      <h3 className="mt-3 mb-1 text-[15px]">Heights by hand</h3>
      {byHand.map(({ view, key, y }) => (
        <LedgerRow key={`${view.id} ${key}`} name={`${key}, ${viewWord(view.key)}`}>
          <span className="inline-flex items-center gap-2">
            {Math.round(y)} px
            <Action
              aria-label={`Let go of ${key} in ${view.key}`}
              onClick={() => void edit('turns.height', view.id, { key, y: null, saw: { [view.id]: view.version } })}
            >
              Let go
            </Action>
          </span>
        </LedgerRow>
      ))}
      <form
        className="mt-2 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim()) begin();
        }}
      >
        <input
          aria-label="Name of a height line of your own"
          placeholder="belt, hem"
          value={name}
          maxLength={HEIGHT_NAME.most}
          className="h-8 min-w-0 flex-1 rounded border border-rule bg-paper px-2 text-[13px]"
          onChange={({ target }) => setName(target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
        />
        <Action type="submit" disabled={!name.trim()}>
          Add a line
        </Action>
      </form>
    </section>
  );
}
