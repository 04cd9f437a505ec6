import {
  counted,
  drawOrder,
  generationOf,
  labelFor,
  makesRing,
  parentPiece,
  partOf,
  pieceName,
  type CharacterDoc,
  type PartRow,
  type PieceRow,
} from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { allPicked, pickByClick, useBench } from '../../bench/store';
import { Choice, LedgerHead } from '../../ui/controls';
import { LeftBehindList } from './LeftBehindList';

/** Stack's ledger: the draw order, front at the top, and what each part moves with. */
export function StackLedger() {
  const { doc, view } = useOnBench();
  const order = drawOrder(doc, view.id).reverse();
  const roots = order.filter((p) => parentPiece(doc, p) === null);
  return (
    <>
      <LedgerHead title="Stack">
        {order.length === 0
          ? 'No piece yet. Cut one from the design first.'
          : roots.length > 1
            ? `${counted(order.length, 'piece')} · ${roots.length - 1} ${roots.length === 2 ? 'moves' : 'move'} with nothing`
            : order.length === 1
              ? '1 piece'
              : `${order.length} pieces, all in one family`}
      </LedgerHead>
      <LeftBehindList />
      <ul>
        {order.map((piece) => (
          <StackLine key={piece.id} piece={piece} depth={generationOf(doc, piece)} />
        ))}
      </ul>
      {order.length > 1 && (
        <p className="mt-3 text-[12.5px] text-soft">
          Front at the top. Drag a card in the sheaf, or press Alt ← →, to change the order. Shift picks several.
        </p>
      )}
    </>
  );
}

/** The other parts that are picked with a piece: what it moves with goes for them as well. */
function partsAlong(doc: CharacterDoc, piece: PieceRow): PartRow[] {
  const picked = allPicked(useBench.getState());
  if (!picked.includes(piece.id)) return [];
  return doc.pieces.filter(({ id }) => id !== piece.id && picked.includes(id)).map((other) => partOf(doc, other));
}

function StackLine({ piece, depth }: { piece: PieceRow; depth: number }) {
  const { doc, edit } = useOnBench();
  const picked = useBench((s) => allPicked(s).includes(piece.id));
  const part = partOf(doc, piece);
  const others = doc.parts.filter((p) => p.id !== part.id && !makesRing(doc, part, p.id));
  return (
    <li
      className={`flex items-center justify-between gap-2 border-b border-rule py-1.5 max-[1000px]:[&_select]:max-w-22 ${picked ? 'bg-woad-wash' : ''}`}
    >
      <button
        type="button"
        aria-pressed={picked}
        onClick={(event) => pickByClick(doc, piece.id, event.shiftKey)}
        className="min-w-0 flex-1 cursor-pointer text-left leading-4.5 text-[13px] font-medium"
        title={pieceName(doc, piece)}
      >
        <span className="figures text-soft" aria-hidden>
          {'· '.repeat(Math.min(6, depth))}
        </span>
        {labelFor(part)}
      </button>
      <span className="text-[12px] text-soft">on</span>
      <Choice
        label={`${labelFor(part)} moves with`}
        value={part.parentId ?? ''}
        options={[{ value: '', word: 'nothing' }, ...others.map((p) => ({ value: p.id, word: labelFor(p) }))]}
        onChange={(parentId) => {
          const along = partsAlong(doc, piece);
          void edit('stack.parent', part.id, {
            parentId: parentId || null,
            along: along.map(({ id }) => id),
            saw: Object.fromEntries([part, ...along].map(({ id, version }) => [id, version])),
          });
        }}
      />
    </li>
  );
}
