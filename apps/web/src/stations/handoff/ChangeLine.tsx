import type { AnswerOf } from '../../api/client';
import { weightWords } from './package-words';

type Change = AnswerOf<'handOff.list'>['versions'][number]['changes'][number];

/** One difference between two versions, with its weight in a word. */
export function ChangeLine({
  change: { weight, sentence, view },
  picked = false,
  onPick,
}: {
  change: Change;
  picked?: boolean;
  /** Shows its place; where not given, it is text alone. */
  onPick?: () => void;
}) {
  const { word, tone } = weightWords(weight);
  const words = (
    <>
      <span className={`mr-0.5 font-medium ${tone}`}>{word}</span> <span title={view}>{sentence}</span>
    </>
  );
  const look = `border-l-[3px] py-1 pl-2 text-[12.5px] ${picked ? 'border-woad bg-paper' : 'border-rule'}`;
  if (!onPick) return <li className={look}>{words}</li>;
  return (
    <li>
      <button
        type="button"
        aria-pressed={picked}
        className={`w-full cursor-pointer text-left hover:bg-paper ${look}`}
        onClick={onPick}
      >
        {words}
      </button>
    </li>
  );
}
