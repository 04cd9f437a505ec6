import { unevenParts, type ViewMeasure } from '@limber-sheaf/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useOnBench } from '../../bench/context';
import { viewKeyOf, viewWord } from '../../bench/view-words';
import { Action, Toggle } from '../../ui/controls';

/** Makes a view of the other side out of the one that is open; what lies to one side of the character is asked about first. */
export function MirrorView({ measures }: { measures: ReadonlyMap<string, ViewMeasure> }) {
  const { doc, view, edit } = useOnBench();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(`${viewWord(view.key)}, other`);
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  if (!open)
    return (
      <div className="mb-3">
        <Action title="Mirrored left to right, the letters kept" onClick={() => setOpen(true)}>
          Mirror to its other side…
        </Action>
      </div>
    );
  const uneven = unevenParts(doc, view.id, measures);
  const key = viewKeyOf(name);
  const fault =
    key === '' ? 'Give it a name.' : doc.views.some((one) => one.key === key) ? 'That view is there already.' : null;
  const mirror = async () => {
    const gone = doc.pieces
      .filter((piece) => piece.viewId === view.id && without.has(piece.partId))
      .map(({ id }) => id);
    const order = { key, without: gone, saw: { [view.id]: view.version } };
    if (await edit('views.mirror', view.id, order)) void navigate(`/characters/${doc.character.id}/turns?view=${key}`);
  };
  return (
    <form
      aria-label="The other side"
      className="mb-3 rounded-lg border border-rule p-3 text-[13px]"
      onSubmit={(event) => {
        event.preventDefault();
        if (!fault) void mirror();
      }}
    >
      <label className="flex items-center gap-2">
        Name
        <input
          value={name}
          maxLength={31}
          className="h-8 min-w-0 flex-1 rounded-md border border-rule bg-paper px-2"
          onChange={({ target }) => setName(target.value)}
          onKeyDown={({ key: pressed }) => pressed === 'Escape' && setOpen(false)}
        />
      </label>
      {uneven.length > 0 && (
        <fieldset className="mt-2 grid gap-1.5">
          <legend className="mb-1 text-soft">These lie to one side. Which show from the other as well?</legend>
          {uneven.map(({ partId, word }) => (
            <Toggle
              key={partId}
              on={!without.has(partId)}
              onChange={(on) => {
                const next = new Set(without);
                if (on) next.delete(partId);
                else next.add(partId);
                setWithout(next);
              }}
            >
              {word}
            </Toggle>
          ))}
        </fieldset>
      )}
      {fault && <p className="mt-2 text-madder">{fault}</p>}
      <div className="mt-2.5 flex gap-2">
        <Action type="submit" tone="go" disabled={fault !== null}>
          Mirror it
        </Action>
        <Action onClick={() => setOpen(false)}>Leave it</Action>
      </div>
    </form>
  );
}
