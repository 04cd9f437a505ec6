import { Circle, Line } from '../ui/konva';
import type { Palette } from './light-table/palette';
import type { NibState } from './nib';

interface Props {
  nib: NibState;
  /** Where the nib is, canvas px; null where it is not over the table. */
  at: { x: number; y: number; radius: number; away: boolean } | null;
  /** The share of its radius that takes all it goes over, 0 to 1. */
  core?: number;
  palette: Palette;
  /** Canvas px per screen px. */
  px: number;
  /** The stroke's colour where it adds; the ring's own where not given. */
  ink?: string;
  /** How solid a stroke is that adds, 0 to 1. */
  solid?: number;
}

/** A nib as a ring under the pointer, and the stroke that it is drawing; in madder and dashed while it takes away. */
export function NibMark({ nib, at, core = 1, palette, px, ink, solid = FAINT }: Props) {
  const isDrawing = nib.kind === 'drawing';
  const away = isDrawing ? nib.away : (at?.away ?? false);
  const colour = away ? palette.madder : palette.woad;
  const points = isDrawing ? nib.stroke.filter((_, i) => i % 3 < 2) : [];
  const widest = isDrawing ? Math.max(...nib.stroke.filter((_, i) => i % 3 === 2)) : 0;
  return (
    <>
      {points.length > 0 && (
        <Line
          points={points.length === 2 ? [...points, points[0] + 0.01, points[1]] : points}
          stroke={away ? colour : (ink ?? colour)}
          opacity={away ? FAINT : solid}
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
          {core < 1 && (
            <Circle x={at.x} y={at.y} radius={core * at.radius} stroke={colour} strokeWidth={px} opacity={FAINT} />
          )}
        </>
      )}
    </>
  );
}

const FAINT = 0.45;
