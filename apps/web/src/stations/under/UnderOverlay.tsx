import { pieceName, placePieces } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { Circle, Group, Image, Label, Line, Tag, Text } from '../../ui/konva';
import { useBeneath } from './useBeneath';
import { useUnderStore } from './under-store';
import { pixels, shownBy } from './under-words';

/** What Under draws on the art: of the picked piece its bare places, the paint proposed for them, and its whole shape. */
export function UnderOverlay({ palette }: { palette: Palette }) {
  const { doc, view } = useOnBench();
  const scale = useBench((s) => s.viewport.scale);
  const picked = useBench((s) => s.pickedPiece);
  const bends = useBench((s) => s.bends);
  const bare = useUnderStore((s) => s.bare?.find(({ pieceId }) => pieceId === picked));
  const picture = useBeneath();
  const piece = doc.pieces.find(({ id }) => id === picked);
  if (!piece) return null;
  const px = 1 / scale;
  const at = placePieces(doc, view.id, bends).get(piece.id);
  return (
    <Group rotation={at?.angle ?? 0} x={at?.tx ?? 0} y={at?.ty ?? 0} listening={false}>
      {picture?.painted && <Image {...picture.painted} />}
      {bare && picture?.paint && <Image {...picture.paint} opacity={0.55} />}
      {bare && picture?.bare && <Image {...picture.bare} />}
      {picture?.outlines.map((points, i) => (
        <Group key={i}>
          <Line points={points} stroke={palette.sheet} strokeWidth={3.4 * px} lineCap="round" />
          <Line points={points} stroke={palette.woad} strokeWidth={2 * px} dash={[6 * px, 4 * px]} lineCap="round" />
        </Group>
      ))}
      <Brush palette={palette} px={px} />
      {bare && (
        <Label x={bare.place.x} y={bare.place.y} rotation={-(at?.angle ?? 0)}>
          <Tag
            fill={palette.sheet}
            stroke={palette.madder}
            strokeWidth={1.2 * px}
            cornerRadius={6 * px}
            pointerDirection="right"
            pointerWidth={9 * px}
            pointerHeight={9 * px}
          />
          <Text
            text={`${pixels(bare.area)} px bare · ${pieceName(doc, piece)}\n${shownBy(doc, bare)}, from ${bare.first}°`}
            fill={palette.madder}
            fontFamily="Figtree Variable"
            fontStyle="600"
            fontSize={13 * px}
            lineHeight={1.3}
            padding={7 * px}
          />
        </Label>
      )}
    </Group>
  );
}

/** The brush as a ring on the piece, and the stroke that it is drawing. */
function Brush({ palette, px }: { palette: Palette; px: number }) {
  const { brushing, nib, at, brush } = useUnderStore();
  if (!brushing) return null;
  const isDrawing = nib.kind === 'drawing';
  const erase = isDrawing ? nib.away : (at?.erase ?? false);
  const points = isDrawing ? nib.stroke.filter((_, i) => i % 3 < 2) : [];
  const widest = isDrawing ? Math.max(...nib.stroke.filter((_, i) => i % 3 === 2)) : 0;
  return (
    <>
      {points.length > 0 && (
        <Line
          points={points.length === 2 ? [...points, points[0] + 0.01, points[1]] : points}
          stroke={erase ? palette.madder : `rgb(${brush.colour.join()})`}
          opacity={erase ? 0.45 : 0.8}
          strokeWidth={2 * widest}
          lineCap="round"
          lineJoin="round"
        />
      )}
      {at && (
        <Circle
          x={at.x}
          y={at.y}
          radius={at.radius}
          stroke={erase ? palette.madder : palette.woad}
          strokeWidth={1.8 * px}
          dash={erase ? [4 * px, 3 * px] : undefined}
        />
      )}
    </>
  );
}
