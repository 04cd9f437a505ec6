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

/** px of the canvas, as a share of its height, that a name takes beneath its piece. */
const NAME = 0.018;
/** How far apart pieces are before their names are shown. */
const NAMED = 0.6;
/** px a side that a piece's picture has, at most. */
const PICTURE = 420;

const worker = () => handWorker<typeof sheetTasks>();

/** The pieces of a view between their places at rest (0) and spread apart along their limbs (1), each to be picked. */
export function SpreadParts({ pull }: { pull: number }) {
  const bench = useOnBench();
  const { doc, view, sheets } = bench;
  const places = usePlaces();
  const room = useRef<HTMLDivElement>(null);
  const size = useSize(room);
  const order = drawOrder(doc, view.id);
  const shown = useMemo(() => {
    const placed = drawOrder(doc, view.id).flatMap((piece) => {
      const rect = places?.get(piece.id);
      return rect ? [{ piece, rect }] : [];
    });
    const name = NAME * view.height;
    const boxes = placed.map(({ piece, rect }) => {
      const parent = parentPiece(doc, piece);
      const above = placed.findIndex((one) => one.piece.id === parent?.id);
      // With room for its name beneath it.
      const wide = pieceName(doc, piece).length * name * 0.62;
      return {
        ...rect,
        width: Math.max(rect.width, wide),
        height: rect.height + 1.6 * name,
        parent: above < 0 ? null : above,
      };
    });
    const moved = spreadApart(boxes);
    return placed.map((one, at) => ({ ...one, ...moved[at] }));
  }, [doc, view.id, view.height, places]);
  const at = shown.map(({ rect, dx, dy }) => ({ ...rect, x: rect.x + pull * dx, y: rect.y + pull * dy }));
  const canvas: Rect = { x: 0, y: 0, width: view.width, height: view.height };
  const all = at.reduce<Rect>((rect, one) => uniteRects(rect, one), canvas);
  const scale = Math.min(size.width / all.width, size.height / all.height);
  const left = (size.width - all.width * scale) / 2;
  return (
    <div ref={room} className="relative min-w-0 flex-1 overflow-hidden">
      {shown.map(({ piece, rect }, rank) => (
        <button
          key={piece.id}
          type="button"
          aria-label={labelFor(partOf(doc, piece))}
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
          {pull > NAMED && (
            <span className="figures absolute top-full left-0 text-left text-[12px] whitespace-nowrap">
              {order.indexOf(piece) + 1} {pieceName(doc, piece)}
            </span>
          )}
        </button>
      ))}
    </div>
  );
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
