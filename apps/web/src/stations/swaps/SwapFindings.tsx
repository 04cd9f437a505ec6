import { counted, partOf, pieceById } from '@limber-sheaf/core';
import { useChecks } from '../../api/useHandOffs';
import { useOnBench } from '../../bench/context';
import { lookAtPlace, pickPiece } from '../../bench/store';
import { useRested } from '../../ui/useRested';

/** px about a place that is looked at. */
const NEAR = 160;

/** ms without an edit before the drawings are checked again: a hand that paints makes one with every stroke. */
const REST_MS = 1500;

/** What is wrong with the drawings of this view, each a way to its place on the art. */
export function SwapFindings() {
  const { doc, view, revision } = useOnBench();
  const rested = useRested(revision, REST_MS);
  const { data } = useChecks(view.id, rested);
  const findings = data?.checks.find(({ id }) => id === 'swap-seats')?.findings ?? [];
  if (findings.length === 0) return null;
  return (
    <section className={`mb-4 ${data?.revision === revision ? '' : 'opacity-60'}`}>
      <h3 className="mb-1 text-[15px]">{counted(findings.length, 'finding')}</h3>
      <ul>
        {findings.map(({ sentence, pieceId, place }) => (
          <li key={sentence}>
            <button
              type="button"
              className="mb-1.5 w-full cursor-pointer border-l-2 border-madder py-0.5 pl-2.5 text-left text-[13px]"
              onClick={() => {
                if (pieceId && doc.pieces.some(({ id }) => id === pieceId))
                  pickPiece(pieceId, partOf(doc, pieceById(doc, pieceId)));
                if (place) lookAtPlace(place.x, place.y, NEAR);
              }}
            >
              {sentence}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
