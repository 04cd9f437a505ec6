import { apply, bendVertices, bentLine, meshOf, placeSoftly, placesAlong, scaledLine } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { sheetsOf } from '../../bench/light-table/PieceNode';
import { useWhole } from '../../bench/light-table/SoftSheets';
import { smallerFor } from '../../bench/light-table/usePicture';
import { useBench } from '../../bench/store';
import { Circle, Group, Line, Shape } from '../../ui/konva';
import { softPicked, useSoft } from './soft-store';

/** The picked soft piece's line with its points, bent as it is, and its mesh. */
export function SoftOverlay({ palette }: { palette: Palette }) {
  const { doc, view } = useOnBench();
  // Read through the store's hooks, so that it is drawn anew when another piece is picked.
  useBench((s) => s.pickedPiece);
  const scale = useBench((s) => s.viewport.scale);
  const bends = useBench((s) => s.bends);
  const shift = useBench((s) => s.shift);
  const { point, mesh, draft } = useSoft();
  const piece = softPicked(doc);
  const placed = useMemo(() => placeSoftly(doc, view.id, bends, shift), [doc, view.id, bends, shift]);
  if (!piece || piece.viewId !== view.id) return null;
  const soft = draft ?? piece.soft;
  const joint = doc.joints.find(({ childId }) => childId === piece.id);
  const angle = joint ? (bends[joint.id] ?? 0) : 0;
  const along = bentLine(soft, angle);
  const line = placesAlong(soft).map(({ x, y }, i) => apply(along[i], x, y));
  const at = placed.get(piece.id);
  const px = 1 / scale;
  return (
    <Group listening={false} rotation={at?.angle ?? 0} x={at?.tx ?? 0} y={at?.ty ?? 0}>
      {mesh && <MeshLines angle={angle} colour={palette.woad} />}
      <Line points={line.flatMap(({ x, y }) => [x, y])} stroke={palette.sheet} strokeWidth={5 * px} lineJoin="round" />
      <Line points={line.flatMap(({ x, y }) => [x, y])} stroke={palette.woad} strokeWidth={2 * px} lineJoin="round" />
      {line.map(({ x, y }, i) => (
        <Circle
          key={i}
          x={x}
          y={y}
          radius={(i === point ? 7 : 5) * px}
          fill={i === point ? palette.woad : palette.sheet}
          stroke={i === point ? palette.sheet : palette.woad}
          strokeWidth={2 * px}
        />
      ))}
    </Group>
  );
}

/** The triangles of the picked piece's mesh. */
function MeshLines({ angle, colour }: { angle: number; colour: string }) {
  const { doc, sheets } = useOnBench();
  const scale = useBench((s) => s.viewport.scale);
  const piece = softPicked(doc);
  const whole = useWhole(piece ? sheetsOf(piece, 'piece', sheets[piece.id]) : [], smallerFor(scale));
  if (!piece || !whole) return null;
  const soft = scaledLine(piece.soft, 1 / whole.by);
  const mesh = meshOf(whole.picture, soft);
  const places = bendVertices(mesh, soft, angle);
  return (
    <Shape
      stroke={colour}
      strokeWidth={1 / scale}
      opacity={0.55}
      sceneFunc={(context, shape) => {
        context.beginPath();
        for (let i = 0; i < mesh.triangles.length; i += 3) {
          const [a, b, c] = [0, 1, 2].map((k) => mesh.triangles[i + k] * 2);
          context.moveTo(places[a] * whole.by, places[a + 1] * whole.by);
          context.lineTo(places[b] * whole.by, places[b + 1] * whole.by);
          context.lineTo(places[c] * whole.by, places[c + 1] * whole.by);
          context.closePath();
        }
        context.strokeShape(shape);
      }}
    />
  );
}
