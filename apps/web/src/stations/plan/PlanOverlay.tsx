import { Group, Line, Rect, Text } from '../../ui/konva';
import { planOf, labelFor, type NameTokens } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { usePlanMeasures } from './measures';

/** What Plan draws on the art: the height the closest shot is measured by, and where limbs would leave the canvas. */
export function PlanOverlay({ palette }: { palette: Palette }) {
  const { doc, view } = useOnBench();
  const viewport = useBench((s) => s.viewport);
  const { shotPart, size, room } = usePlanMeasures();
  const px = 1 / viewport.scale;
  const { shot } = planOf(doc.character);
  const text = { fontFamily: 'Figtree Variable', fontSize: 13 * px, fill: palette.ink };
  const { left, top, right, bottom } = room;
  const short = left + top + right + bottom > 0;
  return (
    <Group listening={false}>
      <Rect width={view.width} height={view.height} stroke={palette.ink} strokeWidth={1 * px} opacity={0.35} />
      {short && (
        <>
          <Rect
            x={-left}
            y={-top}
            width={view.width + left + right}
            height={view.height + top + bottom}
            stroke={palette.madder}
            dash={[8 * px, 6 * px]}
            strokeWidth={1.5 * px}
          />
          <Text {...text} fill={palette.madder} x={8 * px} y={8 * px} text="Raised limbs would leave the canvas" />
        </>
      )}
      {shotPart && size && (
        <>
          <Line
            points={bracket(shotPart.rect, 10 * px)}
            stroke={size.enough ? palette.woad : palette.madder}
            strokeWidth={2.5 * px}
          />
          <Text
            {...text}
            x={shotPart.rect.x + shotPart.rect.width + 22 * px}
            y={shotPart.rect.y + shotPart.rect.height / 2 - 18 * px}
            text={`${wordFor(shot.part)}${shotPart.guessed ? ' (about)' : ''}\n${size.has} px, needs ${size.needed} px`}
            lineHeight={1.3}
          />
        </>
      )}
    </Group>
  );
}

/** A bracket along the right side of a rectangle: x, y pairs. */
function bracket(
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
  arm: number,
): number[] {
  const edge = x + width + arm;
  return [edge - arm, y, edge, y, edge, y + height, edge - arm, y + height];
}

/** A shot's part as a person says it. */
export function wordFor(address: string): string {
  if (address === 'figure') return 'whole figure';
  const [group, part, side] = address.split('/');
  return labelFor({ group, part: part || null, side: (side || null) as NameTokens['side'], index: null });
}
