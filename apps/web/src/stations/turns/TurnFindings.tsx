import { toHex, type Comparison, type ExceptionKind, type TurnFinding } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';
import { tellNotes } from './tell-notes';
import { useDoor } from './useDoor';

/** What may be said to be fine so. */
const ACCEPTED: Partial<Record<TurnFinding['kind'], ExceptionKind>> = {
  missing: 'unseen',
  size: 'size',
  height: 'height',
  colour: 'colour',
};

/** What the views do not agree on, each a way to its place, with what mends it; then what is fine so. */
export function TurnFindings({ comparison }: { comparison: Comparison }) {
  const { doc, edit } = useOnBench();
  const open = comparison.findings.filter(({ accepted }) => accepted === null);
  const fine = doc.exceptions.flatMap((one) => {
    const view = doc.views.find(({ id }) => id === one.viewId);
    const line = comparison.parts.find(({ partId }) => partId === one.partId);
    return view && line ? [{ ...one, says: `${line.word} in ${view.key}: ${WORDS[one.what]}` }] : [];
  });
  return (
    <>
      {open.length > 0 && (
        <section aria-label="Findings" className="mb-4">
          <h3 className="mt-3 mb-1 text-[15px]">Findings</h3>
          {open.map((finding) => (
            <Finding key={`${finding.kind} ${finding.viewId} ${finding.sentence}`} {...{ finding, comparison }} />
          ))}
        </section>
      )}
      {fine.length > 0 && (
        <section aria-label="Fine so" className="mb-4">
          <h3 className="mb-1 text-[15px]">Fine so</h3>
          {fine.map(({ id, viewId, partId, what, because, says, version }) => (
            <div key={id} className="flex items-start justify-between gap-2 border-b border-rule py-1 text-[13px]">
              <span className="min-w-0">
                {says}
                {because && <span className="block text-[12.5px] text-soft">{because}</span>}
              </span>
              <Action
                onClick={() =>
                  void edit('turns.exception', viewId, { partId, what, because: null, saw: { [id]: version } })
                }
              >
                Take back
              </Action>
            </div>
          ))}
        </section>
      )}
    </>
  );
}

const WORDS: Record<ExceptionKind, string> = {
  unseen: 'does not show',
  size: 'its size may differ',
  height: 'its height may differ',
  colour: 'its colour may differ',
};

function Finding({ finding, comparison }: { finding: TurnFinding; comparison: Comparison }) {
  const { doc, edit } = useOnBench();
  const open = useDoor();
  const [because, setBecause] = useState<string | null>(null);
  const { kind, viewId, partId, pieceId, sentence } = finding;
  const what = ACCEPTED[kind];
  const colour =
    kind === 'colour'
      ? comparison.parts.find((line) => line.partId === partId)?.cells.find((cell) => cell.viewId === viewId)?.colour
      : null;
  const piece = doc.pieces.find(({ id }) => id === pieceId);
  const accept = (word: string) =>
    partId && what && void edit('turns.exception', viewId, { partId, what, because: word.trim(), saw: {} });
  return (
    <div className="mb-2 border-l-[3px] border-madder bg-madder-wash py-1.5 pr-2 pl-2.5 text-[13px]">
      <button type="button" className="cursor-pointer text-left" onClick={() => open(viewId, pieceId)}>
        {sentence}
        {colour && (
          <span className="ml-1.5 inline-flex gap-1 align-middle">
            {[colour.here, colour.there].map((rgb, at) => (
              <span
                key={at}
                title={at === 0 ? 'here' : 'in the view that is followed'}
                className="inline-block h-3.5 w-5 rounded-sm border border-rule"
                style={{ background: toHex(rgb) }}
              />
            ))}
          </span>
        )}
      </button>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {colour && piece && (
          <Action
            tone="go"
            onClick={() =>
              void edit('parts.colour', piece.id, {
                fromId: comparison.referenceId,
                saw: { [piece.id]: piece.version },
              })
            }
          >
            Take that colour
          </Action>
        )}
        {kind === 'size' && piece && (
          <Action
            tone="go"
            title="Its joints and what hangs from it go along; the design changes with it"
            onClick={() =>
              void edit('parts.fit', piece.id, {
                fromId: comparison.referenceId,
                saw: { [piece.id]: piece.version },
              }).then(tellNotes)
            }
          >
            Scale it to fit
          </Action>
        )}
        {what && because === null && (
          <Action onClick={() => (what === 'unseen' ? accept('') : setBecause(''))}>
            {what === 'unseen' ? 'Does not show here' : 'Fine so…'}
          </Action>
        )}
        {because !== null && (
          <form
            className="flex flex-1 gap-1.5"
            onSubmit={(event) => {
              event.preventDefault();
              accept(because);
            }}
          >
            <input
              aria-label="Why it is fine so"
              placeholder="why"
              // The hand has just asked for it.
              ref={(field) => field?.focus()}
              value={because}
              maxLength={200}
              className="h-8 min-w-0 flex-1 rounded border border-rule bg-paper px-2 text-[13px]"
              onChange={({ target }) => setBecause(target.value)}
              onKeyDown={({ key }) => key === 'Escape' && setBecause(null)}
            />
            <Action type="submit">Fine so</Action>
          </form>
        )}
      </div>
    </div>
  );
}
