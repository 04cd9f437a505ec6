import { partOf, type Comparison, type PartInView } from '@limber-sheaf/core';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { useDoor } from './useDoor';
import { ViewHeads } from './ViewHeads';

/** How a part stands in a view: a sign, and the word for it. */
const STATES: Record<PartInView['state'], { sign: string; word: string; look: string }> = {
  made: { sign: '●', word: 'made', look: 'text-sap' },
  missing: { sign: '○', word: 'missing', look: 'text-madder' },
  unseen: { sign: '–', word: 'does not show', look: 'text-soft' },
  extra: { sign: '+', word: 'extra', look: 'text-brass' },
};

/** Every part in every view. A click picks it in all of them; a second one opens the piece. */
export function PartTable({ comparison }: { comparison: Comparison }) {
  const { doc } = useOnBench();
  const picked = useBench((s) => s.pickedPiece);
  const pickedPart = doc.pieces.find(({ id }) => id === picked)?.partId;
  const open = useDoor();
  const click = (cell: PartInView) => {
    const piece = doc.pieces.find(({ id }) => id === cell.pieceId);
    if (!piece) open(cell.viewId, null);
    else if (piece.id === picked) open(cell.viewId, piece.id);
    else pickPiece(piece.id, partOf(doc, piece));
  };
  const faceOf = (pieceId: string | null) => doc.pieces.find(({ id }) => id === pieceId)?.face;
  if (comparison.parts.length === 0) return null;
  return (
    <section aria-label="Parts by view" className="mb-4">
      <h3 className="mt-3 mb-1 text-[15px]">Parts by view</h3>
      <table className="w-full border-collapse text-[12.5px]">
        <ViewHeads of="Part" />
        <tbody>
          {comparison.parts.map(({ partId, word, cells }) => (
            <tr key={partId} className={`border-t border-rule ${partId === pickedPart ? 'bg-brass-wash' : ''}`}>
              <th className="py-0.5 text-left font-normal">{word}</th>
              {cells.map((cell) => {
                const { sign, word: state, look } = STATES[cell.state];
                const face = faceOf(cell.pieceId);
                return (
                  <td key={cell.viewId} className="group relative text-center">
                    <button
                      type="button"
                      aria-label={`${word} in ${viewOf(doc.views, cell.viewId)}: ${state}`}
                      className={`h-6 w-full cursor-pointer ${look}`}
                      onClick={() => click(cell)}
                    >
                      {sign}
                    </button>
                    {face && (
                      <img
                        src={blobUrl(face.blob, 128)}
                        alt=""
                        loading="lazy"
                        className="pointer-events-none absolute right-full bottom-full z-10 hidden max-h-28 max-w-24 rounded-lg border border-rule bg-sheet p-1.5 shadow group-hover:block"
                      />
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1.5 text-[12.5px] text-soft">
        {Object.values(STATES)
          .map(({ sign, word }) => `${sign} ${word}`)
          .join(' · ')}
      </p>
    </section>
  );
}

function viewOf(views: readonly { id: string; key: string }[], id: string): string {
  return views.find((view) => view.id === id)?.key ?? '';
}
