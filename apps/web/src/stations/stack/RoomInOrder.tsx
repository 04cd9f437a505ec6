import { pieceById, pieceName, type PieceId, type PieceRow, type RoomInOrder as Room } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import { LedgerRow } from '../../ui/controls';
import { stackWorker } from './worker';

/** How far the picked piece may move in the draw order, in words. */
export function RoomInOrder({ piece }: { piece: PieceRow }) {
  const { doc, sheets, view } = useOnBench();
  const [found, setFound] = useState<{ pieceId: string; room: Room } | null>(null);
  useEffect(() => {
    let wanted = true;
    stackWorker()
      .room(keyOf({ doc, sheets }), view.id, piece.id)
      .then(
        (room) => wanted && setFound({ pieceId: piece.id, room }),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [doc, sheets, view.id, piece.id]);
  if (found?.pieceId !== piece.id) return null;
  const { behind, front, between } = found.room;
  const name = (id: PieceId) => pieceName(doc, pieceById(doc, id));
  return (
    <>
      <LedgerRow name="In front of">{behind ? name(behind) : 'nothing it touches'}</LedgerRow>
      <LedgerRow name="Behind">{front ? name(front) : 'nothing it touches'}</LedgerRow>
      {between > 0 && (
        <p className="mt-1 text-[12.5px] text-soft">
          {between === 1
            ? 'It does not touch the piece between: free to move past it.'
            : `It touches none of the ${between} pieces between: free to move there.`}
        </p>
      )}
    </>
  );
}
