import { versionWord } from '@limber-sheaf/core';
import { useState } from 'react';
import { blobUrl } from '../../api/client';
import { useCompared, useHandOffs } from '../../api/useHandOffs';
import { useOnBench } from '../../bench/context';
import { Action, Choice } from '../../ui/controls';
import { FrontSheet } from '../../ui/FrontSheet';
import { Wipe } from '../../ui/Wipe';
import { usePackage, type ComparedVersions } from './package-store';
import { ChangeLine } from './ChangeLine';

/** px; as wide as a picture is asked for. */
const WIDE = 1024;

/** Two versions in one place, with the edge between them to move, and what differs. */
export function CompareVersions({ from, to }: ComparedVersions) {
  const { doc, view } = useOnBench();
  const { list } = useHandOffs(doc.character.id);
  const { data: compared, error } = useCompared(doc.character.id, from, to);
  const [picked, setPicked] = useState(-1);
  const numbers = list?.versions.map(({ number }) => number).reverse() ?? [];
  const choices = numbers.map((number) => ({ value: String(number), word: versionWord(number) }));
  const set = (change: Partial<ComparedVersions>) => {
    setPicked(-1);
    usePackage.setState({ compared: { from, to, ...change } });
  };
  const entries = compared?.entries ?? [];
  const shownView = picked >= 0 ? entries[picked].view : view.key;
  const shown = compared?.views.find(({ key }) => key === shownView) ?? compared?.views[0];
  const place = picked >= 0 ? entries[picked].place : null;
  return (
    <FrontSheet label="Versions compared">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2 px-5 pt-3.5 pb-2">
        <h2 className="flex-1 text-[18px]">What differs</h2>
        <Choice
          label="Earlier version"
          value={String(from)}
          options={choices}
          onChange={(value) => set({ from: Number(value) })}
        />
        <span className="text-[13px] text-soft">to</span>
        <Choice
          label="Later version"
          value={String(to)}
          options={choices}
          onChange={(value) => set({ to: Number(value) })}
        />
        <Action onClick={() => usePackage.setState({ compared: null })}>Back to the parts sheet</Action>
      </header>
      {error ? (
        <p className="px-5 text-[13.5px] text-madder">{error.message}</p>
      ) : !compared || !shown ? (
        <p role="status" className="px-5 text-[13.5px] text-soft">
          Reading both packages…
        </p>
      ) : (
        <div className="flex min-h-0 flex-1 gap-5 px-5 pb-4">
          <Wipe
            shape={shown.width / shown.height}
            words={{ before: versionWord(from), after: versionWord(to) }}
            before={<VersionPicture blob={shown.before} none={`no ${shown.key} view`} />}
            after={<VersionPicture blob={shown.after} none={`no ${shown.key} view`} />}
          >
            {place && (
              <span
                className="pointer-events-none absolute border-2 border-woad"
                style={{
                  left: `${(place.x / shown.width) * 100}%`,
                  top: `${(place.y / shown.height) * 100}%`,
                  width: `${(place.width / shown.width) * 100}%`,
                  height: `${(place.height / shown.height) * 100}%`,
                }}
              />
            )}
          </Wipe>
          <ul className="w-2/5 max-w-90 overflow-y-auto" aria-label="Differences">
            {entries.length === 0 && (
              <li className="text-[13.5px] text-soft">
                {from === to ? 'A version does not differ from itself.' : 'Nothing differs between these two.'}
              </li>
            )}
            {entries.map((entry, at) => (
              <ChangeLine
                key={at}
                change={entry}
                picked={at === picked}
                onPick={() => setPicked(at === picked ? -1 : at)}
              />
            ))}
          </ul>
        </div>
      )}
    </FrontSheet>
  );
}

function VersionPicture({ blob, none }: { blob: string | null; none: string }) {
  if (!blob) return <p className="grid size-full place-items-center text-[13px] text-soft">{none}</p>;
  return <img src={blobUrl(blob, WIDE)} alt="" className="size-full object-contain object-left-top" />;
}
