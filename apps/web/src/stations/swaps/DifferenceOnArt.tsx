import { counted, type DrawingRow } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import { Group, Image, Label, Tag, Text } from '../../ui/konva';
import type { DrawnPicture, swapTasks } from './swap-tasks';

/** Where the drawing that shows differs from the default one, with how many px that are. */
export function DifferenceOnArt({
  drawing,
  standing,
  palette,
}: {
  drawing: DrawingRow;
  standing: DrawingRow;
  palette: Palette;
}) {
  const { doc, sheets, view } = useOnBench();
  const scale = useBench((s) => s.viewport.scale);
  const [found, setFound] = useState<{ drawn: DrawnPicture; area: number } | null>(null);
  useEffect(() => {
    let wanted = true;
    void handWorker<typeof swapTasks>('swaps')
      .difference(keyOf({ doc, sheets }), view.id, drawing.id, standing.id)
      .then((answer) => (wanted ? setFound(answer) : answer?.drawn.image.close()));
    return () => {
      wanted = false;
    };
  }, [doc, sheets, view.id, drawing.id, standing.id]);
  useEffect(() => () => found?.drawn.image.close(), [found]);
  if (!found) return null;
  const px = 1 / scale;
  return (
    <Group listening={false}>
      <Image {...found.drawn} />
      <Label x={found.drawn.x} y={found.drawn.y - 26 * px}>
        <Tag fill={palette.sheet} cornerRadius={4 * px} />
        <Text
          text={`${counted(found.area, 'px differs', 'px differ')} from ${standing.shape}`}
          fontSize={12.5 * px}
          fontFamily="IBM Plex Mono"
          padding={4 * px}
          fill={palette.madder}
        />
      </Label>
    </Group>
  );
}
