import { counted, proposeKeys, type Rect } from '@limber-sheaf/core';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useNavigate } from 'react-router';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { viewKeyOf, viewWord } from '../../bench/view-words';
import { Action } from '../../ui/controls';
import { correctSheet, figuresOf, useTurns, type SheetFigure } from './turns-store';
import { useUnits } from './useUnits';

/** px that a box is wide and high at least. */
const LEAST = 8;

/** A sheet of several figures, each in a box with the name of the view that it becomes; the boxes are dragged where they are wrong. */
export function CutSheet({ proposed }: { proposed: readonly Rect[] }) {
  const { doc, view, edit } = useOnBench();
  const navigate = useNavigate();
  const sheets = useTurns((s) => s.sheets);
  const figures = figuresOf(sheets, view.id, proposed);
  const { ref, word } = useUnits(view.width, view.height, 0);
  const [picked, setPicked] = useState(0);
  const others = doc.views.filter(({ id }) => id !== view.id).map(({ key }) => key);
  const faults = figures.map(({ key }, at) =>
    key === ''
      ? 'needs a name'
      : others.includes(key) || figures.findIndex((one) => one.key === key) !== at
        ? 'is there twice'
        : null,
  );
  const change = (at: number, part: Partial<SheetFigure>) =>
    correctSheet(
      view.id,
      figures.map((one, k) => (k === at ? { ...one, ...part } : one)),
    );
  const add = () => {
    const [wide, tall] = [Math.round(view.width / 5), Math.round(view.height / 2)];
    const box = { x: Math.round(view.width / 2 - wide / 2), y: Math.round(tall / 2), width: wide, height: tall };
    const key = proposeKeys(figures.length + 1).find((one) => !figures.some((known) => known.key === one)) ?? '';
    correctSheet(view.id, [...figures, { ...box, key }]);
    setPicked(figures.length);
  };
  const cut = async () => {
    const order = { figures: [...figures], saw: { [view.id]: view.version } };
    if (!(await edit('views.partSheet', view.id, order))) return;
    correctSheet(view.id, null);
    void navigate(`/characters/${doc.character.id}/turns?view=${figures[0].key}`);
  };
  return (
    <>
      <svg
        ref={ref}
        viewBox={`0 0 ${view.width} ${view.height}`}
        className="min-h-0 w-full flex-1 touch-none select-none"
        role="group"
        aria-label="The sheet with its figures"
      >
        <image href={blobUrl(view.designBlob, 1024)} width={view.width} height={view.height} aria-label="The sheet" />
        {figures.map((figure, at) => (
          <FigureBox
            key={at}
            figure={figure}
            name={`${at + 1} ${viewWord(figure.key || 'view')}`}
            size={word}
            isPicked={at === picked}
            canvas={view}
            onPick={() => setPicked(at)}
            onChange={(box) => change(at, box)}
          />
        ))}
      </svg>
      <div className="flex flex-wrap items-center justify-center gap-x-3 gap-y-2 px-4 pt-2 pb-3">
        {figures.map(({ key }, at) => (
          <span key={at} className="inline-flex items-center gap-1.5 text-[13px]">
            {at + 1}
            <input
              aria-label={`Name of view ${at + 1}`}
              defaultValue={viewWord(key || 'view')}
              maxLength={31}
              className={`h-8 w-24 rounded-md border bg-sheet px-2 ${faults[at] ? 'border-madder' : 'border-rule'}`}
              onFocus={() => setPicked(at)}
              onBlur={({ target }) => change(at, { key: viewKeyOf(target.value) })}
              onKeyDown={(event) => (event.key === 'Enter' || event.key === 'Escape') && event.currentTarget.blur()}
            />
            {faults[at] && <span className="text-madder">{faults[at]}</span>}
            <button
              type="button"
              className="cursor-pointer px-1 text-[15px] text-soft hover:text-madder"
              aria-label={`Leave figure ${at + 1} out`}
              title="Leave it out"
              onClick={() =>
                correctSheet(
                  view.id,
                  figures.filter((_, k) => k !== at),
                )
              }
            >
              ×
            </button>
          </span>
        ))}
        <Action onClick={add}>Add a box</Action>
        <Action
          tone="go"
          disabled={figures.length === 0 || faults.some((fault) => fault !== null)}
          title="Each figure becomes a view of its own; what lies in no box is left out"
          onClick={() => void cut()}
        >
          Cut into {counted(figures.length, 'view')}
        </Action>
        <Action
          tone="quiet"
          onClick={() => useTurns.setState(({ oneFigure }) => ({ oneFigure: new Set([...oneFigure, view.id]) }))}
        >
          It is one picture
        </Action>
      </div>
    </>
  );
}

