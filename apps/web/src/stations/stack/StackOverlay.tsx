import { apply, knownBy, placePieces, type CharacterDoc, type HandleRow, type PieceRow } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { allPicked, useBench } from '../../bench/store';
import { Circle, Group, Line } from '../../ui/konva';
import { aboveOf } from './family-tree';

/** The family as lines on the art, from where each part turns to where that turns which it hangs from. */
export function StackOverlay({ palette }: { palette: Palette }) {
  const { doc, view, edit } = useOnBench();
  const scale = useBench((s) => s.viewport.scale);
  const bends = useBench((s) => s.bends);
  const picked = useBench(allPickedIds).split('\n');
  const placed = useMemo(() => placePieces(doc, view.id, bends), [doc, view.id, bends]);
  const px = 1 / scale;
  const placeOf = (row: PieceRow | HandleRow) => {
    const { x, y } = restPlace(doc, row);
    const at = row.table === 'piece' ? placed.get(row.id) : undefined;
    return at ? apply(at, x, y) : { x, y };
  };
  // A swing is drawn sixty times a second, and the family is the same all the while.
  const family = useMemo(() => linksOf(doc, view.id), [doc, view.id]);
  return (
    <Group>
      {family.map(({ row, above }) => {
        if (!above) return null;
        const [from, to] = [placeOf(row), placeOf(above)];
        const isPicked = picked.includes(row.id);
        return (
          <Group key={row.id} listening={false}>
            <Line points={[from.x, from.y, to.x, to.y]} stroke={palette.sheet} strokeWidth={4 * px} opacity={0.8} />
            <Line
              points={[from.x, from.y, to.x, to.y]}
              stroke={isPicked ? palette.woad : palette.ink}
              strokeWidth={(isPicked ? 2.4 : 1.2) * px}
              opacity={isPicked ? 1 : 0.7}
            />
          </Group>
        );
      })}
      {family.map(({ row, above, isLoose }) => {
        const { x, y } = placeOf(row);
        const isRoot = above === null;
        if (row.table === 'handle')
          return (
            <Circle
              key={row.id}
              name="handle"
              x={x}
              y={y}
              radius={7 * px}
              stroke={palette.brass}
              strokeWidth={2.6 * px}
              fill={palette.sheet}
              draggable
              onDragEnd={({ target }) => {
                const to = { x: Math.round(target.x()), y: Math.round(target.y()) };
                target.position({ x, y });
                void edit('handles.move', row.id, { ...to, saw: { [row.id]: row.version } });
              }}
            />
          );
        return (
          <Circle
            key={row.id}
            x={x}
            y={y}
            radius={(isRoot ? 7 : 3.4) * px}
            fill={isLoose ? palette.madder : isRoot ? palette.sheet : palette.ink}
            stroke={isLoose ? palette.madder : palette.ink}
            strokeWidth={(isRoot ? 2.4 : 0) * px}
            dash={isLoose ? [4 * px, 3 * px] : undefined}
            listening={false}
          />
        );
      })}
    </Group>
  );
}

/** Where a part turns, or for what does not turn the middle of its face. */
function restPlace(doc: CharacterDoc, row: PieceRow | HandleRow): { x: number; y: number } {
  if (row.table === 'handle') return row;
  const joint = doc.joints.find(({ childId }) => childId === row.id);
  const { x, y, width, height } = knownBy(doc, row);
  return joint ?? { x: x + width / 2, y: y + height / 2 };
}

/** A part in a view, what it hangs from, and whether it is a root beside the largest. */
interface Link {
  row: PieceRow | HandleRow;
  above: PieceRow | HandleRow | null;
  isLoose: boolean;
}

function linksOf(doc: CharacterDoc, viewId: string): Link[] {
  const rows = [...doc.pieces, ...doc.handles].filter((row) => row.viewId === viewId);
  const links = rows.map((row) => ({ row, above: aboveOf(doc, row) }));
  const area = ({ row }: { row: PieceRow | HandleRow }) => (row.table === 'piece' ? row.face.area : 0);
  const [largest] = links.filter(({ above }) => above === null).sort((a, b) => area(b) - area(a));
  return links.map((link) => ({ ...link, isLoose: link.above === null && link.row !== largest.row }));
}

const allPickedIds = (state: Parameters<typeof allPicked>[0]) => allPicked(state).join('\n');
