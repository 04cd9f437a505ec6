import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { knownBy, labelFor, orderAtPose, partOf, pieceName, type PieceRow } from '@limber-sheaf/core';
import { useMemo, useRef, useState } from 'react';
import { blobUrl } from '../api/client';
import { useOnBench } from './context';
import { dropMove, makeMove } from './order';
import type { Station, StationEntry } from './station';
import { useStations } from './stations';
import { allPicked, pickByClick, useBench } from './store';

const AT_REST: Readonly<Record<string, number>> = {};
const idsOf = (pieces: readonly PieceRow[]) => pieces.map(({ id }) => id as string);

/** Every piece as a card, back to front from left to right; drag to change the draw order. */
export function Sheaf({ entry, station }: { entry?: StationEntry; station: Station | null }) {
  const bench = useOnBench();
  const { doc, view } = bench;
  const isBent = entry?.bends === true;
  // While a limb is bent, the cards are laid anew only where their order changes.
  const ids = useBench((s) => idsOf(orderAtPose(doc, view.id, isBent ? s.bends : AT_REST)).join('\n'));
  const order = useMemo(
    () => ids.split('\n').flatMap((id) => doc.pieces.find((piece) => piece.id === id) ?? []),
    [doc, ids],
  );
  // While the server answers, the cards already lie as they were dropped.
  const [dropped, setDropped] = useState<{ from: PieceRow[]; ids: string[] } | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const cards = dropped?.from === order ? dropped.ids.flatMap((id) => order.find((p) => p.id === id) ?? []) : order;
  const wrong = useMarks();

  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const move = dropMove(idsOf(order), allPicked(useBench.getState()), String(active.id), String(over.id));
    if (!move) return;
    setDropped({ from: order, ids: move.order });
    void makeMove(bench, move, station).then((state) => !state && setDropped(null));
  };

  return (
    <footer
      className="col-span-3 flex h-[132px] items-center gap-3 overflow-hidden border-t border-rule bg-tray px-4 max-[1000px]:h-[112px]"
      aria-label="The sheaf: draw order, back to front"
    >
      <span className="shrink-0 font-serif text-[13px] text-soft italic">back</span>
      {cards.length === 0 ? (
        <p className="flex-1 text-center text-[13px] text-soft">
          No piece yet. Propose a cut in Cut, or pick a part and soak or trace it: its card comes here.
        </p>
      ) : (
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
          <SortableContext items={cards.map((p) => p.id as string)} strategy={horizontalListSortingStrategy}>
            <ol className="flex h-full min-w-0 flex-1 items-center justify-center-safe overflow-x-auto overflow-y-hidden px-3">
              {cards.map((piece, i) => (
                <Card
                  key={piece.id}
                  piece={piece}
                  at={i}
                  count={cards.length}
                  wrong={wrong.get(piece.id)}
                  tied={tied(doc, cards, i)}
                />
              ))}
            </ol>
          </SortableContext>
        </DndContext>
      )}
      <span className="shrink-0 font-serif text-[13px] text-soft italic">front</span>
    </footer>
  );
}

type Doc = ReturnType<typeof useOnBench>['doc'];

/** The limb a card belongs to, where its neighbour belongs to it too: a ribbon ties them. */
function tied(doc: Doc, cards: readonly PieceRow[], at: number): { left: boolean; right: boolean } {
  const limb = (piece: PieceRow | undefined) => {
    if (!piece) return null;
    const part = partOf(doc, piece);
    return part.side ? `${part.group} ${part.side}` : null;
  };
  const own = limb(cards[at]);
  return { left: own !== null && limb(cards[at - 1]) === own, right: own !== null && limb(cards[at + 1]) === own };
}

const NO_MARKS = () => new Map<string, string>();

/** What is wrong with each piece, in words, as the stations find it. */
function useMarks(): Map<string, string> {
  const found = new Map<string, string>();
  for (const { useMarks: use = NO_MARKS } of useStations())
    for (const [id, sentence] of use()) if (!found.has(id)) found.set(id, sentence);
  return found;
}

