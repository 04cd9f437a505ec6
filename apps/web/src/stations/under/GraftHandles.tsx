import type { Graft, PieceRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { Circle, Group, Line } from '../../ui/konva';
import { centreOf, moved, turned, withCorner } from './graft-corners';
import { layGraft } from './grafting';

interface Props {
  piece: PieceRow;
  graft: Graft;
  palette: Palette;
  /** One screen px, in px of the canvas. */
  px: number;
}

/** How far beyond the graft's first edge the ring is by which it is turned, screen px. */
const ARM = 30;

/** The frame of a graft: each corner can be dragged, the middle moves it, the ring above it turns it. */
export function GraftHandles({ piece, graft, palette, px }: Props) {
  const bench = useOnBench();
  const [draft, setDraft] = useState<number[] | null>(null);
  const corners = draft ?? graft.corners;
  const middle = centreOf(corners);
  const top = { x: (corners[0] + corners[2]) / 2, y: (corners[1] + corners[3]) / 2 };
  const far = Math.hypot(top.x - middle.x, top.y - middle.y) || 1;
  const arm = 1 + (ARM * px) / far;
  const ring = { x: middle.x + (top.x - middle.x) * arm, y: middle.y + (top.y - middle.y) * arm };
  const lay = (next: number[]) => void layGraft(bench, piece, { ...graft, corners: next }).then(() => setDraft(null));
  const dragged = (key: string, at: { x: number; y: number }, to: (x: number, y: number) => number[], size: number) => (
    <Circle
      key={key}
      name="handle"
      x={at.x}
      y={at.y}
      radius={size * px}
      hitStrokeWidth={10 * px}
      fill={palette.sheet}
      stroke={palette.woad}
      strokeWidth={2 * px}
      draggable
      onDragMove={({ target }) => setDraft(to(target.x(), target.y()))}
      onDragEnd={({ target }) => lay(to(target.x(), target.y()))}
    />
  );
  return (
    <Group>
      <Line points={corners} closed stroke={palette.sheet} strokeWidth={3.4 * px} listening={false} />
      <Line points={corners} closed stroke={palette.woad} strokeWidth={1.8 * px} listening={false} />
      <Line points={[top.x, top.y, ring.x, ring.y]} stroke={palette.woad} strokeWidth={1.4 * px} listening={false} />
      {[0, 1, 2, 3].map((k) =>
        dragged(
          `corner ${k}`,
          { x: corners[2 * k], y: corners[2 * k + 1] },
          (x, y) => withCorner(graft.corners, k, x, y),
          5.5,
        ),
      )}
      {dragged('middle', middle, (x, y) => moved(graft.corners, x, y), 8)}
      {dragged('turn', ring, (x, y) => turned(graft.corners, x, y), 5.5)}
    </Group>
  );
}