interface FigureBoxProps {
  figure: SheetFigure;
  name: string;
  /** Of its words, px of the sheet. */
  size: number;
  isPicked: boolean;
  canvas: { width: number; height: number };
  onPick: () => void;
  onChange: (box: Rect) => void;
}

/** A corner that is dragged: which edges it moves. */
const CORNERS = [
  { word: 'upper left', left: true, top: true },
  { word: 'upper right', left: false, top: true },
  { word: 'lower left', left: true, top: false },
  { word: 'lower right', left: false, top: false },
] as const;

function FigureBox({ figure, name, size, isPicked, canvas, onPick, onChange }: FigureBoxProps) {
  const { x, y, width, height } = figure;
  const put = (corner: (typeof CORNERS)[number], to: { x: number; y: number }) => {
    const hold = (value: number, most: number) => Math.round(Math.max(0, Math.min(most, value)));
    const [px, py] = [hold(to.x, canvas.width), hold(to.y, canvas.height)];
    const left = corner.left ? Math.min(px, x + width - LEAST) : x;
    const top = corner.top ? Math.min(py, y + height - LEAST) : y;
    const right = corner.left ? x + width : Math.max(px, x + LEAST);
    const bottom = corner.top ? y + height : Math.max(py, y + LEAST);
    onChange({ x: left, y: top, width: right - left, height: bottom - top });
  };
  const colour = isPicked ? 'var(--woad)' : 'var(--brass)';
  return (
    <g>
      <rect
        {...{ x, y, width, height }}
        fill={colour}
        fillOpacity={isPicked ? 0.08 : 0.03}
        stroke={colour}
        strokeWidth={size / 6}
        className="cursor-pointer"
        onPointerDown={onPick}
      />
      <text x={x + size} y={Math.max(size, y - size / 2)} fontSize={1.1 * size} fill={colour} fontWeight={600}>
        {name}
      </text>
      {CORNERS.map((corner) => {
        const at = { x: corner.left ? x : x + width, y: corner.top ? y : y + height };
        const keys = (event: KeyboardEvent) => {
          const by = event.shiftKey ? 10 : 1;
          const steps: Record<string, [number, number]> = {
            ArrowLeft: [-by, 0],
            ArrowRight: [by, 0],
            ArrowUp: [0, -by],
            ArrowDown: [0, by],
          };
          const step = steps[event.key];
          if (!step) return;
          event.preventDefault();
          event.stopPropagation();
          put(corner, { x: at.x + step[0], y: at.y + step[1] });
        };
        const drag = (event: PointerEvent<SVGRectElement>) => {
          const matrix = event.currentTarget.ownerSVGElement?.getScreenCTM();
          if (!matrix || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
          put(corner, new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()));
        };
        return (
          <rect
            key={corner.word}
            role="slider"
            tabIndex={0}
            aria-label={`${name}, ${corner.word} corner`}
            aria-valuenow={Math.round(at.x)}
            aria-valuetext={`${Math.round(at.x)}, ${Math.round(at.y)} px`}
            x={at.x - size / 2}
            y={at.y - size / 2}
            width={size}
            height={size}
            rx={size / 5}
            fill={colour}
            className="cursor-move"
            onFocus={onPick}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={drag}
            onKeyDown={keys}
          />
        );
      })}
    </g>
  );
}
