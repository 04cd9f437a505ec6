import { knownBy, type PieceRow, type Placement } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Group, Line } from '../../ui/konva';
import { handWorker } from '../worker';
import { useOnBench } from '../context';
import { allPicked, useBench } from '../store';
import type { TableTasks } from '../worker/table-tasks';
import type { Palette } from './palette';

/** The contours of the picked pieces: sheet with woad dashes, so that they show on any paint. Not where another picture stands for one. */
export function PickedContours({ palette, placements }: { palette: Palette; placements: Map<string, Placement> }) {
  const { doc } = useOnBench();
  const picked = useBench(useShallow(allPicked));
  const pickedJoint = useBench((s) => s.pickedJoint);
  const instead = useBench((s) => s.instead);
  if (pickedJoint) return null;
  return doc.pieces
    .filter(({ id }) => picked.includes(id) && !(id in instead))
    .map((piece) => <Contour key={piece.id} piece={piece} palette={palette} placement={placements.get(piece.id)} />);
}

interface ContourProps {
  piece: PieceRow;
  palette: Palette;
  placement: Placement | undefined;
}

function Contour({ piece, palette, placement: at }: ContourProps) {
  const { doc } = useOnBench();
  const scale = useBench((s) => s.viewport.scale);
  const [outline, setOutline] = useState<{ blob: string; lines: number[][] } | null>(null);
  const face = knownBy(doc, piece);
  useEffect(() => {
    let wanted = true;
    void handWorker<TableTasks>()
      .outline(face)
      .then((lines) => wanted && setOutline({ blob: face.blob, lines: lines.map((line) => Array.from(line)) }));
    return () => {
      wanted = false;
    };
  }, [face]);
  if (outline?.blob !== face.blob) return null;
  return (
    <Group listening={false} rotation={at?.angle ?? 0} x={at?.tx ?? 0} y={at?.ty ?? 0}>
      {outline.lines.map((points, i) => (
        <Group key={i}>
          <Line points={points} closed stroke={palette.sheet} strokeWidth={3.4 / scale} />
          <Line points={points} closed stroke={palette.woad} strokeWidth={2.4 / scale} dash={[7 / scale, 4 / scale]} />
        </Group>
      ))}
    </Group>
  );
}
