import type { Check } from '@limber-sheaf/core';
import { Check as Tick, X } from 'lucide-react';
import { useState } from 'react';
import type { AnswerOf } from '../../api/client';
import { tellError } from '../../api/useCharacter';
import { isUnderWay, useChecks, useHandOffs } from '../../api/useHandOffs';
import { useOnBench } from '../../bench/context';
import { useDoor } from '../../bench/useDoor';
import { Action, LedgerHead } from '../../ui/controls';
import { useStations } from '../../bench/stations';
import { BringBackButton } from './BringBackButton';
import { figureOf } from './check-words';
import { usePackage } from './package-store';
import { PackageChoices } from './PackageChoices';
import { VersionLine } from './VersionLine';

/** Hand-off's ledger: the checks with their figures, the package, the versions so far. */
export function HandOffLedger() {
  const { doc, view, revision } = useOnBench();
  const { data: proof, error } = useChecks(view.id, revision);
  const { list, make, stop } = useHandOffs(doc.character.id);
  const fresh = proof?.revision === revision;
  const failed = proof?.checks.filter((check) => !check.ok).length ?? 0;
  const running = isUnderWay(list?.job);
  const makeIt = async () => {
    const { options, note, withoutViews } = usePackage.getState();
    try {
      const { finish, formats } = options;
      const viewIds = doc.views.map(({ id }) => id).filter((id) => !withoutViews.has(id));
      await make({ ...options, formats: [...formats], finish: finish ?? undefined, note, viewIds });
      usePackage.setState({ note: '' });
    } catch (error) {
      tellError(error);
    }
  };
  return (
    <>
      <LedgerHead title="Hand-off">
        {error
          ? error.message
          : !proof
            ? 'Checking…'
            : !fresh
              ? 'Checking again…'
              : failed === 0
                ? `All ${proof.checks.length} checks hold`
                : `${failed} of ${proof.checks.length} checks ${failed === 1 ? 'stands' : 'stand'} in the way`}
      </LedgerHead>
      <ul className={fresh ? '' : 'opacity-60'}>
        {proof?.checks.map((check) => (
          <CheckLine key={check.id} check={check} />
        ))}
      </ul>
      <div className="mt-4">
        {!running && <PackageChoices />}
        {running && list?.job ? (
          <Progress job={list.job} onStop={() => void stop(list.job?.id ?? '').catch(tellError)} />
        ) : (
          <Action tone="go" disabled={doc.pieces.length === 0} onClick={() => void makeIt()}>
            {list && list.versions.length > 0 ? `Make version ${list.versions[0].number + 1}` : 'Make the package'}
          </Action>
        )}
        {list?.job?.state === 'failed' && <p className="mt-2 text-[13px] text-madder">{list.job.sentence}</p>}
        {list?.job?.state === 'cancelled' && (
          <p className="mt-2 text-[13px] text-soft">Stopped. Nothing was kept of it.</p>
        )}
        {failed > 0 && !running && (
          <p className="mt-2 text-[12.5px] text-soft">A package may leave with failed checks; the manifest says so.</p>
        )}
      </div>
      {list && list.versions.length > 0 && (
        <section className="mt-5">
          <h3 className="mb-1 text-[15px]">Versions</h3>
          <ul>
            {list.versions.map((version) => (
              <VersionLine key={version.id} version={version} isNow={version.revision === revision} />
            ))}
          </ul>
        </section>
      )}
      {doc.pieces.length > 0 && <BringBackButton />}
    </>
  );
}

function CheckLine({ check }: { check: Check }) {
  const mends = useStations().find(({ checks }) => checks?.[check.id]);
  const [open, setOpen] = useState(false);
  const { name, asks } = mends?.checks?.[check.id] ?? { name: check.id, asks: '' };
  const follow = useDoor();
  return (
    <li className="border-b border-rule py-2">
      <button
        type="button"
        title={asks}
        className="flex w-full cursor-pointer items-center gap-2.5 text-left disabled:cursor-default"
        disabled={check.findings.length === 0}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span
          className={`grid size-5 shrink-0 place-items-center rounded-full text-sheet ${check.ok ? 'bg-sap' : 'bg-madder'}`}
        >
          {check.ok ? (
            <Tick size={13} strokeWidth={3} aria-label="holds" />
          ) : (
            <X size={13} strokeWidth={3} aria-label="does not hold" />
          )}
        </span>
        <span className="min-w-0 flex-1">
          <span className="block text-[13.5px] font-medium">{name}</span>
          {!check.ok && <span className="block text-[12.5px] text-soft">{asks}</span>}
        </span>
        <span className={`figures text-right text-[12.5px] whitespace-nowrap ${check.ok ? '' : 'text-madder'}`}>
          {figureOf(check)}
        </span>
      </button>
      {open && (
        <ul className="mt-1.5 ml-7 max-h-52 overflow-y-auto">
          {check.findings.map((finding, i) => (
            <li key={i}>
              <button
                type="button"
                className="w-full cursor-pointer border-l-[3px] border-madder py-1 pl-2 text-left text-[12.5px] hover:bg-madder-wash"
                onClick={() => follow(check.id, finding)}
              >
                {finding.sentence}
              </button>
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

function Progress({ job, onStop }: { job: AnswerOf<'jobs.job'>; onStop: () => void }) {
  return (
    <div role="status" className="rounded-lg border border-rule p-3">
      <div className="mb-1.5 flex items-center justify-between text-[13px]">
        <span>{job.doing}…</span>
        <span className="figures">{Math.round(job.share * 100)} %</span>
      </div>
      <div className="mb-2.5 h-1.5 overflow-hidden rounded bg-rule">
        <div className="h-full bg-woad" style={{ width: `${job.share * 100}%` }} />
      </div>
      <Action onClick={onStop}>Stop</Action>
    </div>
  );
}
