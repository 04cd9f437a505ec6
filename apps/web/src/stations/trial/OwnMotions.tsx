import {
  EASES,
  MOTION_LIMITS,
  ownMotion,
  secondsOfOwn,
  stepsOfMotion,
  type Ease,
  type MotionStep,
} from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { Action, Choice } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { tryMotion, useTrial } from './trial-store';

/** How long a fresh step takes, s. */
const USUAL_SECONDS = 0.6;
const AT_REST = '';

/** A motion while it is made or changed: what it was called when it was taken up. */
interface Draft {
  name: string;
  steps: MotionStep[];
}

/** The artist's own motions: from pose to pose, each with its time, and back to the first. */
export function OwnMotions() {
  const { doc, edit } = useOnBench();
  const tried = useTrial((s) => s.motion);
  const [draft, setDraft] = useState<Draft | null>(null);
  if (doc.poses.length === 0) return null;
  const begin = () => {
    const ids = doc.poses.slice(0, MOTION_LIMITS.poses - 1).map(({ id }) => id);
    setDraft({ name: '', steps: [null, ...ids].map((poseId) => ({ poseId, seconds: USUAL_SECONDS, ease: 'soft' })) });
  };
  return (
    <section aria-label="Own motions" className="mb-4">
      <h3 className="mb-1 text-[15px]">Own motions</h3>
      <ul>
        {doc.motions.map((row) => (
          <li key={row.id} className="flex items-center gap-1.5 border-b border-rule py-1 text-[13px]">
            <button
              type="button"
              aria-pressed={tried === ownMotion(row)}
              className={`min-w-0 flex-1 cursor-pointer truncate text-left font-medium ${tried === ownMotion(row) ? 'text-brass' : ''}`}
              onClick={() => tryMotion(tried === ownMotion(row) ? null : ownMotion(row))}
            >
              {row.name}
            </button>
            <span className="figures text-soft">{secondsOfOwn(row).toFixed(1)} s</span>
            <Action
              aria-label={`Change the motion ${row.name}`}
              onClick={() => setDraft({ name: row.name, steps: stepsOfMotion(row) })}
            >
              Change
            </Action>
            <Action
              aria-label={`Let the motion ${row.name} go`}
              onClick={() => {
                if (tried === ownMotion(row)) tryMotion(null);
                void edit('trial.removeMotion', row.id);
              }}
            >
              Let go
            </Action>
          </li>
        ))}
      </ul>
      {draft ? (
        <DraftedMotion draft={draft} onChange={setDraft} onDone={() => setDraft(null)} />
      ) : (
        <div className="mt-1.5">
          <Action title="From rest through the poses that are kept, each with a time of its own" onClick={begin}>
            New motion
          </Action>
        </div>
      )}
    </section>
  );
}

/** A motion that is made: a line for each pose, with how long and how it goes to the next. */
function DraftedMotion({
  draft: { name, steps },
  onChange,
  onDone,
}: {
  draft: Draft;
  onChange: (draft: Draft) => void;
  onDone: () => void;
}) {
  const { doc, edit } = useOnBench();
  const word = name.trim();
  const canKeep = word !== '' && steps.length > 1;
  const change = (at: number, part: Partial<MotionStep>) =>
    onChange({ name, steps: steps.map((step, i) => (i === at ? { ...step, ...part } : step)) });
  const keep = async () => {
    const body = {
      name: word,
      steps: steps.map(({ poseId, ...step }) => ({ ...step, ...(poseId && { poseId }) })),
    };
    const kept = await edit('trial.keepMotion', doc.character.id, body);
    const row = kept?.doc.motions.find((one) => one.name === word);
    if (!row) return;
    onDone();
    tryMotion(ownMotion(row));
  };
  const add = () =>
    onChange({ name, steps: [...steps, { poseId: doc.poses[0].id, seconds: USUAL_SECONDS, ease: 'soft' }] });
  return (
    <form
      className="mt-1.5 rounded-lg border border-rule p-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (canKeep) void keep();
      }}
    >
      <input
        type="text"
        aria-label="Name of the motion"
        placeholder="name the motion"
        maxLength={60}
        value={name}
        onChange={({ target }) => onChange({ name: target.value, steps })}
        onKeyDown={(event) => event.stopPropagation()}
        className="mb-1.5 h-8 w-full rounded-lg border border-rule bg-paper px-2.5 text-[13px]"
      />
      <ol className="mb-1.5">
        {steps.map((step, at) => (
          <StepLine
            // Two lines may stand for the same pose: they are told apart by their places.
            key={at}
            step={step}
            at={at}
            onChange={(part) => change(at, part)}
            onRemove={steps.length > 2 ? () => onChange({ name, steps: steps.filter((_, i) => i !== at) }) : null}
          />
        ))}
      </ol>
      <div className="flex flex-wrap items-center gap-1.5">
        <Action disabled={steps.length >= MOTION_LIMITS.poses} onClick={add}>
          Add a pose
        </Action>
        <span className="ml-auto" />
        <Action onClick={onDone}>Leave it</Action>
        <Action type="submit" tone="go" disabled={!canKeep}>
          Keep
        </Action>
      </div>
    </form>
  );
}

interface StepLineProps {
  step: MotionStep;
  at: number;
  onChange: (part: Partial<MotionStep>) => void;
  /** Null where too few would be left. */
  onRemove: (() => void) | null;
}

function StepLine({ step: { poseId, seconds, ease }, at, onChange, onRemove }: StepLineProps) {
  const { doc } = useOnBench();
  const place = `pose ${at + 1}`;
  return (
    <li className="flex items-center gap-1 py-0.5 text-[12.5px]">
      <Choice<string>
        label={`Pose ${at + 1} of the motion`}
        value={poseId ?? AT_REST}
        options={[{ value: AT_REST, word: 'rest' }, ...doc.poses.map(({ id, name }) => ({ value: id, word: name }))]}
        onChange={(id) => onChange({ poseId: id === AT_REST ? null : id })}
      />
      <NumberField
        label={`Seconds from ${place} to the next`}
        value={seconds}
        unit="s"
        step={0.1}
        onCommit={(wanted) =>
          onChange({ seconds: Math.max(MOTION_LIMITS.least, Math.min(MOTION_LIMITS.seconds, wanted)) })
        }
      />
      <Choice<Ease>
        label={`How it goes from ${place} to the next`}
        value={ease}
        options={EASES.map((word) => ({ value: word, word }))}
        onChange={(chosen) => onChange({ ease: chosen })}
      />
      <button
        type="button"
        aria-label={`Take ${place} out`}
        disabled={!onRemove}
        className="ml-auto cursor-pointer px-1 text-soft disabled:opacity-40"
        onClick={() => onRemove?.()}
      >
        ×
      </button>
    </li>
  );
}
