import { drawOrder, jointLabel, labelFor, partOf, pieceName, type PieceRow, type SheetRef } from '@limber-sheaf/core';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';

/** What the rigger gets on one page: the character assembled with its pivots, and every piece by name. */
export function PartsSheet() {
  const { doc, view } = useOnBench();
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
            {order.map((piece) => (
              <PieceImages key={piece.id} piece={piece} width={view.width} height={view.height} />
            ))}
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
                  <SpreadPiece piece={piece} />
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

function sheetsOf(piece: PieceRow): SheetRef[] {
  return [piece.line, piece.under, piece.overlap, piece.line ? piece.clean : piece.face].filter(
    (sheet): sheet is SheetRef => sheet !== null,
  );
}

/** The piece's sheets where they lie on the canvas, in per cent of it. */
function PieceImages({ piece, width, height }: { piece: PieceRow; width: number; height: number }) {
  return sheetsOf(piece).map((sheet) => (
    <img
      key={sheet.blob}
      src={blobUrl(sheet.blob)}
      alt=""
      className="absolute max-w-none"
      style={{
        left: `${(sheet.x / width) * 100}%`,
        top: `${(sheet.y / height) * 100}%`,
        width: `${(sheet.width / width) * 100}%`,
        height: `${(sheet.height / height) * 100}%`,
      }}
    />
  ));
}

/** A piece by itself with its rounded ends, as large as the card allows. */
function SpreadPiece({ piece }: { piece: PieceRow }) {
  const sheets = sheetsOf(piece);
  const left = Math.min(...sheets.map((s) => s.x));
  const top = Math.min(...sheets.map((s) => s.y));
  const width = Math.max(...sheets.map((s) => s.x + s.width)) - left;
  const height = Math.max(...sheets.map((s) => s.y + s.height)) - top;
  return (
    <span className="grid h-28 place-items-center">
      <svg
        viewBox={`${left} ${top} ${width} ${height}`}
        className="max-h-28 max-w-full"
        style={{ aspectRatio: `${width} / ${height}`, height: '100%' }}
      >
        {sheets.map((sheet) => (
          <image
            key={sheet.blob}
            href={blobUrl(sheet.blob)}
            x={sheet.x}
            y={sheet.y}
            width={sheet.width}
            height={sheet.height}
          />
        ))}
      </svg>
    </span>
  );
}
