import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import { Circle, Group, Image, Line, Rect } from '../../ui/konva';
import { dragHandle, flatOf, useBending } from './bending';
import type { BentPicture, swapTasks } from './swap-tasks';

/** The drawing that is bent, as it would be, with its handles and what is held. */
export function BendOnArt({ palette }: { palette: Palette }) {
  const { doc, sheets, view } = useOnBench();
  const bending = useBending((s) => s.bending);
  const scale = useBench((s) => s.viewport.scale);
  const [bent, setBent] = useState<BentPicture | null>(null);
  useEffect(() => {
    if (!bending) return;
    let wanted = true;
    const { handles, held } = flatOf(bending);
    void handWorker<typeof swapTasks>()
      .bend(keyOf({ doc, sheets }), view.id, bending.drawingId, handles, held)
      .then((picture) => (wanted ? setBent(picture) : picture?.image.close()));
    return () => {
      wanted = false;
    };
  }, [bending, doc, sheets, view.id]);
  useEffect(() => () => bent?.image.close(), [bent]);
  if (!bending) return null;
  const px = 1 / scale;
  return (
    <Group>
      {bent && <Image {...bent} listening={false} />}
      {bending.held.map(({ x, y }, at) => (
        <Rect
          key={at}
          x={x - 5 * px}
          y={y - 5 * px}
          width={10 * px}
          height={10 * px}
          fill={palette.brass}
          stroke={palette.sheet}
          strokeWidth={1.5 * px}
          listening={false}
        />
      ))}
      {bending.handles.map(({ from, to }, at) => (
        <Group key={at}>
          <Line points={[from.x, from.y, to.x, to.y]} stroke={palette.woad} strokeWidth={1.2 * px} listening={false} />
          <Circle
            name="bend-handle"
            x={to.x}
            y={to.y}
            radius={6.5 * px}
            fill={palette.sheet}
            stroke={palette.woad}
            strokeWidth={2.4 * px}
            draggable
            onDragMove={({ target }) => dragHandle(at, target.position())}
          />
        </Group>
      ))}
    </Group>
  );
}
