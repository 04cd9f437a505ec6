import type { JointRow } from '@limber-sheaf/core';
import type Konva from 'konva';
import { useRef, useState } from 'react';
import { Arc, Circle, Group, Label, Line, Tag, Text } from '../../ui/konva';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import type { Palette } from '../../bench/light-table/palette';
import { keyOf } from '../../bench/worker';
import { jointWorker } from './worker';
import { Loupe } from './Loupe';
import { useNudged } from './nudge';

interface Props {
  joint: JointRow;
  palette: Palette;
  /** Degrees it is bent now. */
  bend: number;
}

type Draft = Partial<Pick<JointRow, 'x' | 'y' | 'radius' | 'rangeLow' | 'rangeHigh'>>;
type Drag = Konva.KonvaEventObject<DragEvent>;

/** A joint as a brass pin: drag its head to move it, its disc to resize it, its legs to set its range. */
export function Brad({ joint, palette, bend }: Props) {
  const { doc, sheets, edit } = useOnBench();
  const scale = useBench((s) => s.viewport.scale);
  const panning = useBench((s) => s.panning);
  const [draft, setDrawn] = useState<Draft | null>(null);
  const newest = useRef<Draft | null>(null);
  const setDraft = (next: Draft | null | ((old: Draft | null) => Draft | null)) => {
    newest.current = typeof next === 'function' ? next(newest.current) : next;
    setDrawn(newest.current);
  };
  const nudged = useNudged();
  const now = { ...joint, ...(nudged.jointId === joint.id ? { x: nudged.x, y: nudged.y } : null), ...draft };
  const pointer = useRef<{ x: number; y: number } | null>(null);
  const settling = useRef(false);
  const settle = async () => {
    if (settling.current) return;
    settling.current = true;
    let asked = null;
    while (pointer.current && pointer.current !== asked) {
      asked = pointer.current;
      const disc = await jointWorker()
        .settle(keyOf({ doc, sheets }), joint, asked)
        .catch(() => null);
      // Far from where the hand is, it would not be what the hand means.
      const near = disc && Math.hypot(disc.x - asked.x, disc.y - asked.y) < joint.radius / 2;
      if (near && pointer.current) setDraft((d) => d && { ...d, ...disc });
    }
    settling.current = false;
  };
  /** The last place that was asked about counts, also where its answer is not there yet. */
  const settledThenCommit = async () => {
    while (settling.current) await new Promise((done) => setTimeout(done, 16));
    pointer.current = null;
    commit();
  };
  const px = 1 / scale;
  const child = doc.pieces.find((p) => p.id === joint.childId);
  if (!child) return null;
  // Rest points at the middle of what hangs there; the legs are turned from it.
  const rest = Math.atan2(child.face.y + child.face.height / 2 - now.y, child.face.x + child.face.width / 2 - now.x);
  const leg = Math.max(90 * px, now.radius + 46 * px);
  const tip = (angle: number, length = leg) => {
    const rad = rest + (angle * Math.PI) / 180;
    return { x: now.x + Math.cos(rad) * length, y: now.y + Math.sin(rad) * length };
  };
  const commit = () => {
    if (!newest.current) return;
    const rounded = Object.fromEntries(
      Object.entries(newest.current).map(([key, value]) => [key, Math.round(value * 10) / 10]),
    );
    void edit('joints.change', joint.id, { ...rounded, saw: { [joint.id]: joint.version } }).then(
      (state) => !state && setDraft(null),
    );
  };
  const stop = (event: Drag) => {
    event.cancelBubble = true;
  };
  const handle = {
    name: 'handle',
    draggable: !panning,
    onDragStart: stop,
    onDragEnd: (event: Drag) => {
      stop(event);
      void settledThenCommit();
    },
  };
  const angleOf = (event: Drag) => {
    const raw = ((Math.atan2(event.target.y() - now.y, event.target.x() - now.x) - rest) * 180) / Math.PI;
    return ((((raw + 180) % 360) + 360) % 360) - 180;
  };
  const drawnLeg = (angle: number, which: 'rangeLow' | 'rangeHigh') => {
    const end = tip(angle);
    const label = tip(angle, leg + 20 * px);
    return (
      <Group key={which}>
        <Line
          points={[now.x, now.y, end.x, end.y]}
          stroke={palette.sheet}
          strokeWidth={7.5 * px}
          lineCap="round"
          listening={false}
        />
        <Line
          points={[now.x, now.y, end.x, end.y]}
          stroke={palette.brass}
          strokeWidth={5 * px}
          lineCap="round"
          listening={false}
        />
        <Label x={label.x} y={label.y - 10 * px} offsetX={25 * px} listening={false}>
          <Tag fill={palette.sheet} opacity={0.86} cornerRadius={4 * px} />
          <Text
            text={`${Math.round(angle)}°`}
            width={52 * px}
            wrap="none"
            align="center"
            padding={4 * px}
            fill={palette.brass}
            fontFamily="IBM Plex Mono"
            fontStyle="600"
            fontSize={12.5 * px}
          />
        </Label>
        <Circle
          {...handle}
          x={end.x}
          y={end.y}
          radius={7 * px}
          fill={palette.sheet}
          stroke={palette.brass}
          strokeWidth={2.4 * px}
          hitStrokeWidth={12 * px}
          onDragMove={(event) => {
            stop(event);
            const turned = angleOf(event);
            const limited =
              which === 'rangeLow' ? Math.max(-180, Math.min(0, turned)) : Math.max(0, Math.min(180, turned));
            setDraft((d) => ({ ...d, [which]: limited }));
            event.target.position(tip(limited));
          }}
        />
      </Group>
    );
  };
  const bendTip = tip(bend, leg * 0.86);
  return (
    <Group>
      <Circle
        x={now.x}
        y={now.y}
        radius={now.radius}
        stroke={palette.sheet}
        strokeWidth={3.6 * px}
        opacity={0.8}
        listening={false}
      />
      <Circle
        x={now.x}
        y={now.y}
        radius={now.radius}
        stroke={palette.brass}
        strokeWidth={1.8 * px}
        dash={[7 * px, 5 * px]}
        listening={false}
      />
      <Arc
        x={now.x}
        y={now.y}
        innerRadius={leg * 0.9}
        outerRadius={leg * 0.9}
        angle={now.rangeHigh - now.rangeLow}
        rotation={(rest * 180) / Math.PI + now.rangeLow}
        stroke={palette.brass}
        strokeWidth={1.6 * px}
        dash={[1.5 * px, 5 * px]}
        lineCap="round"
        listening={false}
      />
      {bend !== 0 && (
        <Line
          points={[now.x, now.y, bendTip.x, bendTip.y]}
          stroke={palette.ink}
          strokeWidth={1.6 * px}
          dash={[3 * px, 4 * px]}
          listening={false}
        />
      )}
      {drawnLeg(now.rangeLow, 'rangeLow')}
      {drawnLeg(now.rangeHigh, 'rangeHigh')}
      <Circle
        {...handle}
        x={now.x + now.radius * Math.cos(rest - Math.PI / 2)}
        y={now.y + now.radius * Math.sin(rest - Math.PI / 2)}
        radius={5.5 * px}
        fill={palette.sheet}
        stroke={palette.brass}
        strokeWidth={2 * px}
        hitStrokeWidth={14 * px}
        onDragMove={(event) => {
          stop(event);
          const radius = Math.max(2, Math.hypot(event.target.x() - now.x, event.target.y() - now.y));
          setDraft((d) => ({ ...d, radius }));
          event.target.position({
            x: now.x + radius * Math.cos(rest - Math.PI / 2),
            y: now.y + radius * Math.sin(rest - Math.PI / 2),
          });
        }}
      />
      <Circle
        {...handle}
        x={now.x}
        y={now.y}
        radius={10 * px}
        fill={palette.brass}
        stroke={palette.ink}
        strokeWidth={1.6 * px}
        onDragMove={(event) => {
          stop(event);
          const at = { x: event.target.x(), y: event.target.y() };
          setDraft((d) => ({ ...d, ...at }));
          // It settles into the contour as it is dragged; Alt keeps it free.
          pointer.current = event.evt.altKey ? null : at;
          if (pointer.current) void settle();
        }}
      />
      <Circle x={now.x} y={now.y} radius={3 * px} fill={palette.ink} listening={false} />
      {(draft?.x !== undefined || nudged.jointId === joint.id) && <Loupe at={now} px={px} palette={palette} />}
    </Group>
  );
}