interface CardProps {
  piece: PieceRow;
  at: number;
  count: number;
  wrong?: string;
  tied: { left: boolean; right: boolean };
}

function Card({ piece, at, count, wrong, tied: ribbon }: CardProps) {
  const { doc } = useOnBench();
  const picked = useBench((s) => allPicked(s).includes(piece.id));
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: piece.id,
  });
  const hold = useRef<ReturnType<typeof setTimeout>>(undefined);
  // Only what holding a card has shown alone is ended by letting it go.
  const held = useRef(false);
  const part = partOf(doc, piece);
  // Where cards lie over each other, only the beginning of a line is seen: the words that differ get one of their own.
  const crowded = count > 11;
  const name = pieceName(doc, piece);
  const tail = name.lastIndexOf(doc.character.scheme.separator) + 1;
  const fan = count > 1 ? (at / (count - 1) - 0.5) * Math.min(7, count * 0.6) : 0;
  const release = () => {
    clearTimeout(hold.current);
    if (!held.current) return;
    held.current = false;
    useBench.setState({ solo: null });
  };
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: CSS.Transform.toString(transform),
        transition,
        width: crowded ? 76 : 96,
        marginLeft: at === 0 ? 0 : count > 12 ? -Math.min(34, (count - 12) * 2.4) : 6,
        zIndex: picked || isDragging ? 30 : at,
      }}
      className="relative shrink-0"
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`${labelFor(part)}${wrong ? `: ${wrong}` : ''}`}
        aria-pressed={picked}
        title={wrong ?? `${labelFor(part)} (hold: only this piece; Shift: pick it too)`}
        onClick={(event) => pickByClick(doc, piece.id, event.shiftKey)}
        onPointerDownCapture={() => {
          hold.current = setTimeout(() => {
            held.current = true;
            useBench.setState({ solo: [piece.id] });
          }, 380);
        }}
        onPointerUp={release}
        onPointerLeave={release}
        onPointerCancel={release}
        style={{ rotate: `${fan}deg`, translate: picked ? '0 -10px' : `0 ${Math.abs(fan) * 0.8}px` }}
        className={`card-lift relative flex h-[100px] w-full cursor-grab flex-col rounded-md border bg-sheet shadow-[0_1px_4px_rgb(50_40_20/0.18)] max-[1000px]:h-[84px] ${picked ? 'border-brass ring-2 ring-brass' : 'border-rule'}`}
      >
        <span className="block min-h-0 w-full flex-1 overflow-hidden rounded-t-md bg-white/70 p-1 [[data-theme=night]_&]:bg-[#d9d3c6]">
          <img
            src={blobUrl(knownBy(doc, piece).blob, 160)}
            alt=""
            draggable={false}
            className="size-full min-h-0 object-contain"
          />
        </span>
        {(ribbon.left || ribbon.right) && (
          <span
            aria-hidden
            className={`absolute ${crowded ? 'bottom-[29px]' : 'bottom-[21px]'} h-[3px] bg-woad ${ribbon.left ? '-left-2' : 'left-3 rounded-l'} ${ribbon.right ? '-right-2' : 'right-3 rounded-r'}`}
          />
        )}
        {crowded ? (
          <span className="figures w-full overflow-hidden px-1 py-[3px] text-left text-[11px] leading-[13px] whitespace-nowrap text-ink">
            <span className="block text-soft">{name.slice(0, tail)}</span>
            <span className="block">{name.slice(tail)}</span>
          </span>
        ) : (
          <span className="figures w-full truncate px-1 py-[3px] text-left text-[12px] leading-4 text-ink">{name}</span>
        )}
        {wrong && (
          <span
            className="absolute top-1 right-1 grid size-4.5 place-items-center rounded-full bg-madder font-serif text-[12px] font-bold text-on-woad"
            aria-hidden
          >
            !
          </span>
        )}
      </button>
    </li>
  );
}
