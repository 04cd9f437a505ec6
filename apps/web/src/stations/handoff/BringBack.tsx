import { counted } from '@limber-sheaf/core';
import { useState } from 'react';
import { blobUrl } from '../../api/client';
import { useWork } from '../../api/work';
import { useOnBench } from '../../bench/context';
import { Action, Toggle } from '../../ui/controls';
import { FrontSheet } from '../../ui/FrontSheet';
import { Wipe } from '../../ui/Wipe';
import { changeBack, leaveBack, takeBack } from './bring-back';
import { usePackage, type ArtBack, type BroughtBack } from './package-store';
import { weightWords } from './package-words';

type Piece = BroughtBack['pieces'][number];

/** Repainted art held against the pieces it left as: each before and after, to be taken or left. */
export function BringBack({ back: { files, found, taken } }: { back: ArtBack }) {
  const bench = useOnBench();
  const [pickedId, setPickedId] = useState<string | null>(null);
  const busy = useWork(({ work }) => work !== null);
  if (!found)
    return (
      <FrontSheet label="Bring back">
        <p className="px-5 py-4 text-[13.5px] text-soft">Reading {counted(files.length, 'file')}…</p>
      </FrontSheet>
    );
  const { pieces, same } = found;
  const picked = pieces.find(({ pieceId }) => pieceId === pickedId) ?? pieces.at(0);
  return (
    <FrontSheet label="Bring back">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2 px-5 pt-3.5 pb-2">
        <h2 className="text-[18px]">What came back</h2>
        <p className="flex-1 text-[13px] text-soft">
          {pieces.length === 0 ? 'nothing was repainted' : `${counted(pieces.length, 'piece')} repainted`}
          {same > 0 && `, ${same} as ${same === 1 ? 'it' : 'they'} left`}
        </p>
        <Action onClick={leaveBack}>Leave it</Action>
        {pieces.length > 0 && (
          <Action tone="go" disabled={taken.size === 0 || busy} onClick={() => void takeBack(bench)}>
            {busy ? 'Taking it over…' : `Take ${counted(taken.size, 'piece')}`}
          </Action>
        )}
      </header>
      <div className="flex min-h-0 flex-1 gap-5 px-5 pb-4">
        {picked && (
          <Wipe
            key={picked.pieceId}
            shape={picked.place.width / picked.place.height}
            words={{ before: 'as it is', after: 'as it came' }}
            before={<img src={blobUrl(picked.before)} alt="" className="size-full" />}
            after={<img src={blobUrl(picked.after)} alt="" className="size-full" />}
          />
        )}
        <div className="w-2/5 max-w-90 min-w-52 overflow-y-auto">
          <Repainted found={found} taken={taken} picked={picked} onPick={setPickedId} />
          <Consequences />
          <LeftAlone found={found} />
        </div>
      </div>
    </FrontSheet>
  );
}

/** The pieces that were repainted, each to be taken or not. */
function Repainted({
  found: { pieces },
  taken,
  picked,
  onPick,
}: {
  found: BroughtBack;
  taken: ReadonlySet<string>;
  picked: Piece | undefined;
  onPick: (id: string) => void;
}) {
  const toggle = (id: string) => {
    const next = new Set(taken);
    if (!next.delete(id)) next.add(id);
    changeBack({ taken: next });
  };
  const take = (ids: readonly string[]) => changeBack({ taken: new Set(ids) });
  return (
    <>
      {pieces.length > 1 && (
        <div className="mb-1 flex gap-3 text-[12.5px] text-woad">
          <button
            type="button"
            className="cursor-pointer underline"
            onClick={() => take(pieces.map(({ pieceId }) => pieceId))}
          >
            All
          </button>
          <button type="button" className="cursor-pointer underline" onClick={() => take([])}>
            None
          </button>
        </div>
      )}
      <ul aria-label="Repainted pieces">
        {pieces.map((piece) => (
          <li
            key={piece.pieceId}
            className={`flex items-start gap-2 border-l-[3px] py-1.5 pl-2 ${piece === picked ? 'border-woad bg-paper' : 'border-rule'}`}
          >
            <input
              type="checkbox"
              className="mt-0.5 size-4 accent-(--woad)"
              aria-label={`Take ${piece.name}`}
              checked={taken.has(piece.pieceId)}
              onChange={() => toggle(piece.pieceId)}
            />
            <button
              type="button"
              aria-pressed={piece === picked}
              className="min-w-0 flex-1 cursor-pointer text-left"
              onClick={() => onPick(piece.pieceId)}
            >
              <span className="figures block truncate text-[12.5px]" title={piece.name}>
                {piece.name}
              </span>
              <span className="block text-[12.5px]">
                <span className={`font-medium ${weightWords(piece.weight).tone}`}>
                  {weightWords(piece.weight).word}
                </span>{' '}
                {piece.words}
              </span>
              <span className="block text-[12.5px] text-soft">{wordsOf(piece)}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What taking it does to what shows at rest: the artist's to say. */
function Consequences() {
  const { back } = usePackage();
  if (!back?.found?.pieces.some(({ pieceId, shown }) => shown > 0 && back.taken.has(pieceId))) return null;
  return (
    <div className="mt-3 text-[12.5px]">
      <Toggle on={back.renew} onChange={(renew) => changeBack({ renew })}>
        The design changes with it
      </Toggle>
      <p className="mt-1 text-soft">
        {back.renew
          ? 'The view’s design becomes what the parts show, and the rest match is held against that.'
          : 'What shows at rest stays as the design has it; only hidden paint is taken.'}
      </p>
    </div>
  );
}

function LeftAlone({ found: { missing, notes } }: { found: BroughtBack }) {
  return (
    <>
      {missing.length > 0 && <p className="mt-3 text-[12.5px] text-soft">Did not come back: {missing.join(', ')}.</p>}
      {notes.length > 0 && (
        <ul className="mt-3 text-[12.5px] text-soft" aria-label="What was left alone">
          {notes.map((note, at) => (
            <li key={at} className="border-l-[3px] border-brass py-0.5 pl-2">
              {note}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

const px = (count: number) => `${count.toLocaleString('en')} px`;

/** How a piece differs: `1,204 px show at rest, 310 px hidden`. */
function wordsOf({ shown, hidden, fixed, cameAs }: Piece): string {
  return [
    cameAs && `came as ${cameAs}`,
    shown > 0 && `${px(shown)} show at rest`,
    hidden > 0 && `${px(hidden)} hidden`,
    fixed > 0 && `${px(fixed)} follow from a joint and stay`,
  ]
    .filter(Boolean)
    .join(', ');
}
