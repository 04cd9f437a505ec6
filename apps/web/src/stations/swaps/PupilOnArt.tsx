import { gazeAt, pupilsIn, type PieceRow, type Travel } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { pupilTravels } from '../../bench/pupil-travels';
import { useBench } from '../../bench/store';
import { Circle, Group, Line } from '../../ui/konva';

/** While a pupil is picked: how far each may go, and a dot to drag it by, which never leaves that. */
export function PupilOnArt({ palette }: { palette: Palette }) {
  const { doc, sheets, view } = useOnBench();
  const picked = useBench((s) => s.pickedPiece);
  const pupils = pupilsIn(doc, view.id);
  const isPicked = pupils.some(({ id }) => id === picked);
  const [travels, setTravels] = useState<ReadonlyMap<string, Travel | null>>(new Map());
  useEffect(() => {
    if (!isPicked) return;
    let wanted = true;
    void pupilTravels({ doc, sheets, view }).then((found) => wanted && setTravels(found));
    return () => {
      wanted = false;
    };
  }, [isPicked, doc, sheets, view]);
  if (!isPicked) return null;
  return (
    <Group>
      {pupils.map((piece) => (
        <Pupil key={piece.id} piece={piece} travels={travels} palette={palette} />
      ))}
    </Group>
  );
}

interface PupilProps {
  piece: PieceRow;
  travels: ReadonlyMap<string, Travel | null>;
  palette: Palette;
}

function Pupil({ piece: { id, face }, travels, palette }: PupilProps) {
  const scale = useBench((s) => s.viewport.scale);
  const gaze = useBench((s) => s.gaze);
  const eyesTogether = useBench((s) => s.eyesTogether);
  const travel = travels.get(id);
  if (!travel) return null;
  const px = 1 / scale;
  const [cx, cy] = [face.x + face.width / 2, face.y + face.height / 2];
  const at = gaze[id] ?? { x: 0, y: 0 };
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
          const by = { x: target.x() - cx, y: target.y() - cy };
          const next = gazeAt(useBench.getState().gaze, travels, id, by, eyesTogether);
          target.position({ x: cx + (next[id]?.x ?? 0), y: cy + (next[id]?.y ?? 0) });
          useBench.setState({ gaze: next });
        }}
      />
    </Group>
  );
}
