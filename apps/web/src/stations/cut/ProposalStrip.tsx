import { counted, labelFor, type NameTokens } from '@limber-sheaf/core';
import { tell } from '../../ui/tell';
import { useOnBench } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
import { useCut } from './cut-store';
import { sameTokens } from '../../bench/parts';
import { acceptTargets, dropProposal, propose, proposalStore } from './proposals';
import { usePenStore } from './pen-store';

/** What can be done with the proposal on the table. */
export function ProposalStrip({ className }: { className: string }) {
  const bench = useOnBench();
  const { view, edit } = bench;
  const { picture, parts } = proposalStore();
  const pickedPart = useBench((s) => s.pickedPart);
  const busy = usePenStore((s) => s.busy);
  if (!picture) return null;
  const guessed = new Set(picture.shapes.flatMap((shape) => (shape.part === null ? [] : [shape.part])));
  const unknown = picture.shapes.filter((shape) => shape.part === null).length;
  const has = pickedPart && [...guessed].some((part) => sameTokens(parts[part], pickedPart));

  const accept = async (only: NameTokens | null) => {
    usePenStore.setState({ busy: true });
    const targets = await acceptTargets(only);
    const state = targets.length > 0 && (await edit('cut.take', view.id, { targets, word: 'Accept' }));
    usePenStore.setState({ busy: false });
    if (!state) return;
    for (const note of state.notes ?? []) tell(note);
    pickPiece(null, null);
    if (only) void propose({ ...bench, doc: state.doc, sheets: state.sheets, revision: state.revision });
    else {
      dropProposal();
      tell(`${counted(targets.length, 'part is', 'parts are')} cut.`, {
        description: unknown > 0 ? `${counted(unknown, 'shape')} without a part left: sweep up, or soak.` : undefined,
      });
    }
  };
  return (
    <span className={className}>
      <span className="px-1 text-[13px] text-soft">
        {counted(guessed.size, 'part')}
        {unknown > 0 ? `, ${counted(unknown, 'shape')} unnamed` : ''}. To correct one, pick a part and click its shapes.
      </span>
      <Action tone="go" disabled={busy || guessed.size === 0} onClick={() => void accept(null)}>
        Accept all
      </Action>
      {has && (
        <Action disabled={busy} onClick={() => void accept(pickedPart)}>
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
