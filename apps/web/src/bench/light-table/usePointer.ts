import { apply, broughtBack, unapply, type PieceRow, type Placement } from '@limber-sheaf/core';
import type Konva from 'konva';
import { useEffect, useMemo, useRef } from 'react';
import { useOnBench } from '../context';
import type { Hand, TableEvent, TableView } from '../station';
import { pickByClick, useBench } from '../store';
import { handWorker } from '../worker';
import type { TableTasks } from '../worker/table-tasks';
import { InOrder } from './in-order';

type PointerEvents = Konva.KonvaEventObject<PointerEvent>;

interface Drag {
  kind: 'pan' | 'press';
  x: number;
  y: number;
  dragged: boolean;
}

/** Screen px that a trembling hand moves. */
const STEADY = 4;

/** A place on the screen as a place on the canvas. */
function onCanvas(event: PointerEvents): { x: number; y: number } {
  return event.target.getStage()?.getRelativePointerPosition() ?? { x: 0, y: 0 };
}

/** What the pointer does on the light table: moves the paper, feeds the tool in hand, picks. */
export function usePointer(
  placements: Map<string, Placement>,
  bent: ReadonlyMap<string, number>,
  order: readonly PieceRow[],
  hand: Hand | undefined,
) {
  const bench = useOnBench();
  const { doc } = bench;
  const drag = useRef<Drag | null>(null);
  const space = useRef(false);
  const touches = useRef(new Set<number>());
  const presses = useRef<{ x: number; y: number }[]>([]);
  const steps = useRef(new InOrder());
  /** Is a press being told to the hand, which looks up what lies there? */
  const pressing = useRef(false);
  const setPanning = (panning: boolean) => useBench.setState({ panning });

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /INPUT|TEXTAREA|SELECT/.test(event.target.tagName);
      if (event.key !== ' ' || typing) return;
      if (event.target instanceof HTMLButtonElement) event.target.blur();
      event.preventDefault();
      space.current = event.type === 'keydown';
      setPanning(space.current);
    };
    window.addEventListener('keydown', key);
    window.addEventListener('keyup', key);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('keyup', key);
    };
  }, []);

  const table = useMemo<TableView>(
    () => ({
      pieceUnder: (x, y) => {
        const found = handWorker<TableTasks>().pieceUnder(
          [...order].reverse().map((piece) => {
            const at = placements.get(piece.id);
            const there = at ? unapply(at, x, y) : { x, y };
            const angle = bent.get(piece.id);
            const place = piece.soft && angle ? broughtBack(piece.soft, angle, there) : there;
            return { id: piece.id, face: piece.face, ...place };
          }),
        );
        if (pressing.current) steps.current.hold(found);
        return found;
      },
      placeOf: (pieceId, x, y) => {
        const at = placements.get(pieceId);
        return at ? apply(at, x, y) : { x, y };
      },
    }),
    [order, placements, bent],
  );

  /** Tells the hand what the pointer does; `then` hears whether that meant something to it. */
  const send = (
    kind: TableEvent['kind'],
    event: PointerEvents,
    dragged = drag.current?.dragged ?? false,
    then?: (isMeant: boolean) => void,
  ) => {
    const { altKey: free, shiftKey: more, pointerType } = event.evt;
    const pressure = pointerType === 'pen' ? event.evt.pressure : 1;
    const told = { kind, ...onCanvas(event), free, more, pressure, dragged, pressed: drag.current !== null };
    steps.current.take(() => {
      pressing.current = kind === 'press';
      const isMeant = hand?.send(told, bench, table) ?? false;
      pressing.current = false;
      then?.(isMeant);
    });
  };

  const down = (event: PointerEvents) => {
    const { evt } = event;
    touches.current.add(evt.pointerId);
    const pan = space.current || evt.button === 1 || evt.button === 2 || touches.current.size > 1;
    if (!pan && event.target.hasName('handle')) return;
    presses.current = [...presses.current.slice(-1), { x: evt.clientX, y: evt.clientY }];
    drag.current = { kind: pan ? 'pan' : 'press', x: evt.clientX, y: evt.clientY, dragged: false };
    if (pan) {
      send('lost', event);
      setPanning(true);
    } else send('press', event);
  };

  const move = (event: PointerEvents) => {
    const { evt } = event;
    const current = drag.current;
    if (current?.kind === 'pan') {
      const dx = evt.clientX - current.x;
      const dy = evt.clientY - current.y;
      current.x = evt.clientX;
      current.y = evt.clientY;
      useBench.setState(({ viewport }) => ({ viewport: { ...viewport, x: viewport.x + dx, y: viewport.y + dy } }));
      return;
    }
    if (current && Math.hypot(evt.clientX - current.x, evt.clientY - current.y) > STEADY) current.dragged = true;
    send('move', event);
  };

  const up = (event: PointerEvents) => {
    touches.current.delete(event.evt.pointerId);
    const current = drag.current;
    drag.current = null;
    if (current?.kind === 'pan') {
      setPanning(space.current);
      return;
    }
    const at = onCanvas(event);
    const { shiftKey } = event.evt;
    send('release', event, current?.dragged ?? true, (isMeant) => {
      if (!isMeant && current && !current.dragged)
        void table.pieceUnder(at.x, at.y).then((id) => pickByClick(doc, id, shiftKey));
    });
  };

  const leave = (event: PointerEvents) => {
    touches.current.delete(event.evt.pointerId);
    if (drag.current?.kind !== 'pan') return;
    drag.current = null;
    setPanning(false);
  };

  // Two quick clicks at different places are two points, whatever the time between them.
  const double = (event: PointerEvents) => {
    const [before, last] = presses.current;
    if (before && Math.hypot(last.x - before.x, last.y - before.y) <= STEADY) send('double', event);
  };

  return { down, move, up, leave, double };
}
