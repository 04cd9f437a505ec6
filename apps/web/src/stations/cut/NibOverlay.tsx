import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { Circle, Line } from '../../ui/konva';
import { useCut } from './cut-store';
import { useNib } from './nib-hand';

/** The nib as a ring under the pointer, and the stroke that it is drawing. */
export function NibOverlay({ palette }: { palette: Palette }) {
  const scale = useBench((s) => s.viewport.scale);
  const inHand = useCut((s) => s.tool === 'nib');
  const { nib, at } = useNib();
  if (!inHand) return null;
  const px = 1 / scale;
  const away = nib.kind === 'drawing' ? nib.away : (at?.away ?? false);
  const colour = away ? palette.madder : palette.woad;
  const points = nib.kind === 'drawing' ? nib.stroke.filter((_, i) => i % 3 < 2) : [];
  const widest = nib.kind === 'drawing' ? Math.max(...nib.stroke.filter((_, i) => i % 3 === 2)) : 0;
  return (
    <>
      {points.length > 0 && (
        <Line
          points={points.length === 2 ? [...points, points[0] + 0.01, points[1]] : points}
          stroke={colour}
          opacity={0.45}
          strokeWidth={2 * widest}
          lineCap="round"
          lineJoin="round"
        />
      )}
      {at && (
        <>
          <Circle x={at.x} y={at.y} radius={at.radius} stroke={palette.sheet} strokeWidth={3.4 * px} />
          <Circle
            x={at.x}
            y={at.y}
            radius={at.radius}
            stroke={colour}
            strokeWidth={1.6 * px}
            dash={away ? [4 * px, 3 * px] : undefined}
          />
        </>
      )}
    </>
  );
}
