import { defaultOf, inView, pieceOfSet, toHex, type DrawingRow, type SheetRef, drawnIn } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { smallerFor, usePicture } from '../../bench/light-table/usePicture';
import { NibMark } from '../../bench/NibMark';
import { useBench } from '../../bench/store';
import { Circle, Group, Image, Line } from '../../ui/konva';
import { DifferenceOnArt } from './DifferenceOnArt';
import { MakeOnArt } from './MakeOnArt';
import { usePainting } from './paint-hand';
import { PupilOnArt } from './PupilOnArt';
import { openSet, useSwaps, wornOf } from './swaps-store';

/** On the art: the ghosts of a set's drawings, and the marks that they share. */
export function SwapsOverlay({ palette }: { palette: Palette }) {
  const { doc, view } = useOnBench();
  const { setId, worn, ghosts, difference, marks } = useSwaps();
  const scale = useBench((s) => s.viewport.scale);
  const { painting, nib, at, brush } = usePainting();
  const set = openSet(doc, view.id, setId);
  if (!set) return <PupilOnArt palette={palette} />;
  const standing = defaultOf(doc, set);
  const shown = wornOf(doc, set, worn);
  const piece = pieceOfSet(doc, set, view.id);
  const pictures = drawnIn(doc, set, view.id).flatMap(({ id, isDefault }) => {
    const picture = isDefault ? piece?.face : inView(doc, id, view.id)?.picture;
    return picture && id !== shown.id ? [{ id, picture }] : [];
  });
  return (
    <Group>
      <MakeOnArt palette={palette} />
      <PupilOnArt palette={palette} />
      {difference && shown.id !== standing.id && (
        <DifferenceOnArt drawing={shown} standing={standing} palette={palette} />
      )}
      {painting && <NibMark nib={nib} at={at} palette={palette} px={1 / scale} ink={toHex(brush.colour)} solid={0.8} />}
      {ghosts && pictures.map(({ id, picture }) => <Ghost key={id} picture={picture} by={smallerFor(scale)} />)}
      {marks && <Marks drawing={standing} palette={palette} isSet />}
      {marks && shown.id !== standing.id && <Marks key={shown.id} drawing={shown} palette={palette} />}
    </Group>
  );
}

function Ghost({ picture, by }: { picture: SheetRef; by: number }) {
  const laid = usePicture(picture, by);
  if (!laid) return null;
  const { release: _release, ...drawn } = laid;
  return <Image {...drawn} opacity={0.28} listening={false} />;
}

/** Two marks to drag: brass ones are the set's, woad ones the drawing's own. Before they are set they are proposed at its sides. */
function Marks({ drawing, palette, isSet = false }: { drawing: DrawingRow; palette: Palette; isSet?: boolean }) {
  const { doc, view, edit } = useOnBench();
  const scale = useBench((s) => s.viewport.scale);
  const px = 1 / scale;
  const row = inView(doc, drawing.id, view.id);
  const set = openSet(doc, view.id, drawing.setId);
  const picture = drawing.isDefault && set ? pieceOfSet(doc, set, view.id)?.face : row?.picture;
  if (!picture) return null;
  const kept = row?.marks.length === 4;
  const middle = picture.y + picture.height / 2;
  const marks = kept ? row.marks : [picture.x, middle, picture.x + picture.width, middle];
  const colour = isSet ? palette.brass : palette.woad;
  const drop = (at: number, x: number, y: number) => {
    const next = marks.slice();
    next[at] = Math.round(x * 2) / 2;
    next[at + 1] = Math.round(y * 2) / 2;
    void edit('swaps.marks', drawing.id, { viewId: view.id, marks: next });
  };
  return (
    <Group opacity={kept ? 1 : 0.6}>
      <Line points={marks} stroke={colour} strokeWidth={1.2 * px} dash={[5 * px, 4 * px]} listening={false} />
      {[0, 2].map((at) => (
        <Circle
          key={at}
          name="mark"
          x={marks[at]}
          y={marks[at + 1]}
          radius={(isSet ? 7 : 5) * px}
          stroke={colour}
          strokeWidth={2.4 * px}
          fill={palette.sheet}
          draggable
          onDragEnd={({ target }) => {
            const { x, y } = target.position();
            target.position({ x: marks[at], y: marks[at + 1] });
            drop(at, x, y);
          }}
        />
      ))}
    </Group>
  );
}
