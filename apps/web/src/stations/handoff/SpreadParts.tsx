import {
  drawOrder,
  labelFor,
  parentPiece,
  partOf,
  pieceName,
  spreadApart,
  uniteRects,
  type PieceId,
  type Rect,
} from '@limber-sheaf/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import { Picture } from '../../ui/Picture';
import { lookOf } from './look-of';
import type { sheetTasks } from './sheet-tasks';

/** Screen px that a line of a name is high and a letter wide. */
const LINE = 14;
const LETTER = 7.4;
/** How many times farther pieces rather go sideways in a room as wide as it is high: names lie better beside one another. */
const SIDEWAYS = 1.4;
/** Screen px of room from which there is some for names; in less they are told when a piece is pointed at. */
const ROOM = 440;
/** How far apart pieces are before their names are shown. */
const NAMED = 0.6;
/** px a side that a piece's picture has, at most. */
const PICTURE = 420;

const worker = () => handWorker<typeof sheetTasks>('handoff');

/** The pieces of a view between their places at rest (0) and spread apart along their limbs (1), each to be picked. */
export function SpreadParts({ pull }: { pull: number }) {
  const bench = useOnBench();
  const { doc, view, sheets } = bench;
  const places = usePlaces();
  const room = useRef<HTMLDivElement>(null);
  const size = useSize(room);
  const isNamed = size.width >= ROOM;
  const shown = useMemo(() => {
    const placed = drawOrder(doc, view.id).flatMap((piece, rank) => {
      const rect = places?.get(piece.id);
      return rect ? [{ piece, rect, lines: linesOf(`${rank + 1} ${pieceName(doc, piece)}`) }] : [];
    });
    const spread = (px: number) => {
      const boxes = placed.map(({ piece, rect, lines }) => {
        const parent = parentPiece(doc, piece);
        const above = placed.findIndex((one) => one.piece.id === parent?.id);
        const wide = isNamed ? Math.max(...lines.map((line) => line.length + 1)) * LETTER * px : 0;
        const height = rect.height + (isNamed ? (lines.length + 0.5) * LINE * px : 0);
        return { ...rect, width: Math.max(rect.width, wide), height, parent: above < 0 ? null : above };
      });
      const moved = spreadApart(boxes, (SIDEWAYS * size.width) / Math.max(1, size.height));
      return placed.map((one, at) => ({ ...one, box: boxes[at], ...moved[at] }));
    };
    // Names keep their size on screen: how much room they take depends on how large the pieces then are.
    const first = spread(view.height / Math.max(1, size.height));
    const fit = fitOf(boxesOf(first, 1), view, size);
    return spread(1 / Math.max(0.01, fit.scale));
  }, [doc, view, places, size, isNamed]);
  const at = boxesOf(shown, pull);
  const { scale, left, all } = fitOf(at, view, size);
  return (
    <div ref={room} className="relative min-w-0 flex-1 overflow-hidden">
      {shown.map(({ piece, rect, lines }, rank) => (
        <button
          key={piece.id}
          type="button"
          aria-label={labelFor(partOf(doc, piece))}
          title={isNamed ? undefined : lines.join('')}
          className="absolute cursor-pointer rounded outline-offset-2 hover:outline-2 hover:outline-woad"
          style={{
            left: left + (at[rank].x - all.x) * scale,
            top: (at[rank].y - all.y) * scale,
            width: rect.width * scale,
            height: rect.height * scale,
          }}
          onClick={() => pickPiece(piece.id, partOf(doc, piece))}
        >
          <Picture
            name={lookOf(piece, sheets[piece.id])}
            make={() => worker().pieceAlone(keyOf(bench), piece.id, PICTURE)}
            className="size-full"
          />
          {isNamed && pull > NAMED && (
            <span className="figures absolute top-full left-0 text-left text-[12px] leading-[14px] whitespace-pre">
              {lines.join('\n')}
            </span>
          )}
        </button>
      ))}
    </div>
  );
}

/** A name in lines as short as its words let it be: all but its last word, and that. */
function linesOf(name: string): string[] {
  const at = Math.max(name.lastIndexOf('_'), name.lastIndexOf('-'), name.lastIndexOf(' ', name.length - 1));
  return at < 4 ? [name] : [name.slice(0, at + 1), name.slice(at + 1)];
}

/** Where pieces lie with their names when they are pulled so far apart, px of the canvas. */
function boxesOf(spread: readonly { box: Rect; dx: number; dy: number }[], pull: number): Rect[] {
  return spread.map(({ box: { x, y, width, height }, dx, dy }) => ({
    x: x + pull * dx,
    y: y + pull * dy,
    width,
    height,
  }));
}

/** How all of it fits into the room: scale, and where its left edge lies. */
function fitOf(
  boxes: readonly Rect[],
  canvas: { width: number; height: number },
  size: { width: number; height: number },
) {
  const whole: Rect = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  const [first = whole, ...others] = boxes;
  const all = others.reduce<Rect>((rect, one) => uniteRects(rect, one), first);
  const scale = Math.min(size.width / all.width, size.height / all.height);
  return { scale, all, left: (size.width - all.width * scale) / 2 };
}

/** Where each piece's picture lies at rest, px; null while that is not known. */
function usePlaces(): ReadonlyMap<PieceId, Rect> | null {
  const { doc, sheets, view } = useOnBench();
  const [places, setPlaces] = useState<ReadonlyMap<PieceId, Rect> | null>(null);
  useEffect(() => {
    let wanted = true;
    worker()
      .places(keyOf({ doc, sheets }), view.id)
      .then(
        (found) => wanted && setPlaces(new Map(found)),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [doc, sheets, view.id]);
  return places;
}

/** How large an element is, px, as it changes. */
function useSize(of: React.RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const element = of.current;
    if (!element) return;
    const seen = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    seen.observe(element);
    return () => seen.disconnect();
  }, [of]);
  return size;
}
