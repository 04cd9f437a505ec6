import { counted, pieceName } from '@limber-sheaf/core';
import { useWork } from '../../api/work';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { Action, Choice, LedgerRow } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { GraftTone } from './GraftTone';
import { carryOn } from './carry-hand';
import { TwoWays } from './TwoWays';
import { takeProposal } from './take-proposal';
import { useUnderStore } from './under-store';
import { MODE_WORDS, USUAL_MARGIN, pixels, shownBy } from './under-words';

/** The picked piece: what of it is bare, and how it is to be painted. */
export function PickedBeneath() {
  const bench = useOnBench();
  const { doc, edit } = bench;
  const picked = useBench((s) => s.pickedPiece);
  const { bare, mode, margin, brushing, filling } = useUnderStore();
  const working = useWork((s) => s.work !== null);
  const beneath = useUnderStore((s) => s.beneath);
  const shown = beneath?.pieceId === picked ? beneath?.picture : null;
  const dropped = shown?.dropped ?? [];
  const piece = doc.pieces.find(({ id }) => id === picked);
  if (!piece) return <p className="text-[13px] text-soft">Pick a piece to see what it is beneath.</p>;
  const own = bare?.find(({ pieceId }) => pieceId === piece.id);
  const name = pieceName(doc, piece);
  const saw = { [piece.id]: piece.version };
  const paint = (anew: boolean) => void takeProposal(bench, piece, anew);
  return (
    <section aria-label="Picked piece">
      <h3 className="figures text-[15px]">{name}</h3>
      <p className="mb-1 text-[13px] text-soft">
        {piece.endsHere
          ? 'By your word nothing of it is hidden.'
          : own
            ? `${counted(own.area, 'px', 'px')} come into view bare: ${shownBy(doc, own)}.`
            : piece.beneath
              ? `Painted beneath: ${pixels(piece.beneath.area)} px.`
              : 'Nothing of it comes into view bare.'}
      </p>
      {brushing && (
        <p className="mb-1 text-[13px] text-soft">
          {filling
            ? 'A click fills what the piece’s own paint closes all round, where others hide it.'
            : 'The brush paints only where others hide the piece. Alt takes away, Shift takes up a colour.'}
        </p>
      )}
      {own && shown?.ways && <TwoWays piece={piece} ways={shown.ways} />}
      <LedgerRow name="Paint">
        <Choice
          label="Paint"
          value={mode}
          options={MODE_WORDS}
          onChange={(wanted) => useUnderStore.setState({ mode: wanted })}
        />
      </LedgerRow>
      <LedgerRow name="Beyond view">
        <NumberField
          label="Beyond view"
          value={margin ?? USUAL_MARGIN}
          unit="px"
          digits={0}
          onCommit={(value) => useUnderStore.setState({ margin: Math.max(0, Math.min(400, value)) })}
        />
      </LedgerRow>
      {piece.graft && <GraftTone piece={piece} graft={piece.graft} />}
      {piece.carried.length > 0 && (
        <LedgerRow name="Contours by hand">
          <span className={dropped.length > 0 ? 'text-madder' : ''}>
            {dropped.length === 0
              ? piece.carried.length
              : `${dropped.length} of ${piece.carried.length} ${dropped.length === 1 ? 'meets' : 'meet'} no end`}
          </span>
        </LedgerRow>
      )}
      <div className="mt-3 flex flex-wrap gap-1.5">
        {own && (
          <Action tone="go" disabled={working} onClick={() => paint(false)}>
            Take it
          </Action>
        )}
        {piece.beneath && !piece.endsHere && (
          <Action disabled={working} onClick={() => paint(true)}>
            Paint anew
          </Action>
        )}
        {piece.beneath && (
          <Action tone="wrong" onClick={() => void edit('under.clear', piece.id)}>
            Clear
          </Action>
        )}
        {dropped.length > 0 && (
          <Action
            onClick={() => {
              const met = piece.carried.filter((_, at) => !dropped.includes(at));
              void carryOn({ edit }, piece, met);
            }}
          >
            Let go what meets none
          </Action>
        )}
        {piece.carried.length > 0 && (
          <Action onClick={() => void carryOn({ edit }, piece, [])}>Propose contours again</Action>
        )}
        <Action onClick={() => void edit('under.endsHere', piece.id, { endsHere: !piece.endsHere, saw })}>
          {piece.endsHere ? 'It goes on beneath' : 'Nothing here'}
        </Action>
      </div>
    </section>
  );
}
