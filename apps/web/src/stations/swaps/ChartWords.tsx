import { USUAL_CHARTS, sameChart, type SwapSetRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { ArrangeChart } from './ArrangeChart';
import { useCharts } from '../../api/useKept';
import { Action } from '../../ui/controls';
import { KeptChoice } from '../../ui/KeptChoice';

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
      {set.linkedTo ? (
        <p className="text-[12.5px] text-soft">It goes by the chart of the set that it goes with.</p>
      ) : (
        <KeptCharts set={set} />
      )}
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
      {!set.linkedTo && <ArrangeChart set={set} />}
      <EmptyOnes set={set} />
    </section>
  );
}

/** The chart of its kind, those that the production keeps, and this one to be kept. */
function KeptCharts({ set }: { set: SwapSetRow }) {
  const { doc, edit } = useOnBench();
  const { kept, ...production } = useCharts(doc.character.productionId);
  const usual = [{ name: `the usual ${set.kind}`, value: { kind: set.kind, ...USUAL_CHARTS[set.kind] } }];
  const own = kept.filter(({ value }) => value.kind === set.kind);
  const take = ({ value: { shapes, moods } }: (typeof usual)[number] | (typeof own)[number]) => {
    // Where drawings stand the chart keeps its places.
    const drawn = doc.drawings.filter(({ setId }) => setId === set.id);
    const kepts = set.shapes.filter(
      ({ key }) => drawn.some(({ shape }) => shape === key) && !shapes.some((one) => one.key === key),
    );
    const rows = set.moods.filter((mood) => drawn.some((one) => one.mood === mood) && !moods.includes(mood));
    void edit('swaps.chart', set.id, {
      shapes: [...shapes, ...kepts],
      moods: [...moods, ...rows],
      saw: { [set.id]: set.version },
    });
  };
  const chart = { kind: set.kind, shapes: set.shapes, moods: set.moods };
  return (
    <KeptChoice
      word="Chart"
      usual={usual}
      kept={own}
      current={[...usual, ...own].find(({ value }) => sameChart(value, set))}
      onTake={take}
      onKeep={(name) => production.keep(name, chart)}
      onRename={({ id }, name) => production.rename(id, name)}
      onDrop={({ id }) => production.drop(id)}
    />
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
