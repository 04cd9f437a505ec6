import { counted, drawOrder, labelFor, partOf, pieceById } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { allPicked, alsoPick, pickPiece, useBench } from '../../bench/store';
import { Action } from '../../ui/controls';

/** Several picked pieces: what can be done with all of them at once. */
export function PickedPieces() {
  const { doc, view, edit } = useOnBench();
  const { pickedPiece, alsoPicked } = useBench();
  const picked = allPicked({ pickedPiece, alsoPicked });
  const pieces = drawOrder(doc, view.id).filter(({ id }) => picked.includes(id));
  const area = pieces.reduce((sum, { face }) => sum + face.area, 0);
  if (!pickedPiece || pieces.length === 0) return null;
  const into = pieceById(doc, pickedPiece);
  const label = labelFor(partOf(doc, into));
  const merge = async () => {
    const state = await edit('cut.merge', into.id, {
      goneIds: pieces.filter(({ id }) => id !== into.id).map(({ id }) => id),
      saw: Object.fromEntries(pieces.map(({ id, version }) => [id, version])),
    });
    if (state) pickPiece(into.id, partOf(doc, into));
  };
  const remove = async () => {
    const pieceIds = pieces.map(({ id }) => id);
    if (await edit('cut.remove', view.id, { pieceIds })) pickPiece(null, null);
  };
  return (
    <section className="mb-4 rounded-lg border border-woad/50 bg-woad-wash/50 px-3 py-2.5" aria-label="Picked pieces">
      <div className="flex items-baseline justify-between gap-2">
        <strong className="text-[14px] font-semibold">{counted(pieces.length, 'piece')} picked</strong>
        <span className="figures text-[12px] text-soft">{area.toLocaleString('en')} px</span>
      </div>
      <ul className="mt-1.5 flex flex-wrap gap-1">
        {pieces.map((piece) => (
          <li key={piece.id}>
            <button
              type="button"
              title="Let it go"
              aria-label={`Let ${labelFor(partOf(doc, piece))} go`}
              onClick={() => alsoPick(doc, piece.id)}
              className={`h-[26px] cursor-pointer rounded-full border px-2.5 text-[12.5px] ${piece.id === into.id ? 'border-woad bg-sheet font-medium' : 'border-rule'}`}
            >
              {labelFor(partOf(doc, piece))} ×
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap gap-1.5 border-t border-rule pt-2">
        <Action className="h-7 px-2" title="Their pixels, joints and what hangs from them" onClick={() => void merge()}>
          Merge into {label}
        </Action>
        <Action
          className="h-7 px-2"
          tone="wrong"
          title="Their pixels go back to the design"
          onClick={() => void remove()}
        >
          Delete all
        </Action>
      </div>
      <p className="mt-2 text-[12.5px] text-soft">
        Shift picks more, or lets one go. What is painted goes to {label}. W shows them alone; Alt ← → moves them in the
        order.
      </p>
    </section>
  );
}
