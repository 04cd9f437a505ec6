import { labelFor, type JointKind, type PlannedPart } from '@limber-sheaf/core';
import { Choice, LedgerRow, Toggle } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { sameTokens } from '../../bench/parts';
import { wordFor } from './PlanOverlay';
import { usePlan } from './usePlan';

const JOINTS: readonly { value: JointKind | 'none'; word: string }[] = [
  { value: 'hinge', word: 'hinge' },
  { value: 'one-sided', word: 'one-sided' },
  { value: 'swivel', word: 'swivel' },
  { value: 'slide', word: 'slide' },
  { value: 'none', word: 'none' },
];

/** One planned part: what it moves with, its joint and range, whether it is hidden. */
export function PlannedPartLines({ part }: { part: PlannedPart }) {
  const { plan, set } = usePlan();
  const name = labelFor(part);
  const change = (next: Partial<PlannedPart>, word: string) =>
    set({ ...plan, parts: plan.parts.map((p) => (sameTokens(p, part) ? { ...p, ...next } : p)) }, word);
  const addresses = plan.parts.filter((p) => !sameTokens(p, part)).map((p) => `${p.group}/${p.part ?? ''}`);
  const options = [...new Set([...part.parents, ...addresses])];
  const first = part.parents.find((address) => addresses.includes(address)) ?? part.parents[0] ?? '';
  return (
    <div className="mt-2 rounded-lg border border-woad/50 bg-woad-wash/50 px-3 py-2" aria-label={`Planned: ${name}`}>
      <strong className="text-[14px] font-semibold">{name}</strong>
      <LedgerRow name="Moves with">
        <Choice
          label={`What ${name} moves with`}
          value={first}
          options={[{ value: '', word: 'nothing' }, ...options.map((value) => ({ value, word: wordFor(value) }))]}
          onChange={(address) =>
            change(
              { parents: address ? [address, ...part.parents.filter((p) => p !== address)].slice(0, 12) : [] },
              `Plan what ${name} moves with`,
            )
          }
        />
      </LedgerRow>
      <LedgerRow name="Joint">
        <Choice
          label={`Joint of ${name}`}
          value={part.joint ?? 'none'}
          options={JOINTS}
          onChange={(joint) => change({ joint: joint === 'none' ? null : joint }, `Plan the joint of ${name}`)}
        />
      </LedgerRow>
      <LedgerRow name="Range">
        <NumberField
          label={`Lowest angle of ${name}`}
          value={part.range[0]}
          digits={0}
          unit="°"
          onCommit={(low) =>
            change({ range: [Math.max(-180, Math.min(0, low)), part.range[1]] }, `Plan the range of ${name}`)
          }
        />
        <NumberField
          label={`Highest angle of ${name}`}
          value={part.range[1]}
          digits={0}
          unit="°"
          onCommit={(high) =>
            change({ range: [part.range[0], Math.min(180, Math.max(0, high))] }, `Plan the range of ${name}`)
          }
        />
      </LedgerRow>
      <div className="pt-1.5">
        <Toggle
          on={part.hidden}
          onChange={(hidden) => change({ hidden }, `Plan ${name} ${hidden ? 'hidden' : 'seen'}`)}
        >
          Hidden at rest: painted beneath, not cut
        </Toggle>
      </div>
    </div>
  );
}
