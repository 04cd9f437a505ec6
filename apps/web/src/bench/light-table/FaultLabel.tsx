import { Label, Tag, Text } from '../../ui/konva';
import type { Palette } from './palette';

interface Props {
  /** The place it points at, canvas px. */
  at: { x: number; y: number };
  text: string;
  /** The side of the label that the place is on. */
  points: 'left' | 'right';
  palette: Palette;
  /** Canvas px per screen px. */
  px: number;
  /** Degrees. */
  rotation?: number;
}

/** What is wrong at a place, in words beside it. */
export function FaultLabel({ at, text, points, palette, px, rotation = 0 }: Props) {
  return (
    <Label x={at.x} y={at.y} rotation={rotation}>
      <Tag
        fill={palette.sheet}
        stroke={palette.madder}
        strokeWidth={1.2 * px}
        cornerRadius={6 * px}
        pointerDirection={points}
        pointerWidth={8 * px}
        pointerHeight={8 * px}
      />
      <Text
        text={text}
        fill={palette.madder}
        fontFamily="Figtree Variable"
        fontStyle="600"
        fontSize={13 * px}
        lineHeight={text.includes('\n') ? 1.3 : 1}
        padding={7 * px}
      />
    </Label>
  );
}
