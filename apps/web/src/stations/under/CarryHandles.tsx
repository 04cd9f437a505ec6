import type { PieceRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { Circle, Group, Line } from '../../ui/konva';
import { carryOn } from './carry-hand';
import type { UnderPicture } from './under-tasks';

interface Props {
  piece: PieceRow;
  curves: UnderPicture['curves'];
  palette: Palette;
  /** One screen px, in px of the canvas. */
  px: number;
}

/** The picked piece's contours beneath as curves with handles: what is dragged becomes the artist's. */
export function CarryHandles({ piece, curves, palette, px }: Props) {
  const bench = useOnBench();
  const [draft, setDraft] = useState<{ at: number; points: number[] } | null>(null);
  const moved = (points: readonly number[], handle: number, x: number, y: number) =>
    points.map((value, i) => (i === 2 * handle ? x : i === 2 * handle + 1 ? y : value));
  const take = (at: number, points: number[]) => {
    const { drawn } = curves[at];
    const others = piece.carried.filter((_, i) => i !== drawn);
    void carryOn(bench, piece, [...others, { kind: 'curve', points }]).then(() => setDraft(null));
  };
  return (
    <>
      {curves.map(({ points: rest, drawn }, at) => {
        const points = draft?.at === at ? draft.points : rest;
        const [ax, ay, bx, by, cx, cy, dx, dy] = points;
        return (
          <Group key={at}>
            <Line points={points} bezier stroke={palette.woad} strokeWidth={2.4 * px} listening={false} />
            <Line points={[ax, ay, bx, by]} stroke={palette.woad} strokeWidth={px} opacity={0.7} listening={false} />
            <Line points={[dx, dy, cx, cy]} stroke={palette.woad} strokeWidth={px} opacity={0.7} listening={false} />
            {[0, 3].map((end) => (
              <Circle
                key={end}
                x={points[2 * end]}
                y={points[2 * end + 1]}
                radius={4.5 * px}
                fill={palette.woad}
                listening={false}
              />
            ))}
            {[1, 2].map((handle) => (
              <Circle
                key={handle}
                name="handle"
                x={points[2 * handle]}
                y={points[2 * handle + 1]}
                radius={6 * px}
                hitStrokeWidth={10 * px}
                fill={palette.sheet}
                stroke={drawn === null ? palette.woad : palette.ink}
                strokeWidth={2 * px}
                draggable
                onDragMove={({ target }) => setDraft({ at, points: moved(points, handle, target.x(), target.y()) })}
                onDragEnd={({ target }) => take(at, moved(points, handle, target.x(), target.y()))}
              />
            ))}
          </Group>
        );
      })}
    </>
  );
}
