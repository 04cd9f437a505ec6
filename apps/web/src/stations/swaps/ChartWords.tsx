import type { SwapSetRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';

/** Adds a shape or a mood to a set's chart, takes empty ones away, and lets the whole set go. */
export function ChartWords({ set }: { set: SwapSetRow }) {
  const { edit } = useOnBench();
  const [word, setWord] = useState('');
  const saw = { [set.id]: set.version };
  const add = async (part: { shapes?: SwapSetRow['shapes']; moods?: string[] }) => {
    if (await edit('swaps.chart', set.id, { ...part, saw })) setWord('');
  };
  const key = word.trim().toLowerCase();
  return (
    <section className="mb-4">
      <h3 className="mb-1 text-[15px]">Its chart</h3>
      <div className="flex flex-wrap items-center gap-1.5">
        <input
          type="text"
          aria-label="A new shape or mood"
          placeholder="whistle, angry"
          maxLength={24}
          value={word}
          onChange={({ target }) => setWord(target.value)}
          onKeyDown={(event) => event.stopPropagation()}
          className="h-8 w-full min-w-0 rounded-lg border border-rule bg-paper px-2.5 text-[13px]"
        />
        <Action disabled={key === ''} onClick={() => void add({ shapes: [...set.shapes, { key, sounds: '' }] })}>
          Add shape
        </Action>
        <Action disabled={key === ''} onClick={() => void add({ moods: [...set.moods, key] })}>
          Add mood
        </Action>
      </div>
      <EmptyOnes set={set} />
    </section>
  );
}

/** Shapes and moods in which nothing stands, each to be taken away with a click. */
function EmptyOnes({ set }: { set: SwapSetRow }) {
  const { doc, edit } = useOnBench();
  const own = doc.drawings.filter(({ setId }) => setId === set.id);
  const shapes = set.shapes.filter(({ key }) => !own.some(({ shape }) => shape === key));
  const moods = set.moods.filter((mood) => !own.some((one) => one.mood === mood));
  const saw = { [set.id]: set.version };
  const chip = (word: string, take: () => void) => (
    <button
      key={word}
      type="button"
      title={`Take ${word} off the chart`}
      className="cursor-pointer rounded-md border border-dashed border-rule px-1.5 py-0.5 text-[12px] text-soft"
      onClick={take}
    >
      {word} ×
    </button>
  );
  return (
    <>
      {shapes.length + moods.length > 0 && (
        <p className="mt-2 flex flex-wrap items-center gap-1 text-[12.5px] text-soft">
          Not drawn:
          {shapes.map(({ key }) =>
            chip(
              key,
              () => void edit('swaps.chart', set.id, { shapes: set.shapes.filter((one) => one.key !== key), saw }),
            ),
          )}
          {moods.map((mood) =>
            chip(mood, () => void edit('swaps.chart', set.id, { moods: set.moods.filter((one) => one !== mood), saw })),
          )}
        </p>
      )}
      <div className="mt-2">
        <Action tone="wrong" onClick={() => void edit('swaps.remove', set.id)}>
          Let the set go
        </Action>
      </div>
    </>
  );
}
