import { drawingById, drawingLabel, usualBlink, type SwapSetRow } from '@limber-sheaf/core';
import { Fragment, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { Action, Choice, LedgerRow } from '../../ui/controls';
import { CycleStrip } from './CycleStrip';
import { useSwaps, wearNothing, wornOf } from './swaps-store';

/** How quickly a set is flipped through: drawings a second. */
const PACES = [
  { value: '1000', word: '1 a second' },
  { value: '500', word: '2 a second' },
  { value: '260', word: '4 a second' },
  { value: '83', word: '12 a second' },
];

/** Looks, which choose drawings of several sets at once, and the open set's cycles; a click tries either. */
export function LooksAndCycles({ set }: { set: SwapSetRow }) {
  const { doc, edit } = useOnBench();
  const [name, setName] = useState('');
  const { worn, playing, flipMs } = useSwaps();
  const chosen = Object.entries(worn).flatMap(([setId, drawingId]) => {
    const of = doc.swapSets.find(({ id }) => id === setId);
    return of && doc.drawings.some(({ id }) => id === drawingId) && !wornOf(doc, of, worn).isDefault ? [drawingId] : [];
  });
  const blink = set.kind === 'lids' ? usualBlink(doc, set.id) : null;
  const shown = wornOf(doc, set, worn);
  const cycles = doc.cycles.filter(({ setId }) => setId === set.id);
  const keep = async () => {
    if (await edit('looks.keepLook', doc.character.id, { name, drawingIds: chosen })) setName('');
  };
  const standing = doc.drawings.find(({ setId, isDefault }) => setId === set.id && isDefault);
  return (
    <>
      <section className="mb-4">
        <h3 className="mb-1 text-[15px]">Looks</h3>
        <button
          type="button"
          title="Shows every set’s default drawing again (R)"
          className="w-full cursor-pointer border-b border-rule py-1 text-left text-[13px]"
          onClick={wearNothing}
        >
          at rest
        </button>
        {doc.looks.map((look) => (
          <Line
            key={look.id}
            word={look.name}
            title={look.drawingIds.map((id) => drawingLabel(doc, drawingById(doc, id))).join(', ')}
            onTry={() =>
              useSwaps.setState({
                worn: Object.fromEntries(look.drawingIds.map((id) => [drawingById(doc, id).setId, id])),
                playing: null,
              })
            }
            onGo={() => void edit('looks.removeLook', look.id)}
          />
        ))}
        <div className="mt-1 flex items-center gap-1.5">
          <input
            type="text"
            aria-label="Name of the look"
            placeholder={chosen.length > 0 ? 'name what shows now' : 'choose drawings first'}
            maxLength={60}
            value={name}
            onChange={({ target }) => setName(target.value)}
            onKeyDown={(event) => event.stopPropagation()}
            className="h-8 w-full min-w-0 rounded-lg border border-rule bg-paper px-2.5 text-[13px]"
          />
          <Action disabled={name.trim() === '' || chosen.length === 0} onClick={() => void keep()}>
            Keep
          </Action>
        </div>
      </section>
      <section>
        <h3 className="mb-1 text-[15px]">Cycles</h3>
        <LedgerRow name="Flip">
          <Choice
            label="How quickly drawings are flipped through"
            value={String(flipMs)}
            options={PACES}
            onChange={(ms) => useSwaps.setState({ flipMs: Number(ms) })}
          />
        </LedgerRow>
        {cycles.map((cycle) => (
          <Fragment key={cycle.id}>
            <Line
              word={cycle.name}
              title={cycle.drawingIds.map((id, at) => `${drawingById(doc, id).shape} ${cycle.frames[at]}`).join(', ')}
              isOn={playing === cycle.id}
              onTry={() => useSwaps.setState({ playing: playing === cycle.id ? null : cycle.id })}
              onGo={() => void edit('looks.removeCycle', cycle.id)}
            />
            <CycleStrip cycle={cycle} set={set} />
          </Fragment>
        ))}
        <div className="mt-1 flex flex-wrap gap-1.5">
          {blink && (
            <Action onClick={() => void edit('looks.keepCycle', set.id, { name: 'blink', ...blink })}>
              Make a blink
            </Action>
          )}
          {standing && !shown.isDefault && (
            <Action
              title="The default drawing and the one that shows, two frames each"
              onClick={() =>
                void edit('looks.keepCycle', set.id, {
                  name: `rest and ${shown.shape}`,
                  drawingIds: [standing.id, shown.id],
                  frames: [2, 2],
                })
              }
            >
              Cycle with {shown.shape}
            </Action>
          )}
        </div>
        {cycles.length === 0 && !blink && shown.isDefault && (
          <p className="text-[12.5px] text-soft">Show a drawing to make a cycle of it and the one at rest.</p>
        )}
      </section>
    </>
  );
}

function Line({
  word,
  title,
  isOn = false,
  onTry,
  onGo,
}: {
  word: string;
  title: string;
  isOn?: boolean;
  onTry: () => void;
  onGo: () => void;
}) {
  return (
    <div className="flex items-center gap-2 border-b border-rule py-1 text-[13px]">
      <button
        type="button"
        title={title}
        aria-pressed={isOn}
        className="min-w-0 flex-1 cursor-pointer truncate text-left"
        onClick={onTry}
      >
        {word}
      </button>
      <button
        type="button"
        className="cursor-pointer text-[12.5px] text-soft"
        aria-label={`Let ${word} go`}
        onClick={onGo}
      >
        Let go
      </button>
    </div>
  );
}
