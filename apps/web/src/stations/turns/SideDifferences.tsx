import { capital, measureSymmetry, partOf, pieceById, type ViewMeasure } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';
import { viewWord } from '../../bench/view-words';

/** Views that should be alike on both sides. */
const FLAT = ['front', 'back'];
/** px that no eye tells apart, and pairs that are listed. */
const UNSEEN = 3;
const MOST = 6;

/** How far left and right differ in the view that is open, if both should be alike: its pairs, the worst first. */
export function SideDifferences({ measures }: { measures: ReadonlyMap<string, ViewMeasure> }) {
  const { doc, view } = useOnBench();
  const measure = measures.get(view.id);
  const fits = measure?.pieces.length === doc.pieces.filter((piece) => piece.viewId === view.id).length;
  const symmetry = measure && fits && FLAT.includes(view.key) ? measureSymmetry(doc, view.id, measure) : null;
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
        differ.map(({ word, pieceIds: [a], words }) => (
          <button
            key={word}
            type="button"
            className="block w-full cursor-pointer border-b border-rule py-1 text-left text-[13px]"
            onClick={() => pickPiece(a, partOf(doc, pieceById(doc, a)))}
          >
            {capital(word)} A {words.join(', ')}
          </button>
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
