import {
  drawOrder,
  jointLabel,
  labelFor,
  partOf,
  pieceName,
  type DerivedRefs,
  type PieceRow,
} from '@limber-sheaf/core';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';
import { Picture } from '../../ui/Picture';
import { handWorker, keyOf } from '../../bench/worker';
import type { sheetTasks } from './sheet-tasks';

/** What the rigger gets on one page: the character assembled with its pivots, and every piece by name. */
export function PartsSheet() {
  const bench = useOnBench();
  const { doc, view, sheets } = bench;
  const looks = (piece: PieceRow) => lookOf(piece, sheets[piece.id]);
  const order = drawOrder(doc, view.id);
  return (
    <section
      className="absolute inset-4 flex flex-col overflow-hidden rounded-xl border border-rule bg-sheet shadow-sm"
      aria-label="Parts sheet"
    >
      <header className="flex items-baseline gap-3 px-5 pt-3.5 pb-2">
        <h2 className="text-[18px]">Parts sheet</h2>
        <p className="text-[13px] text-soft">what the rigger gets on one page</p>
      </header>
      {order.length === 0 ? (
        <p className="px-5 text-[13.5px] text-soft">
          No piece yet. Cut the design first; each part then lies here by its name.
        </p>
      ) : (
        <div className="flex min-h-0 flex-1 gap-6 px-5 pb-5">
          <figure className="relative h-full shrink-0" style={{ aspectRatio: `${view.width} / ${view.height}` }}>
            <img src={blobUrl(view.designBlob, 1024)} alt="" className="absolute inset-0 size-full opacity-20" />
            <Picture
              name={order.map(looks).join()}
              make={() => handWorker<typeof sheetTasks>().assembled(keyOf(bench), view.id, 1200)}
              className="absolute inset-0 size-full"
            />
            {doc.joints
              .filter((j) => j.viewId === view.id)
              .map((joint) => (
                <span
                  key={joint.id}
                  title={jointLabel(doc, joint)}
                  className="absolute size-2.5 -translate-1/2 rounded-full border border-ink bg-brass"
                  style={{ left: `${(joint.x / view.width) * 100}%`, top: `${(joint.y / view.height) * 100}%` }}
                />
              ))}
          </figure>
          <ul className="grid min-w-0 flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(104px,1fr))] gap-3 overflow-y-auto">
            {order.map((piece) => (
              <li key={piece.id}>
                <button
                  type="button"
                  className="w-full cursor-pointer rounded-lg border border-rule bg-white/60 p-2 hover:border-woad [[data-theme=night]_&]:bg-[#d9d3c6]"
                  onClick={() => pickPiece(piece.id, partOf(doc, piece))}
                  aria-label={labelFor(partOf(doc, piece))}
                >
                  <span className="grid h-28 place-items-center">
                    <Picture
                      name={looks(piece)}
                      make={() => handWorker<typeof sheetTasks>().pieceAlone(keyOf(bench), piece.id, 260)}
                      className="max-h-28 max-w-full"
                    />
                  </span>
                </button>
                <p className="figures mt-1 truncate text-center text-[12px]" title={pieceName(doc, piece)}>
                  {pieceName(doc, piece)}
                </p>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

/** Names what a piece looks like. */
function lookOf({ face }: PieceRow, derived: DerivedRefs | undefined): string {
  return [derived?.line, derived?.under, derived?.overlap, derived?.clean, face]
    .map((sheet) => sheet?.blob.slice(0, 12) ?? '')
    .join('.');
}
