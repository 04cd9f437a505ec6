import type { SwapSetRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';

/** A list with one of its places moved by one. */
function movedBy<T>(list: readonly T[], at: number, by: 1 | -1): T[] {
  const next = [...list];
  const [one] = next.splice(at, 1);
  next.splice(at + by, 0, one);
  return next;
}

/** The shapes and moods of a chart, to be named otherwise and put in another order. */
export function ArrangeChart({ set }: { set: SwapSetRow }) {
  const { edit } = useOnBench();
  const saw = { [set.id]: set.version };
  return (
    <details className="mt-2 text-[13px]">
      <summary className="cursor-pointer text-woad">Names and order</summary>
      {(['shape', 'mood'] as const).map((what) => {
        const words = what === 'shape' ? set.shapes.map(({ key }) => key) : set.moods;
        const move = (at: number, by: 1 | -1) =>
          void edit('swaps.chart', set.id, {
            ...(what === 'shape' ? { shapes: movedBy(set.shapes, at, by) } : { moods: movedBy(set.moods, at, by) }),
            saw,
          });
        return (
          <ol key={what} aria-label={what === 'shape' ? 'Shapes' : 'Moods'} className="mt-1.5">
            {words.map((word, at) => (
              <li key={word} className="flex items-center gap-1 border-b border-rule py-0.5">
                <Word
                  what={what}
                  word={word}
                  onName={(to) => void edit('swaps.rename', set.id, { what, from: word, to, saw })}
                />
                <Arrow word={`Move ${word} back`} sign="↑" disabled={at === 0} onClick={() => move(at, -1)} />
                <Arrow
                  word={`Move ${word} forward`}
                  sign="↓"
                  disabled={at === words.length - 1}
                  onClick={() => move(at, 1)}
                />
              </li>
            ))}
          </ol>
        );
      })}
    </details>
  );
}

function Word({ what, word, onName }: { what: string; word: string; onName: (to: string) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    const to = draft?.trim() ?? '';
    setDraft(null);
    if (to !== '' && to !== word) onName(to);
  };
  return (
    <input
      type="text"
      aria-label={`Name of the ${what} ${word}`}
      value={draft ?? word}
      maxLength={24}
      onChange={({ target }) => setDraft(target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
      }}
      className="h-7 w-full min-w-0 rounded-md bg-transparent px-1 hover:bg-paper focus:bg-paper"
    />
  );
}

function Arrow({ word, sign, ...rest }: { word: string; sign: string; disabled: boolean; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-label={word}
      title={word}
      className="size-7 cursor-pointer rounded-md text-soft hover:bg-paper disabled:cursor-default disabled:opacity-30"
      {...rest}
    >
      {sign}
    </button>
  );
}
