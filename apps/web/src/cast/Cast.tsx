import { counted, versionWord } from '@limber-sheaf/core';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { tell } from '../ui/tell';
import { blobUrl, call } from '../api/client';
import { tellError } from '../api/useCharacter';
import { useCast, useProductions } from '../api/useCast';
import type { AnswerOf } from '../api/client';

type CastCard = AnswerOf<'cast.cards'>[number];
import { Action } from '../ui/controls';
import { ThemeSwitch } from '../ui/ThemeSwitch';
import { LineUp } from './LineUp';
import { NewCharacter } from './NewCharacter';
import { CardMenu } from './CardMenu';
import { usePageTitle } from '../ui/usePageTitle';

/** The production's characters as cards, each with its picture and what is left. */
export function Cast() {
  const { productionId } = useParams();
  const { data: productions, mutate } = useProductions();
  const production = productions?.find((p) => p.id === productionId);
  usePageTitle(production?.name);
  const cast = useCast(productionId);
  const navigate = useNavigate();
  const [bringing, setBringing] = useState<File[] | null>(null);
  const [over, setOver] = useState(false);
  const [linedUp, setLinedUp] = useState(false);

  if (productions && !production && productionId)
    return (
      <p className="p-8">
        There is no such production.{' '}
        <a className="underline" href="/">
          To the first one
        </a>
      </p>
    );
  const living = cast.cards?.filter((card) => !card.deleted) ?? [];
  const deleted = cast.cards?.filter((card) => card.deleted) ?? [];

  const startProduction = async () => {
    try {
      const made = await call('cast.createProduction', '', { name: 'New production' });
      await mutate();
      void navigate(`/productions/${made.id}`);
    } catch (error) {
      tellError(error);
    }
  };

  return (
    <div
      className="laid flex h-full flex-col"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0 && production) setBringing(files);
      }}
    >
      <header className="flex h-13 shrink-0 items-center gap-4 border-b border-rule bg-sheet px-4">
        <span className="font-serif text-[19px] font-bold">Limber Sheaf</span>
        <span className="text-soft">{production?.name}</span>
        <span className="flex-1" />
        <ThemeSwitch />
      </header>
      <main className="min-h-0 flex-1 overflow-y-auto px-8 py-7">
        <div className="mx-auto max-w-[1120px]">
          <div className="mb-5 flex items-end justify-between gap-4">
            <div>
              <h1 className="text-[28px] leading-tight">Cast</h1>
              <p className="text-soft">
                {production
                  ? living.length === 0
                    ? 'Nobody here yet. Drop a finished design anywhere on this page: PNG, JPEG, WebP, OpenRaster, PSD or SVG.'
                    : `${counted(living.length, 'character')}. Drop a finished design to add one.`
                  : 'Start a production to bring in its characters.'}
              </p>
            </div>
            {production ? (
              <div className="flex gap-2">
                {living.length > 1 && <Action onClick={() => setLinedUp(true)}>Line-up</Action>}
                <Action tone="go" onClick={() => setBringing([])}>
                  New character
                </Action>
              </div>
            ) : (
              <Action tone="go" onClick={() => void startProduction()}>
                Start a production
              </Action>
            )}
          </div>
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(236px,1fr))] gap-5">
            {living.map((card) => (
              <CharacterCard key={card.id} card={card} cast={cast} />
            ))}
          </ul>
          {deleted.length > 0 && (
            <section className="mt-8">
              <h2 className="mb-2 text-[16px]">Deleted</h2>
              <ul className="flex flex-wrap gap-2">
                {deleted.map((card) => (
                  <li
                    key={card.id}
                    className="flex items-center gap-2 rounded-lg border border-rule bg-sheet py-1 pr-1 pl-3 text-[13px]"
                  >
                    {card.name}
                    <Action tone="quiet" onClick={() => void cast.bringBack(card.id).catch(tellError)}>
                      Bring back
                    </Action>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
      </main>
      {over && production && (
        <div className="pointer-events-none fixed inset-3 grid place-items-center rounded-2xl border-2 border-dashed border-woad bg-woad-wash/80 font-serif text-[24px] text-woad">
          Drop the design here
        </div>
      )}
      {linedUp && production && (
        <LineUp productionId={production.id} count={living.length} onClose={() => setLinedUp(false)} />
      )}
      {bringing && <NewCharacter files={bringing} cast={cast} onClose={() => setBringing(null)} />}
    </div>
  );
}

/** What is left to do, in a few words. */
function whatIsLeft(card: CastCard): string {
  if (card.pieces === 0) return 'A raw design: a first draft, or the first part.';
  const left: string[] = [];
  const share = Math.floor((1000 * card.untaken) / Math.max(1, card.designArea)) / 10;
  if (card.untaken > 0) left.push(`${share} % still uncut`);
  if (card.joints > card.rounded) left.push(`${counted(card.joints - card.rounded, 'joint')} to round`);
  if (card.doubts) left.push(`${counted(card.doubts, 'doubt')} about the cut`);
  return left.length > 0 ? left.join(' · ') : 'Nothing left over.';
}

function CharacterCard({ card, cast }: { card: CastCard; cast: ReturnType<typeof useCast> }) {
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState(false);
  const share = card.designArea > 0 ? 1 - card.untaken / card.designArea : 0;
  const open = () => void navigate(`/characters/${card.id}/cut`);
  const remove = async () => {
    try {
      await cast.remove(card.id);
      tell(`${card.name} is deleted.`, {
        action: { label: 'Undo', onClick: () => void cast.bringBack(card.id).catch(tellError) },
      });
    } catch (error) {
      tellError(error);
    }
  };
  return (
    <li className="group flex flex-col overflow-hidden rounded-xl border border-rule bg-sheet shadow-[0_1px_2px_rgb(60_50_30/0.08)] hover:shadow-[0_6px_18px_rgb(60_50_30/0.14)]">
      <button
        type="button"
        onClick={open}
        className="laid grid h-72 cursor-pointer place-items-center p-3"
        aria-label={`Open ${card.name}`}
      >
        {card.picture && <img src={blobUrl(card.picture, 480)} alt="" className="max-h-66 max-w-full object-contain" />}
      </button>
      <div className="flex items-start gap-2 px-3.5 pt-2.5 pb-3">
        <div className="min-w-0 flex-1">
          {renaming ? (
            <input
              // The name is what was asked for: the keys go there at once.
              ref={(input) => input?.focus()}
              aria-label="Name"
              defaultValue={card.name}
              maxLength={80}
              onKeyDown={(event) => {
                if (event.key === 'Enter') event.currentTarget.blur();
                if (event.key === 'Escape') setRenaming(false);
              }}
              onBlur={(event) => {
                setRenaming(false);
                const name = event.target.value.trim();
                if (name && name !== card.name) void cast.rename(card.id, name).catch(tellError);
              }}
              className="w-full rounded border border-woad bg-paper px-1 font-serif text-[17px] font-semibold"
            />
          ) : (
            <h2 className="truncate text-[17px]" title={card.name}>
              {card.name}
            </h2>
          )}
          <p className="text-[12.5px] text-soft">{whatIsLeft(card)}</p>
          <div className="mt-2 h-1 rounded bg-rule" role="img" aria-label={`${Math.floor(share * 100)} % cut`}>
            <div className="h-1 rounded bg-sap" style={{ width: `${share * 100}%` }} />
          </div>
          <p className="figures mt-1.5 text-[12px] text-soft">
            {counted(card.pieces, 'piece')} · {counted(card.joints, 'joint')}
            {card.handOffs > 0 ? ` · ${versionWord(card.handOffs)}` : ''}
          </p>
        </div>
        <CardMenu
          name={card.name}
          onRename={() => setRenaming(true)}
          onDuplicate={() => void cast.duplicate(card.id).catch(tellError)}
          onDelete={() => void remove()}
        />
      </div>
    </li>
  );
}
