import { drawingsOf, inView, pieceOfSet, type DrawingRow, type SwapSetRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { blobUrl } from '../../api/client';
import { bringDrawings } from './bring-drawings';
import { useSwaps, wear, wornOf } from './swaps-store';

/** px above the art that the chart takes. */
export const CHART_HEIGHT = 292;

/** A set's chart: shapes as columns, moods as rows; a file dropped on a place is the drawing for it. */
export function Chart({ set }: { set: SwapSetRow }) {
  const bench = useOnBench();
  const { doc, view } = bench;
  const drawings = drawingsOf(doc, set);
  const frame = frameOf(set, drawings, bench);
  const at = (shape: string, mood: string) =>
    drawings.find((one) => one.shape === shape && one.mood === mood && (one.isDefault || inView(doc, one.id, view.id)));
  return (
    <table className="border-separate border-spacing-x-1 border-spacing-y-0.5" aria-label="Chart">
      <thead>
        <tr>
          <th className="sr-only">Mood</th>
          {set.shapes.map(({ key, sounds }) => (
            <th key={key} className="max-w-16 px-0.5 text-left align-bottom text-[12px] leading-[1.15] font-normal">
              {key}
              {sounds && <span className="block truncate text-soft">{sounds}</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {set.moods.map((mood) => (
          <tr key={mood}>
            <th
              scope="row"
              className="sticky left-0 z-1 bg-sheet pr-1 text-left align-middle font-serif text-[12.5px] font-medium"
            >
              {mood}
            </th>
            {set.shapes.map(({ key }) => (
              <td key={key} className="p-0">
                <Cell set={set} shape={key} mood={mood} drawing={at(key, mood)} frame={frame} />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A square of the canvas that holds every drawing of a set, so that all are shown in one place. */
function frameOf(
  set: SwapSetRow,
  drawings: readonly DrawingRow[],
  { doc, view }: ReturnType<typeof useOnBench>,
): Frame {
  const own = pieceOfSet(doc, set, view.id)?.face;
  const pictures = [own, ...drawings.map(({ id }) => inView(doc, id, view.id)?.picture)].flatMap((one) => one ?? []);
  const left = Math.min(...pictures.map(({ x }) => x));
  const top = Math.min(...pictures.map(({ y }) => y));
  const right = Math.max(...pictures.map(({ x, width }) => x + width));
  const bottom = Math.max(...pictures.map(({ y, height }) => y + height));
  const side = Math.max(right - left, bottom - top) * 1.16;
  return { x: (left + right - side) / 2, y: (top + bottom - side) / 2, width: side, height: side };
}

function Cell({
  set,
  shape,
  mood,
  drawing,
  frame,
}: {
  set: SwapSetRow;
  shape: string;
  mood: string;
  drawing: DrawingRow | undefined;
  frame: Frame;
}) {
  const bench = useOnBench();
  const { doc, view } = bench;
  const [over, setOver] = useState(false);
  const worn = useSwaps((s) => s.worn);
  const cell = useSwaps((s) => s.cell);
  const isChosen = !drawing && cell?.shape === shape && cell.mood === mood;
  const shows = drawing !== undefined && wornOf(doc, set, worn).id === drawing.id;
  const row = drawing && inView(doc, drawing.id, view.id);
  const picture = drawing?.isDefault ? pieceOfSet(doc, set, view.id)?.face : row?.picture;
  const pictures = [picture, row?.over].flatMap((one) => one ?? []);
  const label = `${shape}, ${mood}`;
  return (
    <button
      type="button"
      aria-label={drawing ? label : `${label}, not drawn`}
      aria-pressed={drawing ? shows && !cell : isChosen}
      title={drawing ? label : `${label}: drop a file here, or click to make it`}
      onClick={() => (drawing ? wear(doc, drawing.id) : useSwaps.setState({ cell: { shape, mood } }))}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        event.stopPropagation();
        setOver(false);
        void bringDrawings(bench, set.id, [...event.dataTransfer.files], { shape, mood });
      }}
      className={`relative block size-16 overflow-hidden rounded-lg border bg-paper ${
        isChosen || (shows && !cell)
          ? 'border-2 border-brass'
          : over
            ? 'border-2 border-woad'
            : drawing
              ? 'border-rule'
              : 'border-dashed border-rule'
      } cursor-pointer`}
    >
      {pictures.length > 0 ? (
        pictures.map((one) => (
          <img
            key={one.blob}
            alt=""
            draggable={false}
            src={blobUrl(one.blob)}
            className="absolute max-w-none"
            style={{
              left: `${((one.x - frame.x) / frame.width) * 100}%`,
              top: `${((one.y - frame.y) / frame.height) * 100}%`,
              width: `${(one.width / frame.width) * 100}%`,
            }}
          />
        ))
      ) : (
        <span className="text-[12px] text-soft">{drawing ? 'blank' : 'not drawn'}</span>
      )}
    </button>
  );
}
