import { useEffect, useRef, useState } from 'react';
import { Action } from './controls';

interface Named {
  name: string;
}

interface Props<S extends Named, K extends Named & { id: string }> {
  /** What is chosen: “Scheme”, “Preset”. */
  word: string;
  /** Those that there always are, and those that the production keeps. */
  usual: readonly S[];
  kept: readonly K[];
  /** The one that is as it is now. */
  current: S | K | undefined;
  onTake: (one: S | K) => void;
  /** Each answers whether it was done. */
  onKeep: (name: string) => Promise<boolean>;
  onRename: (one: K, name: string) => Promise<boolean>;
  onDrop: (one: K) => Promise<boolean>;
}

const OWN = '';

/** A choice among what always is there and what the production keeps under a name; what is set now can be kept as well. */
export function KeptChoice<S extends Named, K extends Named & { id: string }>(props: Props<S, K>) {
  const { word, usual, kept, current, onTake, onKeep, onRename, onDrop } = props;
  const [naming, setNaming] = useState<'keep' | 'rename' | null>(null);
  const [name, setName] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), [naming]);
  const own = kept.find((one) => one === current);
  const begin = (what: 'keep' | 'rename', text: string) => {
    setName(text);
    setNaming(what);
  };
  const finish = async () => {
    const text = name.trim();
    if (text === '') return;
    if (await (naming === 'rename' && own ? onRename(own, text) : onKeep(text))) setNaming(null);
  };
  const all: readonly (S | K)[] = [...usual, ...kept];
  return (
    <div className="mb-2 text-[13px]">
      <label className="flex min-h-8 items-center justify-between gap-3 border-b border-rule py-1">
        {word}
        <select
          value={current ? String(all.indexOf(current)) : OWN}
          onChange={({ target }) => target.value !== OWN && onTake(all[Number(target.value)])}
          className="h-7 max-w-48 cursor-pointer rounded-md border border-rule bg-sheet px-1.5 text-[12.5px] text-ink"
        >
          {!current && <option value={OWN}>its own</option>}
          <optgroup label="Ready-made">
            {usual.map((one, at) => (
              <option key={one.name} value={at}>
                {one.name}
              </option>
            ))}
          </optgroup>
          {kept.length > 0 && (
            <optgroup label="Kept for the production">
              {kept.map((one, at) => (
                <option key={one.id} value={usual.length + at}>
                  {one.name}
                </option>
              ))}
            </optgroup>
          )}
        </select>
      </label>
      {naming ? (
        <form
          className="mt-1.5 flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void finish();
          }}
        >
          <input
            ref={field}
            aria-label={`Name of the ${word.toLowerCase()}`}
            value={name}
            maxLength={60}
            onChange={({ target }) => setName(target.value)}
            onKeyDown={({ key }) => key === 'Escape' && setNaming(null)}
            className="h-8 min-w-0 flex-1 rounded-lg border border-rule bg-sheet px-2"
          />
          <Action type="submit" disabled={name.trim() === ''}>
            {naming === 'keep' ? 'Keep' : 'Rename'}
          </Action>
        </form>
      ) : (
        <div className="mt-1 flex gap-3 text-[12.5px] text-woad">
          {!current && (
            <button type="button" className="cursor-pointer underline" onClick={() => begin('keep', '')}>
              Keep it for the production…
            </button>
          )}
          {own && (
            <>
              <button type="button" className="cursor-pointer underline" onClick={() => begin('rename', own.name)}>
                Rename…
              </button>
              <button type="button" className="cursor-pointer underline" onClick={() => void onDrop(own)}>
                Let it go
              </button>
            </>
          )}
        </div>
      )}
    </div>
  );
}
