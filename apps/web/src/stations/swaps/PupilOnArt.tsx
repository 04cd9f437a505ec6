import { isPupil, withinTravel, type Travel } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import { Circle, Group, Line } from '../../ui/konva';
import type { swapTasks } from './swap-tasks';
import { useSwaps } from './swaps-store';

/** A picked pupil: how far it may go, and a dot to drag it by, which never leaves that. */
export function PupilOnArt({ palette }: { palette: Palette }) {
  const { doc, sheets, view } = useOnBench();
  const picked = useBench((s) => s.pickedPiece);
  const scale = useBench((s) => s.viewport.scale);
  const gaze = useSwaps((s) => s.gaze);
  const piece = doc.pieces.find(({ id, viewId }) => id === picked && viewId === view.id);
  const pupilId = piece && isPupil(doc, piece) ? piece.id : null;
  const [found, setFound] = useState<{ id: string; travel: Travel | null } | null>(null);
  useEffect(() => {
    if (!pupilId) return;
    let wanted = true;
    void handWorker<typeof swapTasks>()
      .travel(keyOf({ doc, sheets }), view.id, pupilId)
      .then((travel) => wanted && setFound({ id: pupilId, travel }));
    return () => {
      wanted = false;
    };
  }, [pupilId, doc, sheets, view.id]);
  if (!piece || !pupilId || found?.id !== pupilId || !found.travel) return null;
  const { travel } = found;
  const px = 1 / scale;
  const [cx, cy] = [piece.face.x + piece.face.width / 2, piece.face.y + piece.face.height / 2];
  const at = gaze?.pieceId === pupilId ? gaze : { x: 0, y: 0 };
  return (
    <Group>
      <Line
        points={travel.flatMap(([dx, dy]) => [cx + dx, cy + dy])}
        closed
        stroke={palette.brass}
        strokeWidth={1.6 * px}
        dash={[5 * px, 3 * px]}
        listening={false}
      />
      <Circle
        name="gaze"
        x={cx + at.x}
        y={cy + at.y}
        radius={6.5 * px}
        fill={palette.sheet}
        stroke={palette.brass}
        strokeWidth={2.4 * px}
        draggable
        onDragMove={({ target }) => {
          const [x, y] = withinTravel(travel, target.x() - cx, target.y() - cy);
          target.position({ x: cx + x, y: cy + y });
          useSwaps.setState({ gaze: { pieceId: pupilId, x, y } });
        }}
      />
    </Group>
  );
}
