import type { Placement } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { Group, Line } from '../../ui/konva';
import { handWorker } from '../worker';
import { useOnBench } from '../context';
import { useBench } from '../store';
import type { TableTasks } from '../worker/table-tasks';
import type { Palette } from './palette';

/** The picked piece's contour: ink with woad dashes, so that it shows on any paint. */
export function PickedContour({ palette, placements }: { palette: Palette; placements: Map<string, Placement> }) {
  const { doc } = useOnBench();
  const pickedPiece = useBench((s) => s.pickedPiece);
  const viewport = useBench((s) => s.viewport);
  const pickedJoint = useBench((s) => s.pickedJoint);
  const piece = doc.pieces.find((p) => p.id === pickedPiece);
  const [outline, setOutline] = useState<{ blob: string; lines: number[][] } | null>(null);
  const face = piece?.face;
  useEffect(() => {
    if (!face) return;
    let wanted = true;
    void handWorker<TableTasks>()
      .outline(face)
      .then((lines) => wanted && setOutline({ blob: face.blob, lines: lines.map((line) => Array.from(line)) }));
    return () => {
      wanted = false;
    };
  }, [face]);
  if (!piece || pickedJoint || outline?.blob !== piece.face.blob) return null;
  const at = placements.get(piece.id);
  return (
    <Group listening={false} rotation={at?.angle ?? 0} x={at?.tx ?? 0} y={at?.ty ?? 0}>
      {outline.lines.map((points, i) => (
        <Group key={i}>
          <Line points={points} closed stroke={palette.sheet} strokeWidth={3.4 / viewport.scale} />
          <Line
            points={points}
            closed
            stroke={palette.woad}
            strokeWidth={2.4 / viewport.scale}
            dash={[7 / viewport.scale, 4 / viewport.scale]}
          />
        </Group>
      ))}
    </Group>
  );
}
