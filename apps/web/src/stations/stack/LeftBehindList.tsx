import { labelFor, partOf, pieceById } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { lookAtPlace, pickPiece } from '../../bench/store';
import { Action } from '../../ui/controls';
import { useLeftBehind } from './useBorders';

/** Pieces that would stay while what they sit on moves, each with the parent it most likely lacks. */
export function LeftBehindList() {
  const { doc, edit } = useOnBench();
  const left = useLeftBehind();
  if (left.length === 0) return null;
  return (
    <section aria-label="Left behind" className="mb-4">
      <h3 className="mb-1 text-[15px]">Left behind</h3>
      {left.map(({ pieceId, likelyId }) => {
        const [piece, likely] = [pieceId, likelyId].map((id) => pieceById(doc, id));
        const [part, parent] = [piece, likely].map((one) => partOf(doc, one));
        const saw = { [part.id]: part.version };
        const go = () => {
          pickPiece(piece.id, part);
          const { x, y, width, height } = piece.face;
          lookAtPlace(x + width / 2, y + height / 2, Math.max(width, height));
        };
        return (
          <div
            key={pieceId}
            className="mb-2 border-l-[3px] border-madder bg-madder-wash py-1.5 pr-2 pl-2.5 text-[13px]"
          >
            <button type="button" className="cursor-pointer text-left" onClick={go}>
              <span className="font-medium">{labelFor(part)}</span> stays behind when {labelFor(parent)} moves.
            </button>
            <div className="mt-1.5 flex flex-wrap gap-1.5">
              <Action
                tone="go"
                onClick={() => void edit('stack.parent', part.id, { parentId: parent.id, along: [], saw })}
              >
                Hang it from {labelFor(parent)}
              </Action>
              <Action onClick={() => void edit('stack.alone', part.id, { alone: true, saw })}>Fine so</Action>
            </div>
          </div>
        );
      })}
    </section>
  );
}
