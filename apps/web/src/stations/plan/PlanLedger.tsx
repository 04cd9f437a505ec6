import {
  CHOICES,
  KNOWN_PARTS,
  TEMPLATES,
  answerChoice,
  answerOf,
  findPlanned,
  labelFor,
  parseName,
  planFrom,
  withTemplate,
  switchPart,
  type KnownPart,
  type PlannedPart,
  counted,
} from '@limber-sheaf/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { refuse } from '../../ui/tell';
import { useOnBench } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { Action, Choice, LedgerHead, LedgerRow } from '../../ui/controls';
import { sameTokens, tokensOf } from '../../bench/parts';
import { PlannedPartLines } from './PlannedPartLines';
import { ShotPanel } from './ShotPanel';
import { ToComePanel } from './ToComePanel';
import { usePlan } from './usePlan';

/** Plan's ledger: the breakdown, its choices, the parts, the size, and what is to come. */
export function PlanLedger() {
  const { doc } = useOnBench();
  const { plan, set } = usePlan();
  const template = TEMPLATES.find((t) => t.key === plan.template);
  const visible = plan.parts.filter((part) => !part.hidden).length;
  return (
    <>
      <LedgerHead title="Plan">
        {doc.character.plan
          ? `${counted(plan.parts.length, 'part')}, ${visible} of them to be cut`
          : 'What will move? Choose a breakdown; change it part by part.'}
      </LedgerHead>
      <label className="mb-1 block text-[13px] font-medium" htmlFor="template">
        Breakdown
      </label>
      <select
        id="template"
        value={plan.template}
        onChange={(event) => {
          const next = TEMPLATES.find((t) => t.key === event.target.value);
          if (next) set(withTemplate(plan, next.key), `Plan ${next.word.toLowerCase()}`);
        }}
        className="h-9 w-full cursor-pointer rounded-lg border border-rule bg-paper px-2 text-[13.5px]"
      >
        {[...new Set(TEMPLATES.map((t) => t.kind))].map((kind) => (
          <optgroup key={kind} label={kind}>
            {TEMPLATES.filter((t) => t.kind === kind).map((t) => (
              <option key={t.key} value={t.key}>
                {t.kind} · {t.word} ({planFrom(t.key).parts.length})
              </option>
            ))}
          </optgroup>
        ))}
      </select>
      <p className="mt-1 mb-3 text-[12.5px] text-soft">{template?.purpose}</p>
      <Choices />
      <PartSwitches />
      <Sides />
      <ShotPanel />
      <ToComePanel />
      <Link
        to={`/characters/${doc.character.id}/cut`}
        className="mt-4 inline-flex h-9 items-center rounded-lg bg-woad px-4 text-[13.5px] font-medium text-on-woad hover:brightness-110"
      >
        On to Cut
      </Link>
    </>
  );
}

function Choices() {
  const { plan, set } = usePlan();
  const people = plan.parts.some((part) => part.group === 'arm' || part.group === 'leg');
  if (!people) return null;
  return (
    <section className="mb-3">
      {CHOICES.map((choice) => {
        const now = answerOf(plan, choice.key);
        return (
          <div key={choice.key} className="border-b border-rule py-1.5">
            <div className="flex items-center justify-between gap-2 text-[13px]">
              <span>{choice.word}</span>
              <Choice
                label={choice.word}
                value={String(now)}
                options={[
                  ...(now < 0 ? [{ value: '-1', word: 'mixed' }] : []),
                  ...choice.answers.map((answer, i) => ({ value: String(i), word: answer.word })),
                ]}
                onChange={(value) =>
                  Number(value) >= 0 &&
                  set(
                    answerChoice(plan, choice.key, Number(value)),
                    `Plan ${choice.word.toLowerCase()}: ${choice.answers[Number(value)].word}`,
                  )
                }
              />
            </div>
            {now >= 0 && <p className="text-[12.5px] text-soft">{choice.answers[now].says}</p>}
          </div>
        );
      })}
    </section>
  );
}

