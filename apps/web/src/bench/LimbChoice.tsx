import { turnLimb, type PieceRow } from '@limber-sheaf/core';
import { Picture } from '../ui/Picture';
import { useOnBench } from './context';
import { backgroundWorker, keyOf } from './worker';
import type { doubtTasks } from './worker/doubt-tasks';

const WAYS = [
  { answer: 'in-front', picture: 'inFront', word: 'In front' },
  { answer: 'behind', picture: 'behind', word: 'Behind' },
] as const;

/** Where a limb lies, to be chosen by what it looks like. */
export function LimbChoice({ limb, onChoose }: { limb: PieceRow; onChoose: (answer: 'in-front' | 'behind') => void }) {
  const bench = useOnBench();
  const turned = turnLimb(bench.doc, limb);
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      {WAYS.map(({ answer, picture, word }) => (
        <button
          key={answer}
          type="button"
          className="flex cursor-pointer flex-col items-center rounded-md border border-rule bg-sheet p-1.5 text-[13px] font-medium hover:border-woad"
          onClick={() => onChoose(answer)}
        >
          <Picture
            name={`${limb.id} ${bench.revision} ${answer}`}
            make={() => backgroundWorker<typeof doubtTasks>('doubts').limb(keyOf(bench), limb.id, picture)}
            className="h-32 max-w-full object-contain"
          />
          <span className="mt-1">{word}</span>
          {turned && <span className="text-[12px] text-soft">{turned.to === answer ? 'not yet' : 'as it lies'}</span>}
        </button>
      ))}
    </div>
  );
}
