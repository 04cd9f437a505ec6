import { pieceName, placePieces, toHex } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { FaultLabel } from '../../bench/light-table/FaultLabel';
import type { Palette } from '../../bench/light-table/palette';
import { NibMark } from '../../bench/NibMark';
import type { PenState } from '../../bench/pen';
import { useBench } from '../../bench/store';
import { Group, Image, Line } from '../../ui/konva';
import { GraftHandles } from './GraftHandles';
import { CarryHandles } from './CarryHandles';
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
  const { brushing, brush, nib, at: nibAt, carrying, pen, hiding, grafting } = useUnderStore();
  const picture = useBeneath();
  const piece = doc.pieces.find(({ id }) => id === picked);
  const px = 1 / scale;
  if (hiding) return <HidingOverlay palette={palette} px={px} />;
  if (!piece) return null;
  const at = placePieces(doc, view.id, bends).get(piece.id);
  return (
    <Group rotation={at?.angle ?? 0} x={at?.tx ?? 0} y={at?.ty ?? 0} listening={carrying || grafting}>
      {picture?.painted && <Image {...picture.painted} listening={false} />}
      {bare && picture?.paint && <Image {...picture.paint} opacity={0.55} listening={false} />}
      {bare && picture?.bare && <Image {...picture.bare} listening={false} />}
      {picture?.outlines.map((points, i) => (
        <Group key={i} listening={false}>
          <Line points={points} stroke={palette.sheet} strokeWidth={3.4 * px} lineCap="round" />
          <Line points={points} stroke={palette.woad} strokeWidth={2 * px} dash={[6 * px, 4 * px]} lineCap="round" />
        </Group>
      ))}
      {picture?.ways?.other.map((points, i) => (
        <Line key={i} points={points} bezier stroke={palette.brass} strokeWidth={2.4 * px} listening={false} />
      ))}
      {carrying && <CarryHandles piece={piece} curves={picture?.curves ?? []} palette={palette} px={px} />}
      {grafting && piece.graft && <GraftHandles piece={piece} graft={piece.graft} palette={palette} px={px} />}
      <PenLine pen={pen} palette={palette} px={px} />
      {brushing && <NibMark nib={nib} at={nibAt} palette={palette} px={px} ink={toHex(brush.colour)} solid={0.8} />}
      {bare && (
        <FaultLabel
          at={bare.place}
          text={`${pixels(bare.area)} px bare · ${pieceName(doc, piece)}\n${shownBy(doc, bare)}, from ${bare.first}°`}
          points="right"
          palette={palette}
          px={px}
          rotation={-(at?.angle ?? 0)}
        />
      )}
    </Group>
  );
}

/** The line that is being drawn. */
function PenLine({ pen, palette, px }: { pen: PenState; palette: Palette; px: number }) {
  if (pen.kind === 'idle') return null;
  const { points } = pen;
  return (
    <Line
      points={pen.kind === 'between' && pen.hover ? [...points, pen.hover.x, pen.hover.y] : points}
      stroke={palette.woad}
      strokeWidth={2.4 * px}
      lineCap="round"
      listening={false}
    />
  );
}

/** A hidden piece that is about to be begun, as it would lie. */
function HidingOverlay({ palette, px }: { palette: Palette; px: number }) {
  const { hiding, pen } = useUnderStore();
  return (
    <Group listening={false}>
      {hiding?.loop && (
        <Line
          points={hiding.loop}
          closed
          fill={toHex(hiding.colour)}
          opacity={0.85}
          stroke={palette.woad}
          strokeWidth={2 * px}
          dash={[6 * px, 4 * px]}
        />
      )}
      <PenLine pen={pen} palette={palette} px={px} />
    </Group>
  );
}
