import { labelFor, partOf, pieceById, type Pair } from '@limber-sheaf/core';
import { useState } from 'react';
import { Action } from '../ui/controls';
import { Picture } from '../ui/Picture';
import { useOnBench } from './context';
import { backgroundWorker, keyOf } from './worker';
import type { doubtTasks } from './worker/doubt-tasks';

interface Props {
  between: Pair;
  /** Is it about the same cut of both sides? The first is shown. */
  several?: boolean;
  onChoose: (answer: 'more' | 'less', signal: AbortSignal) => Promise<unknown>;
}

/** Where else a cut may run than where the table shows it, to be moved on by what that looks like, until it is right. */
export function CutChoice({ between, several = false, onChoose }: Props) {
  const bench = useOnBench();
  const [moving, setMoving] = useState<AbortController | null>(null);
  const [first, second] = [between.first, between.second].map((id) => {
    const part = partOf(bench.doc, pieceById(bench.doc, id));
    return labelFor(several ? { ...part, side: null } : part);
  });
  const move = async (answer: 'more' | 'less') => {
    const stop = new AbortController();
    setMoving(stop);
    await onChoose(answer, stop.signal);
    setMoving(null);
  };
  const ways = [
    { answer: 'more', word: `More ${first}` },
    { answer: 'less', word: `More ${second}` },
  ] as const;
  return (
    <div className="mt-2" aria-busy={moving !== null}>
      <div className="grid grid-cols-2 gap-2">
        {ways.map(({ answer, word }) => (
          <button
            key={answer}
            type="button"
            disabled={moving !== null}
            className="flex cursor-pointer flex-col items-center justify-between gap-1 rounded-md border border-rule bg-sheet p-1.5 text-[13px] leading-tight font-medium hover:border-woad disabled:cursor-default disabled:opacity-45"
            onClick={() => void move(answer)}
          >
            <Picture
              name={`${between.first} ${between.second} ${bench.revision} ${answer}`}
              make={() => backgroundWorker<typeof doubtTasks>('doubts').cut(keyOf(bench), between, answer)}
              className="h-24 max-w-full object-contain"
            />
            {word}
          </button>
        ))}
      </div>
      <div role="status" className="mt-1.5 flex items-center justify-between gap-2 text-[12px] text-soft">
        {moving
          ? `Moving the ${several ? 'cuts' : 'cut'}…`
          : `A click moves the cut on${several ? ', on both sides alike' : ''}; joints follow. Again, until it is right.`}
        {moving && <Action onClick={() => moving.abort()}>Stop</Action>}
      </div>
    </div>
  );
}
