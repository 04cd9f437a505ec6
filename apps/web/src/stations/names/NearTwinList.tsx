import { partOf, pieceById, pieceName, type NearTwins } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import type { nameTasks } from './name-tasks';

/** px; as wide as the two pictures are shown. */
const WIDE = 96;

/** Pieces that have nearly the same picture under two names, each pair side by side. */
export function NearTwinList() {
  const bench = useOnBench();
  const { doc, view, revision } = bench;
  const [twins, setTwins] = useState<NearTwins[]>([]);
  useEffect(() => {
    let isWanted = true;
    void handWorker<typeof nameTasks>('names')
      .nearTwins(keyOf(bench), view.id)
      .then((found) => isWanted && setTwins(found));
    return () => {
      isWanted = false;
    };
    // The revision says what else would.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [doc.character.id, view.id, revision]);
  const shown = twins.filter((pair) =>
    [pair.pieceId, pair.otherId].every((id) => doc.pieces.some((piece) => piece.id === id)),
  );
  if (shown.length === 0) return null;
  return (
    <section aria-label="Nearly the same picture" className="mt-3">
      <h3 className="mb-1 text-[15px]">Nearly the same picture</h3>
      <ul>
        {shown.map(({ pieceId, otherId, differing }) => (
          <li key={`${pieceId} ${otherId}`} className="border-b border-rule py-1.5 text-[12.5px]">
            <div className="flex gap-2">
              {[otherId, pieceId].map((id) => {
                const piece = pieceById(doc, id);
                return (
                  <button
                    key={id}
                    type="button"
                    className="figures min-w-0 flex-1 cursor-pointer truncate rounded-lg border border-rule p-1 text-[12px] hover:bg-paper"
                    title={pieceName(doc, piece)}
                    onClick={() => pickPiece(id, partOf(doc, piece))}
                  >
                    <img src={blobUrl(piece.face.blob, WIDE)} alt="" className="mx-auto h-14 object-contain" />
                    {pieceName(doc, piece)}
                  </button>
                );
              })}
            </div>
            <p className="mt-1 text-soft">
              {(differing * 100).toFixed(1)} % of their pixels differ. Is one of them left over?
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
