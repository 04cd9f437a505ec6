import {
  labelFor,
  nameFor,
  parseName,
  partOf,
  pieceById,
  pieceName,
  type CharacterDoc,
  type PieceRow,
} from '@limber-sheaf/core';
import { useState } from 'react';
import { refuse } from '../../ui/tell';
import { useOnBench } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
import { PickedPieces } from './PickedPieces';
import { PieceTools } from './PieceTools';
import { pieceOfTokens, tokensOf } from '../../bench/parts';

/** The picked part: its name, its size, what can be done with it. */
export function PickedPiece() {
  const { doc, view, edit } = useOnBench();
  const { pickedPiece, pickedPart, alsoPicked } = useBench();
  const piece = doc.pieces.find((p) => p.id === pickedPiece);
  if (!pickedPart) return null;
  if (piece && alsoPicked.length > 0) return <PickedPieces />;
  const uncut = doc.pieces.reduce((sum, p) => sum + (p.viewId === view.id ? p.face.area : 0), 0) < view.designArea;
  const takeRest = async () => {
    const state = await edit('cut.takeRest', view.id, piece ? { pieceId: piece.id } : { tokens: tokensOf(pickedPart) });
    const made = state && pieceOfTokens(state.doc, view.id, pickedPart);
    if (made) pickPiece(made.id, pickedPart);
  };
  return (
    <section className="mb-4 rounded-lg border border-woad/50 bg-woad-wash/50 px-3 py-2.5" aria-label="Picked part">
      {piece ? (
        <PieceLines piece={piece} doc={doc} />
      ) : (
        <>
          <strong className="text-[14px] font-semibold">{labelFor(pickedPart)}</strong>
          <p className="text-[12.5px] text-soft">
            Not cut yet. Soak it up <kbd className="font-mono">S</kbd>, trace it <kbd className="font-mono">T</kbd>, or
            cut it off a limb <kbd className="font-mono">C</kbd>. Its name will be{' '}
            <span className="figures text-woad">{nameFor(pickedPart, doc.character.scheme)}</span>
          </p>
        </>
      )}
      {uncut && doc.pieces.length > 0 && (
        <Action className="mt-2" title="Everything that no part has goes to this one" onClick={() => void takeRest()}>
          Give it all that is uncut
        </Action>
      )}
    </section>
  );
}

function PieceLines({ piece, doc }: { piece: PieceRow; doc: CharacterDoc }) {
  const { edit } = useOnBench();
  const [draft, setDraft] = useState<string | null>(null);
  const part = partOf(doc, piece);
  const rename = (text: string) => {
    setDraft(null);
    if (text.trim() === pieceName(doc, piece) || !text.trim()) return;
    const tokens = parseName(text);
    if (!tokens) {
      refuse('That is no name for a part.', { description: 'Use letters and digits, at most some 70 of them.' });
      return;
    }
    void edit('cut.rename', part.id, { tokens, saw: { [part.id]: part.version } }).then((state) => {
      if (state) pickPiece(piece.id, partOf(state.doc, pieceById(state.doc, piece.id)));
    });
  };
  return (
    <>
      <div className="flex items-baseline justify-between gap-2">
        <strong className="text-[14px] font-semibold">{labelFor(part)}</strong>
        <span className="figures text-[12px] text-soft">{piece.face.area.toLocaleString('en')} px</span>
      </div>
      <div className="mt-1 flex items-center gap-1.5">
        <input
          aria-label="Name of the picked part"
          value={draft ?? pieceName(doc, piece)}
          maxLength={300}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={(event) => draft !== null && rename(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') event.currentTarget.blur();
            if (event.key === 'Escape') setDraft(null);
          }}
          className="figures h-7 min-w-0 flex-1 rounded-md border border-transparent bg-transparent px-1 text-[13px] text-woad hover:border-rule focus:border-woad focus:bg-paper"
        />
        <Action
          tone="wrong"
          className="h-7"
          title="Its pixels go back to the design"
          onClick={() => {
            pickPiece(null, null);
            void edit('cut.remove', piece.viewId, { pieceIds: [piece.id] });
          }}
        >
          Delete
        </Action>
      </div>
      <PieceTools piece={piece} doc={doc} />
    </>
  );
}
