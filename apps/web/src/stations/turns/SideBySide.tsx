import { DRIFT_LIMIT, type Comparison, type Landmark, type ViewMeasure } from '@limber-sheaf/core';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { viewWord } from '../../bench/view-words';
import { ROOM, TALL, layBeside, roomOf, unitsAt, type LaidView } from './places';
import { useUnits } from './useUnits';

/** Sizes of a word that the words of the heights take, left of the views. */
const GUTTER = 10.5;

/** All views on one floor line. A height line runs over them; each view's own is dragged, and says how far it strays. */
export function SideBySide({
  comparison,
  measures,
}: {
  comparison: Comparison;
  measures: ReadonlyMap<string, ViewMeasure>;
}) {
  const { doc } = useOnBench();
  const { laid, width } = layBeside(doc.views, comparison, measures);
  const reference = comparison.landmarks.get(comparison.referenceId) ?? [];
  const tall = ROOM.above + TALL + ROOM.below;
  const { ref, word } = useUnits(width, tall, GUTTER);
  const gutter = GUTTER * word;
  const words = spread(
    reference.map(({ share }) => unitsAt(share)),
    1.25 * word,
  );
  return (
    <svg
      ref={ref}
      viewBox={`0 0 ${gutter + width} ${tall}`}
      className="min-h-0 w-full flex-1 touch-none select-none"
      role="group"
      aria-label="All views on one floor line"
    >
      {laid.map((one) => (
        <g key={one.view.id} transform={`translate(${gutter} 0)`}>
          <image
            href={blobUrl(one.view.designBlob, 1024)}
            {...one.canvas}
            preserveAspectRatio="none"
            aria-label={viewWord(one.view.key)}
          />
          <text x={one.left + one.width / 2} y={34} textAnchor="middle" fontSize={1.1 * word} fill="var(--ink)">
            {viewWord(one.view.key)}
          </text>
          {one.view.id === comparison.referenceId && (
            <text
              x={one.left + one.width / 2}
              y={34 + 1.1 * word}
              textAnchor="middle"
              fontSize={word}
              fill="var(--soft)"
            >
              followed
            </text>
          )}
          <PickedHere one={one} comparison={comparison} />
        </g>
      ))}
      {reference.map(({ key, word: name, share }, at) => (
        <g key={key}>
          <line
            x1={gutter - 30}
            x2={gutter + width}
            y1={unitsAt(share)}
            y2={unitsAt(share)}
            stroke="var(--soft)"
            strokeDasharray="3 7"
            strokeWidth={1.6}
          />
          <line x1={gutter - 42} x2={gutter - 30} y1={words[at]} y2={unitsAt(share)} stroke="var(--rule)" />
          <text x={gutter - 48} y={words[at] + word / 3} textAnchor="end" fontSize={word} fill="var(--ink)">
            {name} <tspan className="figures">{Math.round(share * 100)} %</tspan>
          </text>
        </g>
      ))}
      {laid.map((one) => (
        <g key={one.view.id} transform={`translate(${gutter} 0)`}>
          {one.marks.map((mark) => (
            <HeightLine
              key={mark.key}
              one={one}
              mark={mark}
              size={word}
              reference={reference.find(({ key }) => key === mark.key)}
            />
          ))}
        </g>
      ))}
    </svg>
  );
}

/** Heights of words that stand beside their lines, pushed `apart` where those are near one another. */
function spread(heights: readonly number[], apart: number): number[] {
  let last = -Infinity;
  return heights.map((height) => (last = Math.max(height, last + apart)));
}

interface HeightLineProps {
  one: LaidView;
  mark: Landmark;
  reference: Landmark | undefined;
  /** Of its words, units. */
  size: number;
}

function HeightLine({ one, mark, reference, size }: HeightLineProps) {
  const { edit } = useOnBench();
  const [dragged, setDragged] = useState<number | null>(null);
  const { view, scale, canvas } = one;
  const y = dragged ?? mark.y;
  const at = canvas.y + y * scale;
  const floor = one.marks.find(({ key }) => key === 'floor')?.y ?? view.floorY;
  const drift = reference ? 100 * (((floor - y) * scale) / TALL - reference.share) : 0;
  const strays = Math.abs(drift) > DRIFT_LIMIT;
  const [least, most] = roomOf(one.marks, mark.key, view.height);
  const colour = strays ? 'var(--madder)' : mark.byHand ? 'var(--woad)' : 'var(--brass)';
  const put = (to: number) => {
    const held = Math.round(Math.max(least, Math.min(most, to)));
    if (held !== Math.round(mark.y))
      void edit('turns.height', view.id, { key: mark.key, y: held, saw: { [view.id]: view.version } });
  };
  const drag = (event: PointerEvent<SVGGElement>) => {
    const svg = event.currentTarget.ownerSVGElement;
    const matrix = svg?.getScreenCTM();
    if (!matrix || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const units = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()).y;
    setDragged(Math.max(least, Math.min(most, one.yAt(units))));
  };
  const keys = (event: KeyboardEvent) => {
    const by = event.shiftKey ? 10 : 1;
    const steps: Record<string, number> = { ArrowUp: -by, ArrowDown: by };
    const step = steps[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    put(mark.y + step);
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${mark.word} in ${view.key}`}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={view.height}
      aria-valuenow={Math.round(y)}
      aria-valuetext={`${Math.round(y)} px, ${Math.round(mark.share * 100)} % of the height`}
      className="height-line cursor-ns-resize outline-none"
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={drag}
      onPointerUp={() => {
        if (dragged !== null) put(dragged);
        setDragged(null);
      }}
      onKeyDown={keys}
    >
      <rect x={one.left - 22} y={at - 9} width={one.width + 44} height={18} fill="transparent" />
      <line x1={one.left - 20} x2={one.left + 14} y1={at} y2={at} stroke={colour} strokeWidth={4} />
      <line
        x1={one.left + one.width - 14}
        x2={one.left + one.width + 20}
        y1={at}
        y2={at}
        stroke={colour}
        strokeWidth={4}
      />
      {strays && (
        <text x={one.left + one.width + 24} y={at - 6} fontSize={size} className="figures" fill="var(--madder)">
          {drift > 0 ? '+' : '−'}
          {Math.abs(drift).toFixed(1)} %
        </text>
      )}
    </g>
  );
}

/** Where the picked part lies in a view. */
function PickedHere({ one, comparison }: { one: LaidView; comparison: Comparison }) {
  const { doc } = useOnBench();
  const picked = useBench((s) => s.pickedPiece);
  const partId = doc.pieces.find(({ id }) => id === picked)?.partId;
  const cells = comparison.parts.find((line) => line.partId === partId)?.cells;
  const pieceId = cells?.find(({ viewId }) => viewId === one.view.id)?.pieceId;
  const face = doc.pieces.find(({ id }) => id === pieceId)?.face;
  if (!face) return null;
  const { canvas, scale } = one;
  return (
    <rect
      x={canvas.x + face.x * scale - 6}
      y={canvas.y + face.y * scale - 6}
      width={face.width * scale + 12}
      height={face.height * scale + 12}
      rx={10}
      fill="none"
      stroke="var(--woad)"
      strokeWidth={4}
    />
  );
}
