import { Circle, Line } from '../ui/konva';
import type { Palette } from './light-table/palette';
import type { NibState } from './nib';
import { useWet } from './wet-strokes';

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

/** A nib as a ring under the pointer, and the strokes that are not kept yet; in madder and dashed while it takes away. */
export function NibMark({ nib, at, core = 1, palette, px, ink, solid = FAINT }: Props) {
  const isDrawing = nib.kind === 'drawing';
  const away = isDrawing ? nib.away : (at?.away ?? false);
  const colour = away ? palette.madder : palette.woad;
  const wet = useWet((s) => s.strokes);
  return (
    <>
      {[...wet, ...(isDrawing ? [nib] : [])].map((one, i) => (
        <Stroke
          key={i}
          stroke={one.stroke}
          colour={one.away ? palette.madder : (ink ?? palette.woad)}
          opacity={one.away ? FAINT : solid}
        />
      ))}
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

/** A stroke, x, y and radius by threes, as wide as it is at its widest. */
function Stroke({ stroke, colour, opacity }: { stroke: readonly number[]; colour: string; opacity: number }) {
  const points = stroke.filter((_, i) => i % 3 < 2);
  const widest = stroke.reduce((most, value, i) => (i % 3 === 2 ? Math.max(most, value) : most), 0);
  return (
    <Line
      points={points.length === 2 ? [...points, points[0] + 0.01, points[1]] : points}
      stroke={colour}
      opacity={opacity}
      strokeWidth={2 * widest}
      lineCap="round"
      lineJoin="round"
    />
  );
}
