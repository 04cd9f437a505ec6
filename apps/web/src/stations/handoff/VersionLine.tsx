import { versionWord } from '@limber-sheaf/core';
import { useState } from 'react';
import { packageUrl, sheetUrl, type AnswerOf } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { ChangeLine } from './ChangeLine';
import { usePackage } from './package-store';
import { changesInWords, sizeInWords } from './package-words';

/** A version that was handed off: when, what it is about, how its checks stood, and what differs from the one before. */
export function VersionLine({
  version,
  isNow,
}: {
  version: AnswerOf<'handOff.list'>['versions'][number];
  isNow: boolean;
}) {
  const { edit } = useOnBench();
  const [open, setOpen] = useState(false);
  const { number, name, note, checks, changes, bytes } = version;
  return (
    <li className="border-b border-rule py-1.5 text-[13px]">
      <div className="flex items-start justify-between gap-2">
        <span className="min-w-0">
          <span className="figures block truncate text-[12.5px]" title={name}>
            {versionWord(number)} · {version.createdAt.slice(0, 10)}
          </span>
          {note && <span className="block">{note}</span>}
          <span className="text-[12px] text-soft">
            {checks.filter((check) => check.ok).length} of {checks.length} checks held{isNow ? ' · as it is now' : ''}
          </span>
        </span>
        <a
          href={packageUrl(version.id)}
          download
          className="text-right whitespace-nowrap text-woad"
          aria-label={`Download version ${number}`}
        >
          <span className="underline">Download</span>
          <span className="figures block text-[12px] text-soft">{sizeInWords(bytes)}</span>
        </a>
      </div>
      {changes.length === 0 ? (
        <p className="text-[12px] text-soft">{changesInWords(version)}</p>
      ) : (
        <button
          type="button"
          className="cursor-pointer text-left text-[12px] text-woad underline"
          aria-expanded={open}
          aria-label={`What differs in version ${number}`}
          onClick={() => setOpen(!open)}
        >
          {changesInWords(version)}
        </button>
      )}
      {open && (
        <ul className="mt-1 max-h-64 overflow-y-auto">
          {changes.map((change, at) => (
            <ChangeLine key={at} change={change} />
          ))}
        </ul>
      )}
      <div className="mt-0.5 flex gap-3 text-[12px]">
        <a
          href={sheetUrl(version.id)}
          target="_blank"
          rel="noreferrer"
          className="text-woad underline"
          aria-label={`Page of version ${number} for the rigger`}
          title="Its parts sheet to look at and to print, what differs, and the package: a link for the rigger."
        >
          Rigger’s page
        </a>
        {number > 1 && (
          <button
            type="button"
            className="cursor-pointer text-woad underline"
            aria-label={`Compare version ${number} with another`}
            onClick={() => usePackage.setState({ compared: { from: number - 1, to: number } })}
          >
            Compare
          </button>
        )}
        {!isNow && (
          <button
            type="button"
            className="cursor-pointer text-woad underline"
            aria-label={`Go back to version ${number}`}
            title="The character becomes what it was then, as one edit that can be undone; the versions stay."
            onClick={() => void edit('handOff.restore', version.id, {})}
          >
            Go back to it
          </button>
        )}
      </div>
    </li>
  );
}
