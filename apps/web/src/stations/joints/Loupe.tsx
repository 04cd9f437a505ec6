import type { JointRow } from '@limber-sheaf/core';
import { Circle, Group, Image, Line, Rect } from '../../ui/konva';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { usePicture } from '../../bench/light-table/usePicture';
import { designOf } from '../../bench/light-table/useUncut';

/** Screen px. */
const RADIUS = 66;
/** Canvas px across. */
const ACROSS = 28;

/** The design about the pivot, enlarged, with the disc's rim and a cross at the very place; drawn while a brad is dragged. */
export function Loupe({ at, px, palette }: { at: Pick<JointRow, 'x' | 'y' | 'radius'>; px: number; palette: Palette }) {
  const { view } = useOnBench();
  const design = usePicture(designOf(view), 1);
  const radius = RADIUS * px;
  const scale = (2 * radius) / ACROSS;
  const x = at.x - at.radius - radius - 24 * px;
  const y = at.y - radius - 24 * px;
  return (
    <Group x={x} y={y} listening={false}>
      <Group clipFunc={(pen) => pen.arc(0, 0, radius, 0, 2 * Math.PI)}>
        <Rect x={-radius} y={-radius} width={2 * radius} height={2 * radius} fill={palette.canvas} />
        {design && (
          <Image
            image={design.image}
            x={-at.x * scale}
            y={-at.y * scale}
            width={view.width * scale}
            height={view.height * scale}
            imageSmoothingEnabled={false}
          />
        )}
        <Circle x={0} y={0} radius={at.radius * scale} stroke={palette.brass} strokeWidth={2 * px} />
        <Line points={[-radius, 0, radius, 0]} stroke={palette.madder} strokeWidth={px} />
        <Line points={[0, -radius, 0, radius]} stroke={palette.madder} strokeWidth={px} />
      </Group>
      <Circle radius={radius} stroke={palette.sheet} strokeWidth={4 * px} />
      <Circle radius={radius} stroke={palette.ink} strokeWidth={1.5 * px} />
    </Group>
  );
}