function PartSwitches() {
  const { plan, set } = usePlan();
  const picked = useBench((s) => s.pickedPart);
  const [all, setAll] = useState(false);
  const [text, setText] = useState('');
  const headings = [...new Set(plan.parts.map((part) => part.heading))];
  const offered = KNOWN_PARTS.filter((part) => all || headings.includes(part.heading) || part.heading === 'Things');
  const own = plan.parts.filter((part) => !KNOWN_PARTS.some((k) => sameTokens(k, part)));
  const byHeading = new Map<string, (KnownPart | PlannedPart)[]>();
  for (const part of [...offered, ...own]) byHeading.set(part.heading, [...(byHeading.get(part.heading) ?? []), part]);
  const chosen = picked && findPlanned(plan, picked);
  const add = () => {
    const tokens = parseName(text);
    if (!tokens) return void refuse('That is no name for a part.', { description: 'Use letters and digits.' });
    set(switchPart(plan, tokens, true), `Plan ${labelFor(tokens)}`);
    pickPiece(null, tokens);
    setText('');
  };
  return (
    <section className="mb-3">
      <h3 className="mb-1 text-[15px]">Parts</h3>
      {[...byHeading].map(([heading, parts]) => (
        <div key={heading} className="mb-2">
          <h4 className="mb-0.5 text-[12.5px] text-soft">{heading}</h4>
          <div className="flex flex-wrap gap-1">
            {parts.map((part) => {
              const entry = findPlanned(plan, part);
              const here = sameTokens(picked, part);
              return (
                <button
                  key={labelFor(part)}
                  type="button"
                  aria-pressed={entry !== null}
                  title={entry ? 'Planned: click to look at it, again to leave it out' : 'Click to plan it'}
                  onClick={() => {
                    if (entry && !here) return pickPiece(null, tokensOf(part));
                    set(
                      switchPart(plan, tokensOf(part), entry === null),
                      `${entry ? 'Leave out' : 'Plan'} ${labelFor(part)}`,
                    );
                    pickPiece(null, entry ? null : tokensOf(part));
                  }}
                  className={`h-[26px] cursor-pointer rounded-full border px-2.5 text-[12.5px] ${
                    entry
                      ? here
                        ? 'border-woad bg-woad-wash font-medium text-ink'
                        : `border-sap/70 text-sap ${entry.hidden ? 'border-dashed italic' : ''}`
                      : 'border-rule text-soft hover:border-soft'
                  }`}
                >
                  {labelFor(part)}
                  {entry && ' ✓'}
                </button>
              );
            })}
          </div>
        </div>
      ))}
      <div className="flex gap-1.5">
        <input
          aria-label="A part of your own"
          value={text}
          maxLength={80}
          placeholder="A part of your own…"
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && text.trim() && add()}
          className="h-8 min-w-0 flex-1 rounded-lg border border-rule bg-paper px-2.5 text-[13px]"
        />
        <Action disabled={!text.trim()} onClick={add}>
          Add
        </Action>
        <Action tone="quiet" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : 'All known'}
        </Action>
      </div>
      {chosen && <PlannedPartLines part={chosen} />}
    </section>
  );
}

function Sides() {
  const { doc, edit } = useOnBench();
  const { id, version, scheme } = doc.character;
  return (
    <section className="mb-3">
      <LedgerRow name="Sides are told apart by">
        <Choice
          label="How sides are told apart"
          value={scheme.sides}
          options={[
            { value: 'letters', word: 'letters A, B' },
            { value: 'near-far', word: 'near, far' },
            { value: 'left-right', word: 'left, right' },
          ]}
          onChange={(sides) => void edit('plan.setSides', id, { sides, saw: { [id]: version } })}
        />
      </LedgerRow>
      <p className="text-[12.5px] text-soft">
        {scheme.sides === 'letters'
          ? 'Letters stay true when the puppet is mirrored.'
          : scheme.sides === 'near-far'
            ? 'Near and far suit side views; they swap when the puppet turns round.'
            : 'Left and right turn wrong as soon as the puppet is mirrored: letters are safer.'}
      </p>
    </section>
  );
}
