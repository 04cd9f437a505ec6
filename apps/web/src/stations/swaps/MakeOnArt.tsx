import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import { Circle, Group, Image, Line, Rect } from '../../ui/konva';
import { dragHandle, dragLine, stepsOfMaking, useMaking } from './making';
import type { DrawnPicture, swapTasks } from './swap-tasks';

/** The drawing that is made, as it would be, with the handles of its step and what is held. */
export function MakeOnArt({ palette }: { palette: Palette }) {
  const { doc, sheets, view } = useOnBench();
  const making = useMaking((s) => s.making);
  const scale = useBench((s) => s.viewport.scale);
  const [made, setMade] = useState<DrawnPicture | null>(null);
  useEffect(() => {
    if (!making) return;
    let wanted = true;
    void handWorker<typeof swapTasks>('swaps')
      .make(keyOf({ doc, sheets }), view.id, making.drawingId, stepsOfMaking(making))
      .then((picture) => {
        if (!wanted) return picture?.image.close();
        setMade(picture);
        useMaking.setState({ isDrawn: true });
      });
    return () => {
      wanted = false;
    };
  }, [making, doc, sheets, view.id]);
  useEffect(() => () => made?.image.close(), [made]);
  if (!making) return null;
  const px = 1 / scale;
  const { step } = making;
  return (
    <Group>
      {made && <Image {...made} listening={false} />}
      {step.does === 'bend' ? (
        <>
          {step.holds &&
            step.held.map(({ x, y }, at) => (
              <Rect
                key={at}
                x={x - 5 * px}
                y={y - 5 * px}
                width={10 * px}
                height={10 * px}
                fill={palette.brass}
                stroke={palette.sheet}
                strokeWidth={1.5 * px}
                listening={false}
              />
            ))}
          {step.handles.map(({ from, to }, at) => (
            <Group key={at}>
              <Line
                points={[from.x, from.y, to.x, to.y]}
                stroke={palette.woad}
                strokeWidth={1.2 * px}
                listening={false}
              />
              <Knob name="bend-handle" at={to} px={px} palette={palette} onDrag={(place) => dragHandle(at, place)} />
            </Group>
          ))}
        </>
      ) : (
        <>
          <Line
            points={step.line.flatMap(({ x, y }) => [x, y])}
            stroke={palette.woad}
            strokeWidth={1.6 * px}
            dash={[6 * px, 4 * px]}
            listening={false}
          />
          {step.line.map((place, at) => (
            <Knob
              key={at}
              name="line-handle"
              at={place}
              px={px}
              palette={palette}
              onDrag={(next) => dragLine(at, next)}
            />
          ))}
        </>
      )}
    </Group>
  );
}

interface KnobProps {
  name: string;
  at: { x: number; y: number };
  px: number;
  palette: Palette;
  onDrag: (place: { x: number; y: number }) => void;
}

function Knob({ name, at: { x, y }, px, palette, onDrag }: KnobProps) {
  return (
    <Circle
      name={name}
      x={x}
      y={y}
      radius={6.5 * px}
      fill={palette.sheet}
      stroke={palette.woad}
      strokeWidth={2.4 * px}
      draggable
      onDragMove={({ target }) => onDrag(target.position())}
    />
  );
}
