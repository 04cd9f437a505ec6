import type { PieceRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';
import { carryOn } from './carry-hand';
import type { UnderPicture } from './under-tasks';

/** Two ways in which a piece's contours can go on beneath, to choose from: on the art one is dashed blue, the other brass. */
export function TwoWays({ piece, ways }: { piece: PieceRow; ways: NonNullable<UnderPicture['ways']> }) {
  const bench = useOnBench();
  const take = (curves: readonly number[][]) => {
    const chosen = curves.map((points) => ({ kind: 'curve' as const, points }));
    void carryOn(bench, piece, [...piece.carried, ...chosen]);
  };
  return (
    <div className="mb-2 rounded-lg bg-brass-wash px-3 py-2 text-[13px]">
      <p className="mb-1.5">Its contour can go on in two ways. Which is it?</p>
      <span className="flex gap-1.5">
        <Action onClick={() => take(ways.proposed)}>The blue one</Action>
        <Action onClick={() => take(ways.other)}>The brass one</Action>
      </span>
    </div>
  );
}
