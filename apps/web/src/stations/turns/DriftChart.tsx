import { COLOUR_LIMIT, DRIFT_LIMIT, type Comparison, type PartInView } from '@limber-sheaf/core';
import { max } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { viewWord } from '../../bench/view-words';
import { Choice } from '../../ui/controls';
import { useDoor } from './useDoor';

const WIDTH = 560;
const ROW = 22;
const EDGE = { left: 150, right: 60, top: 26 };

type By = 'size' | 'height' | 'colour' | 'name';

const BY: readonly { value: By; word: string }[] = [
  { value: 'size', word: 'size' },
  { value: 'height', word: 'height' },
  { value: 'colour', word: 'colour' },
  { value: 'name', word: 'name' },
];

/** How far a cell is off, per cent or colour distance; null where that is not known. */
function amount(cell: PartInView, by: By): number | null {
  if (by === 'colour') return cell.colour?.distance ?? null;
  return by === 'height' ? cell.height : cell.size;
}

/** Every part's drift in every view, the farthest first: a bar a view to either side of none. */
export function DriftChart({ comparison }: { comparison: Comparison }) {
  const { doc } = useOnBench();
  const [by, setBy] = useState<By>('size');
  const open = useDoor();
  const shown = by === 'name' ? 'size' : by;
  const worst = (cells: readonly PartInView[]) => max(cells, (cell) => Math.abs(amount(cell, shown) ?? 0)) ?? 0;
  const lines = comparison.parts
    .filter(({ cells }) => cells.some((cell) => amount(cell, shown) !== null))
    .sort((a, b) => (by === 'name' ? a.word.localeCompare(b.word) : worst(b.cells) - worst(a.cells)));
  const views = doc.views.filter(({ id }) => id !== comparison.referenceId);
  const reach = Math.max(2 * DRIFT_LIMIT, max(lines, ({ cells }) => worst(cells)) ?? 0);
  const x = scaleLinear([shown === 'colour' ? 0 : -reach, reach], [EDGE.left, WIDTH - EDGE.right]);
  const limits = shown === 'colour' ? [COLOUR_LIMIT] : [-DRIFT_LIMIT, DRIFT_LIMIT];
  const height = EDGE.top + lines.length * ROW + 8;
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-6 pb-4">
      <div className="mb-2 flex items-center gap-2 text-[13px]">
        Drift, sorted by <Choice label="Sorted by" value={by} options={BY} onChange={setBy} />
        {views.map(({ id, key }, at) => (
          <span key={id} className="ml-2 inline-flex items-center gap-1.5 text-[12.5px]">
            <svg width={14} height={10} aria-hidden>
              <rect y={2} width={14} height={6} fill={FILLS[at % FILLS.length]} />
            </svg>
            {viewWord(key)}
          </span>
        ))}
      </div>
      {lines.length === 0 ? (
        <p className="text-[13px] text-soft">Nothing that two views have in common can be compared yet.</p>
      ) : (
        <svg
          viewBox={`0 0 ${WIDTH} ${height}`}
          className="w-full max-w-[860px]"
          role="group"
          aria-label="Drift of all parts"
        >
          {limits.map((limit) => (
            <line
              key={limit}
              x1={x(limit)}
              x2={x(limit)}
              y1={EDGE.top - 6}
              y2={height}
              stroke="var(--madder)"
              strokeDasharray="2 4"
            />
          ))}
          <line x1={x(0)} x2={x(0)} y1={EDGE.top - 6} y2={height} stroke="var(--soft)" />
          {x.ticks(5).map((tick) => (
            <text
              key={tick}
              x={x(tick)}
              y={13}
              textAnchor="middle"
              fontSize={11}
              className="figures"
              fill="var(--soft)"
            >
              {tick}
              {shown === 'colour' ? '' : ' %'}
            </text>
          ))}
          {lines.map(({ partId, word, cells }, row) => (
            <g key={partId} transform={`translate(0 ${EDGE.top + row * ROW})`}>
              <text x={EDGE.left - 10} y={ROW / 2 + 4} textAnchor="end" fontSize={12} fill="var(--ink)">
                {word}
              </text>
              {views.map(({ id }, at) => {
                const cell = cells.find(({ viewId }) => viewId === id);
                const value = cell && amount(cell, shown);
                if (!cell || value === null || value === undefined) return null;
                const bar = (ROW - 6) / views.length;
                return (
                  <rect
                    key={id}
                    className="cursor-pointer"
                    x={Math.min(x(0), x(value))}
                    width={Math.max(1, Math.abs(x(value) - x(0)))}
                    y={3 + at * bar}
                    height={Math.max(1, bar - 1)}
                    fill={FILLS[at % FILLS.length]}
                    onClick={() => open(id, cell.pieceId)}
                  >
                    <title>{`${word}: ${value.toFixed(1)}${shown === 'colour' ? '' : ' %'}`}</title>
                  </rect>
                );
              })}
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

const FILLS = ['var(--woad)', 'var(--brass)', 'var(--sap)', 'var(--soft)'];
