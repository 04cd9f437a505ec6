import { drawOrder, labelFor, partOf, type CharacterDoc, type PieceRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useAnswer } from '../../api/useAnswer';
import { useCast } from '../../api/useCast';
import { useOnBench } from '../../bench/context';
import { Choice } from '../../ui/controls';
import { graftFrom } from './grafting';

/** Which piece a graft is taken from: of this view, of the character's others, or of anyone in the production. */
export function GraftFrom({ piece }: { piece: PieceRow }) {
  const bench = useOnBench();
  const { doc } = bench;
  const [whose, setWhose] = useState(doc.character.id);
  const { cards = [] } = useCast(doc.character.productionId);
  const isOwn = whose === doc.character.id;
  const { data: other } = useAnswer('cast.state', isOwn ? null : whose);
  const from = isOwn ? doc : other?.doc;
  const people = cards.map(({ id, name }) => ({ value: id, word: id === doc.character.id ? 'this character' : name }));
  return (
    <>
      {people.length > 1 && <Choice<string> label="Whose piece" value={whose} options={people} onChange={setWhose} />}
      <Choice<string>
        label="Graft from"
        value=""
        options={[{ value: '', word: from ? choose(piece) : 'opens …' }, ...(from ? piecesToTake(from, piece) : [])]}
        onChange={(fromId) => void (fromId && graftFrom(bench, piece, fromId))}
      />
    </>
  );
}

function choose({ graft }: PieceRow): string {
  return graft ? 'another piece …' : 'from a piece …';
}

/** A character's pieces by view, back to front, in words; less the one that is grafted to. */
function piecesToTake(doc: CharacterDoc, piece: PieceRow): { value: string; word: string }[] {
  return doc.views.flatMap((view) =>
    drawOrder(doc, view.id)
      .filter(({ id }) => id !== piece.id)
      .map((one) => {
        const word = labelFor(partOf(doc, one));
        return { value: one.id, word: doc.views.length > 1 ? `${word} · ${view.key}` : word };
      }),
  );
}
