import type { Doubt, DoubtAnswer } from '@limber-sheaf/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { useAnswer } from '../api/useAnswer';
import { Action } from '../ui/controls';
import { useOnBench } from './context';
import { CutChoice } from './CutChoice';
import { LimbChoice } from './LimbChoice';
import { pickPiece } from './store';
import { useDoor } from './useDoor';

/** Answers in words; where a limb lies and a cut runs is chosen by pictures, and what else something is by its name. */
const ANSWERS: Readonly<Partial<Record<DoubtAnswer, string>>> = {
  right: 'It is right',
  none: 'There is none',
  sweep: 'Sweep it up',
  along: 'It moves along',
  nothing: 'Nothing there',
};

/** The same of what is about several things at once. */
const ANSWERS_TO_SEVERAL: typeof ANSWERS = { ...ANSWERS, right: 'Both are right', none: 'There are none' };

/** What the first draft has left to decide, one at a time, wherever one is: each shows its place, and some are answered at once. */
export function DoubtCard() {
  const { doc, view, revision, edit } = useOnBench();
  const { data: doubts } = useAnswer('draft.doubts', view.drafted ? view.id : null, {
    again: revision,
    keepPreviousData: true,
  });
  const [at, setAt] = useState(0);
  const door = useDoor();
  if (!view.drafted) return null;
  if (!doubts)
    return (
      <p role="status" className="mb-3 text-[13px] text-soft">
        Looking for what is left to decide…
      </p>
    );
  const here = Math.min(at, doubts.length - 1);
  if (here < 0) return null;
  const doubt = doubts[here];
  const words = doubt.several ? ANSWERS_TO_SEVERAL : ANSWERS;
  const show = ({ about, part, ...finding }: Doubt) => {
    door(about, finding);
    if (part) pickPiece(null, part);
  };
  const settle = (answer: DoubtAnswer, as?: string) => edit('draft.settle', view.id, { key: doubt.key, answer, as });
  const limb = doubt.answers.includes('behind') ? doc.pieces.find(({ id }) => id === doubt.pieceId) : undefined;
  const step = (by: number) => {
    const next = (here + by + doubts.length) % doubts.length;
    setAt(next);
    show(doubts[next]);
  };
  return (
    <section aria-label="Doubts" className="mb-4 rounded-lg border border-l-4 border-rule border-l-brass bg-paper p-3">
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-[15px]">
          Doubt <span className="figures text-[13px]">{here + 1}</span> of{' '}
          <span className="figures text-[13px]">{doubts.length}</span>
        </h2>
        <span className="flex">
          <Action tone="quiet" className="px-1.5" aria-label="Doubt before" onClick={() => step(-1)}>
            <ChevronLeft size={16} aria-hidden />
          </Action>
          <Action tone="quiet" className="px-1.5" aria-label="Next doubt" onClick={() => step(1)}>
            <ChevronRight size={16} aria-hidden />
          </Action>
        </span>
      </div>
      <p className="mt-1 text-[13px]">{doubt.sentence}</p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        <Action onClick={() => show(doubt)}>Show it</Action>
        {doubt.answers.map(
          (answer) =>
            words[answer] && (
              <Action key={answer} tone="go" onClick={() => settle(answer)}>
                {words[answer]}
              </Action>
            ),
        )}
        {doubt.names?.map(({ address, word }) => (
          <Action key={address} onClick={() => settle('other', address)}>
            It is {word}
          </Action>
        ))}
      </div>
      {limb && <LimbChoice limb={limb} onChoose={settle} />}
      {doubt.between && (
        <CutChoice
          between={doubt.between}
          several={doubt.several}
          onChoose={(answer, signal) => edit('draft.settle', view.id, { key: doubt.key, answer }, signal)}
        />
      )}
    </section>
  );
}
