import { capital, isFlat, measureSymmetry, partOf, pieceById, type ViewMeasure } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';
import { viewWord } from '../../bench/view-words';
import { Action } from '../../ui/controls';
import { tellNotes } from './tell-notes';

/** px that no eye tells apart, and pairs that are listed. */
const UNSEEN = 3;
const MOST = 6;
const OTHER = { A: 'B', B: 'A' } as const;

/** How far left and right differ in the view that is open, if both should be alike: its pairs, the worst first. */
export function SideDifferences({ measures }: { measures: ReadonlyMap<string, ViewMeasure> }) {
  const { doc, view, edit } = useOnBench();
  const measure = measures.get(view.id);
  const fits = measure?.pieces.length === doc.pieces.filter((piece) => piece.viewId === view.id).length;
  const symmetry = measure && fits && isFlat(view.key) ? measureSymmetry(doc, view.id, measure) : null;
  if (!symmetry) return null;
  const differ = symmetry.pairs
    .map((pair) => ({ ...pair, words: wordsOf(pair) }))
    .filter(({ words }) => words.length > 0)
    .slice(0, MOST);
  return (
    <section aria-label="Both sides" className="mb-4">
      <h3 className="mt-3 mb-1 text-[15px]">Both sides, {viewWord(view.key).toLowerCase()}</h3>
      {differ.length === 0 ? (
        <p className="text-[13px] text-soft">Alike, to {UNSEEN} px.</p>
      ) : (
        differ.map(({ word, pieceIds, words }) => (
          <div key={word} className="border-b border-rule py-1 text-[13px]">
            <button
              type="button"
              className="block w-full cursor-pointer text-left"
              onClick={() => pickPiece(pieceIds[0], partOf(doc, pieceById(doc, pieceIds[0])))}
            >
              {capital(word)} A {words.join(', ')}
            </button>
            <div className="mt-1 flex gap-1.5">
              {(['A', 'B'] as const).map((side, at) => {
                const piece = pieceById(doc, pieceIds[at]);
                return (
                  <Action
                    key={side}
                    aria-label={`Draw ${word} ${side} as ${OTHER[side]}`}
                    title="Mirrored, with what hangs from it; the design changes with it"
                    onClick={() =>
                      void edit('parts.side', piece.id, { saw: { [piece.id]: piece.version } }).then(tellNotes)
                    }
                  >
                    Draw {side} as {OTHER[side]}
                  </Action>
                );
              })}
            </div>
          </div>
        ))
      )}
    </section>
  );
}

/** What is otherwise about the one on side A, in words with their px. */
function wordsOf({ size, lower, out }: { size: number | null; lower: number; out: number }): string[] {
  const say = (by: number, more: string, less: string) =>
    Math.abs(by) > UNSEEN ? [`${Math.round(Math.abs(by))} px ${by > 0 ? more : less}`] : [];
  return [
    ...say(size ?? 0, 'taller', 'shorter'),
    ...say(lower, 'lower', 'higher'),
    ...say(out, 'farther out', 'farther in'),
  ];
}
