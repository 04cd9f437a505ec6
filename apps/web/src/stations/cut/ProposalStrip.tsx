import { counted, labelFor } from '@limber-sheaf/core';
import { tell } from '../../ui/tell';
import { useOnBench } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
import { useCut } from './cut-store';
import { sameTokens } from '../../bench/parts';
import { nextUnnamed } from './proposal-hand';
import { acceptTargets, dropProposal, propose, proposalStore, proposedParts, unnamedShapes } from './proposals';
import { usePenStore } from './pen-store';

/** What can be done with the proposal on the table. */
export function ProposalStrip({ className }: { className: string }) {
  const bench = useOnBench();
  const { view, edit } = bench;
  const { picture, parts, across } = proposalStore();
  const pickedPart = useBench((s) => s.pickedPart);
  const busy = usePenStore((s) => s.busy);
  if (!picture) return null;
  const { sure, unsure } = proposedParts(picture);
  const unknown = unnamedShapes(picture).length;
  const picked = pickedPart === null ? -1 : parts.findIndex((part) => sameTokens(part, pickedPart));
  const has = [...sure, ...unsure].includes(picked);
  const all = sure.length > 0 ? sure : unsure;

  const accept = async (wanted: readonly number[]) => {
    usePenStore.setState({ busy: true });
    const targets = await acceptTargets(wanted);
    const state = targets.length > 0 && (await edit('cut.take', view.id, { targets, word: 'Accept' }));
    usePenStore.setState({ busy: false });
    if (!state) return;
    for (const note of state.notes ?? []) tell(note);
    pickPiece(null, null);
    const left = sure.length + unsure.length - wanted.length;
    // What is not sure stays proposed.
    if (left > 0) void propose({ ...bench, doc: state.doc, sheets: state.sheets, revision: state.revision });
    else dropProposal();
    tell(`${counted(targets.length, 'part is', 'parts are')} cut.`, {
      description: [
        left > 0 && `${counted(left, 'part')} not so sure: look at them, and accept what is right.`,
        unknown > 0 && `${counted(unknown, 'shape')} without a part left: name them, sweep up, or soak.`,
      ]
        .filter(Boolean)
        .join(' '),
    });
  };
  return (
    <span className={className}>
      <span className="px-1 text-[13px] text-soft" title="Pick a part, then click its shapes or drag across them.">
        {across.length > 0
          ? `${counted(across.length, 'shape')} for ${pickedPart ? labelFor(pickedPart) : 'no part: pick one first'}.`
          : `${counted(sure.length + unsure.length, 'part')}.${unknown > 0 ? '' : ' Pick one, then click its shapes or drag across them.'}`}
      </span>
      <Action tone="go" disabled={busy || all.length === 0} onClick={() => void accept(all)}>
        {acceptWord(sure.length, unsure.length)}
      </Action>
      {unknown > 0 && (
        <Action
          hotkey="U"
          title="The next shape without a part; Enter gives it to the picked one"
          onClick={() => void nextUnnamed()}
        >
          {counted(unknown, 'shape')} unnamed
        </Action>
      )}
      {has && pickedPart && (
        <Action disabled={busy} onClick={() => void accept([picked])}>
          Only {labelFor(pickedPart)}
        </Action>
      )}
      <Action title="Draw a line across a shape" hotkey="C" onClick={() => useCut.setState({ tool: 'cross' })}>
        Split
      </Action>
      <Action hotkey="Esc" onClick={dropProposal}>
        Drop
      </Action>
    </span>
  );
}

/** What accepting takes: what is sure first, then the rest. */
function acceptWord(sure: number, unsure: number): string {
  if (sure === 0) return unsure > 0 ? `Accept the ${unsure} unsure` : 'Accept all';
  return unsure > 0 ? `Accept all ${sure} sure` : 'Accept all';
}
