import { counted, drawOrder, labelFor, partOf, type OpenPlace } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { lookAtPlace, useBench } from '../../bench/store';
import { Action, Choice } from '../../ui/controls';
import { carryOn } from './carry-hand';
import { useUnderStore } from './under-store';
import { pixels, shownBy } from './under-words';

/** Holes that open in motion: each is asked about once, nothing there or whose. */
export function OpenPlaces() {
  const open = useUnderStore((s) => s.open);
  if (!open || open.length === 0) return null;
  return (
    <section aria-label="Open places" className="mb-3">
      <h3 className="text-[15px]">{counted(open.length, 'place opens', 'places open')}: whose?</h3>
      {open.map((place) => (
        <Open key={`${place.place.x} ${place.place.y}`} open={place} />
      ))}
    </section>
  );
}

function Open({ open }: { open: OpenPlace }) {
  const { doc, view, edit } = useOnBench();
  const { area, turns, place, loop } = open;
  const show = () => {
    useBench.setState({ bends: Object.fromEntries(turns.map(({ jointId, angle }) => [jointId, angle])), lit: null });
    lookAtPlace(place.x, place.y, 300);
  };
  const give = (pieceId: string) => {
    const piece = doc.pieces.find(({ id }) => id === pieceId);
    if (piece) void carryOn({ edit }, piece, [...piece.carried, { kind: 'line', points: loop }]);
  };
  return (
    <div className="border-b border-rule py-1.5 text-[13px]">
      <button type="button" className="cursor-pointer text-left" onClick={show}>
        <span className="figures text-madder">{pixels(area)} px</span>{' '}
        <span className="text-soft">{shownBy(doc, open)}</span>
      </button>
      <div className="mt-1 flex flex-wrap items-center gap-1.5">
        <Action onClick={() => void edit('under.nothingAt', view.id, { ...place, saw: { [view.id]: view.version } })}>
          Nothing there
        </Action>
        <Choice<string>
          label="It belongs to"
          value=""
          options={[
            { value: '', word: 'it belongs to …' },
            ...drawOrder(doc, view.id).map((piece) => ({ value: piece.id, word: labelFor(partOf(doc, piece)) })),
          ]}
          onChange={(pieceId) => pieceId && give(pieceId)}
        />
      </div>
    </div>
  );
}
