import { Circle, Group, Image, Label, Line, Tag, Text } from '../../ui/konva';
import { partOf, labelFor } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import type { Palette } from '../../bench/light-table/palette';
import { penPoints } from '../../bench/pen';
import { usePenStore } from './pen-store';
import { proposalName } from './pen-hand';
import { useCut } from './cut-store';
import { isRaw } from './first-draft';
import { useOffcuts } from './useOffcuts';
import { NibOverlay } from './NibOverlay';
import { ProposalOverlay } from './ProposalOverlay';

/** What Cut draws on the art: offcuts ringed, the loop or line in hand, the two sides of a cut with their names. */
export function CutOverlay({ palette }: { palette: Palette }) {
  const { doc, view } = useOnBench();
  const viewport = useBench((s) => s.viewport);
  const tool = useCut((s) => s.tool);
  const { pen, preview, proposal, ways, shape } = usePenStore();
  const report = useOffcuts();
  const px = 1 / viewport.scale;
  const hugging = tool === 'trace' && ways.length > 0;
  const points = proposal ? proposal.line : hugging ? ways.flatMap(({ path }) => path) : penPoints(pen);
  // A raw design is no offcut to ring, nor are the specks beside it.
  const ringed = isRaw({ doc, view })
    ? []
    : (report?.offcuts.filter((o) => o.area < view.designArea * 0.05).slice(0, 60) ?? []);
  const cut = doc.pieces.find((p) => p.id === proposal?.pieceId);
  const names = proposal && {
    [proposal.take]: proposalName(proposal.tokens),
    [proposal.take === 'left' ? 'right' : 'left']: cut ? `stays ${labelFor(partOf(doc, cut))}` : 'stays uncut',
  };
  return (
    <Group listening={false}>
      {ringed.map((offcut) => (
        <Circle
          key={`${offcut.place.x},${offcut.place.y}`}
          x={offcut.bounds.x + offcut.bounds.width / 2}
          y={offcut.bounds.y + offcut.bounds.height / 2}
          radius={Math.max(12 * px, Math.hypot(offcut.bounds.width, offcut.bounds.height) / 2 + 4 * px)}
          stroke={palette.madder}
          strokeWidth={1.6 * px}
        />
      ))}
      <ProposalOverlay palette={palette} />
      {shape && <Image image={shape.preview.tint.image} x={shape.preview.tint.x} y={shape.preview.tint.y} />}
      {preview && <Image image={preview.tint} x={preview.rect.x} y={preview.rect.y} opacity={0.9} />}
      {points.length >= 4 && (
        <>
          <Line
            points={points}
            closed={tool !== 'cross' && pen.kind === 'pressed'}
            stroke={palette.sheet}
            strokeWidth={4 * px}
            lineJoin="round"
            lineCap="round"
          />
          <Line
            points={points}
            closed={tool !== 'cross' && pen.kind === 'pressed'}
            stroke={tool === 'give' ? palette.madder : palette.woad}
            strokeWidth={2.2 * px}
            dash={[7 * px, 4 * px]}
            lineJoin="round"
            lineCap="round"
          />
        </>
      )}
      <NibOverlay palette={palette} />
      {(pen.kind === 'between' || pen.kind === 'holding') &&
        Array.from({ length: pen.points.length / 2 }, (_, i) => (
          <Circle
            key={i}
            x={pen.points[2 * i]}
            y={pen.points[2 * i + 1]}
            radius={(i === 0 || (pen.kind === 'holding' && pen.at === i) ? 5 : 3.4) * px}
            fill={pen.kind === 'holding' && pen.at === i ? palette.woad : palette.sheet}
            stroke={palette.woad}
            strokeWidth={1.6 * px}
          />
        ))}
      {preview &&
        names &&
        (['left', 'right'] as const).map((side) => (
          <Label key={side} x={preview.centres[side].x} y={preview.centres[side].y}>
            <Tag
              fill={palette.sheet}
              cornerRadius={5 * px}
              pointerDirection="down"
              pointerWidth={8 * px}
              pointerHeight={5 * px}
              stroke={side === 'left' ? palette.woad : palette.brass}
              strokeWidth={1.4 * px}
            />
            <Text
              text={names[side]}
              fill={palette.ink}
              fontFamily="Figtree Variable"
              fontSize={13 * px}
              fontStyle={side === proposal?.take ? '600' : '400'}
              padding={6 * px}
            />
          </Label>
        ))}
    </Group>
  );
}
