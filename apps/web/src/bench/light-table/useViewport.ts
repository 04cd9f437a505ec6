import { isAtRest, type Placement, type Rect } from '@limber-sheaf/core';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { useBench, type Viewport } from '../store';

const LEAST = 0.02;
const MOST = 24;

/** Room for the actions above the art, and for a tool's numbers beneath them, screen px. */
export const ACTIONS = 52;
export const ACTIONS_AND_STRIP = 92;

/** The viewport that shows a rectangle of the canvas whole, with room `top` above it, screen px. */
export function viewportFor(
  rect: { x: number; y: number; width: number; height: number },
  table: { width: number; height: number },
  { top = ACTIONS, most = 3 } = {},
): Viewport {
  const margin = 16;
  const scale = Math.min((table.width - 2 * margin) / rect.width, (table.height - top - margin) / rect.height, most);
  return {
    scale,
    x: (table.width - rect.width * scale) / 2 - rect.x * scale,
    y: top + (table.height - top - margin - rect.height * scale) / 2 - rect.y * scale,
  };
}

/** A viewport zoomed by `factor` about a point of the screen, which stays where it is. */
export function zoomAbout(viewport: Viewport, factor: number, x: number, y: number): Viewport {
  const scale = Math.min(MOST, Math.max(LEAST, viewport.scale * factor));
  const by = scale / viewport.scale;
  return { scale, x: x - (x - viewport.x) * by, y: y - (y - viewport.y) * by };
}

/** May a rectangle of the canvas be seen in the window? One that is turned or moved may be anywhere. */
export function isSeen(
  rect: Rect,
  placement: Placement | undefined,
  { scale, x, y }: Viewport,
  table: { width: number; height: number },
): boolean {
  if (placement && !isAtRest(placement)) return true;
  const left = rect.x * scale + x;
  const top = rect.y * scale + y;
  return left < table.width && top < table.height && left + rect.width * scale > 0 && top + rect.height * scale > 0;
}

/** Keeps the table's size, follows what is to be looked at, and zooms with the wheel. */
export function useViewport(
  box: RefObject<HTMLDivElement | null>,
  canvas: { width: number; height: number },
  top: number,
): { width: number; height: number } {
  const [size, setSize] = useState({ width: 800, height: 600 });
  const known = useRef(false);
  // What was last brought into view; it stays so when the window changes, until the paper is moved.
  const looked = useRef<{ viewport: Viewport; all: boolean } | null>(null);
  const lookAt = useBench((s) => s.lookAt);

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const watch = new ResizeObserver(() => {
      known.current = element.clientWidth > 0;
      setSize({ width: element.clientWidth, height: element.clientHeight });
    });
    watch.observe(element);
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const frame = element.getBoundingClientRect();
      const step = event.deltaMode === 1 ? event.deltaY * 16 : event.deltaY;
      useBench.setState(({ viewport }) => ({
        viewport: zoomAbout(
          viewport,
          Math.exp(-step * (event.ctrlKey ? 0.01 : 0.0016)),
          event.clientX - frame.left,
          event.clientY - frame.top,
        ),
      }));
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => {
      watch.disconnect();
      element.removeEventListener('wheel', wheel);
    };
  }, [box]);

  useEffect(() => {
    if (!known.current) return;
    const untouched = looked.current?.all && looked.current.viewport === useBench.getState().viewport;
    const look = lookAt ?? (untouched ? ({ kind: 'all' } as const) : null);
    if (!look) return;
    const all = look.kind === 'all';
    const rect = all ? { x: 0, y: 0, width: canvas.width, height: canvas.height } : look;
    const viewport = viewportFor(rect, size, { top });
    looked.current = { viewport, all };
    useBench.setState({ viewport, lookAt: null });
  }, [lookAt, size, canvas, top]);

  return size;
}
