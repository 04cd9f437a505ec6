import { USUAL_VIEWS, type PlannedSet } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { viewWord } from '../../bench/view-words';
import { Action, Choice, Toggle } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { usePlan } from './usePlan';

const KINDS: readonly PlannedSet['kind'][] = ['mouth', 'lids', 'brows', 'hand', 'head', 'prop', 'outfit', 'other'];

/** The views and swap sets that the character will need; later stations count against them. */
export function ToComePanel() {
  const { doc } = useOnBench();
  const { plan, set } = usePlan();
  const [name, setName] = useState('');
  const brought = doc.views.map((v) => v.key);
  const views = [...new Set([...USUAL_VIEWS, ...plan.views, ...brought])];
  const setSets = (sets: PlannedSet[], word: string) => set({ ...plan, sets }, word);
  const add = () => {
    const known = KINDS.find((kind) => name.toLowerCase().includes(kind));
    setSets(
      [...plan.sets, { name: name.trim(), kind: known ?? 'other', drawings: 4 }],
      `Plan the swap set ${name.trim()}`,
    );
    setName('');
  };
  return (
    <section>
      <h3 className="mb-1 text-[15px]">Views</h3>
      <div className="mb-3 flex flex-wrap gap-x-4 gap-y-1">
        {views.map((key) => (
          <Toggle
            key={key}
            on={plan.views.includes(key)}
            onChange={(on) =>
              set(
                { ...plan, views: on ? [...plan.views, key] : plan.views.filter((v) => v !== key) },
                `${on ? 'Plan' : 'Leave out'} the ${viewWord(key).toLowerCase()} view`,
              )
            }
          >
            {viewWord(key)}
            {brought.includes(key) && <span className="text-sap"> ✓ here</span>}
          </Toggle>
        ))}
      </div>
      <h3 className="mb-1 text-[15px]">Swap sets</h3>
      <ul>
        {plan.sets.map((entry, at) => (
          <li key={at} className="flex items-center gap-2 border-b border-rule py-0.5 text-[13px]">
            <span className="min-w-0 flex-1 truncate">{entry.name}</span>
            <Choice
              label={`Kind of ${entry.name}`}
              value={entry.kind}
              options={KINDS.map((value) => ({ value, word: value }))}
              onChange={(kind) =>
                setSets(
                  plan.sets.map((s, i) => (i === at ? { ...s, kind } : s)),
                  `Plan ${entry.name}`,
                )
              }
            />
            <NumberField
              label={`Drawings of ${entry.name}`}
              value={entry.drawings}
              digits={0}
              unit=""
              onCommit={(v) =>
                setSets(
                  plan.sets.map((s, i) =>
                    i === at ? { ...s, drawings: Math.min(200, Math.max(1, Math.round(v))) } : s,
                  ),
                  `Plan ${entry.name}`,
                )
              }
            />
            <button
              type="button"
              aria-label={`Leave out ${entry.name}`}
              className="cursor-pointer px-1 text-soft hover:text-madder"
              onClick={() =>
                setSets(
                  plan.sets.filter((_, i) => i !== at),
                  `Leave out the swap set ${entry.name}`,
                )
              }
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-1.5 flex gap-1.5">
        <input
          aria-label="Another swap set"
          value={name}
          maxLength={60}
          placeholder="Another set…"
          onChange={(event) => setName(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && name.trim() && add()}
          className="h-8 min-w-0 flex-1 rounded-lg border border-rule bg-paper px-2.5 text-[13px]"
        />
        <Action disabled={!name.trim()} onClick={add}>
          Add
        </Action>
      </div>
    </section>
  );
}
