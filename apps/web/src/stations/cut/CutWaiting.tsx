import { useEffect } from 'react';
import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';
import { stepBack, swapSides, takeWaiting } from './cut-actions';
import { useCut } from './cut-store';
import { CutStrip } from './CutStrip';
import { proposalName } from './pen-hand';
import { usePenStore } from './pen-store';
import { ProposalStrip } from './ProposalStrip';
import { dropIfChanged, dropProposal, proposalStore, restoreProposal } from './proposals';

/** A strip in the row beneath the actions, where room is kept above the art. */
const strip =
  'flex w-max max-w-full flex-wrap items-center gap-2 rounded-xl border border-rule bg-sheet p-1 shadow-md select-none';

/** Beneath the actions of Cut: the tool's numbers, and what waits to be taken. */
export function CutWaiting() {
  const bench = useOnBench();
  const tool = useCut((s) => s.tool);
  const { proposal, shape, busy } = usePenStore();
  const { working, picture } = proposalStore();
  useEffect(() => {
    dropIfChanged(bench);
    restoreProposal(bench);
  }, [bench]);
  const mirrored = shape?.word === 'Mirror' ? shape : null;
  return (
    <>
      <CutStrip />
      <span className="basis-full" />
      {working && (
        <span className={strip}>
          <span className="px-2 text-[13px]">Finding regions and guessing parts…</span>
          <Action onClick={dropProposal}>Stop</Action>
        </span>
      )}
      {picture && tool === null && <ProposalStrip className={strip} />}
      {mirrored && (
        <span className={strip}>
          <Action tone="go" hotkey="Enter" disabled={busy} onClick={() => void takeWaiting(bench)}>
            Take {proposalName(mirrored.tokens)}
          </Action>
          <Action hotkey="Esc" onClick={() => stepBack(bench)}>
            Drop
          </Action>
        </span>
      )}
      {proposal && (
        <span className={strip}>
          <Action tone="go" hotkey="Enter" disabled={busy} onClick={() => void takeWaiting(bench)}>
            Cut off {proposalName(proposal.tokens)}
          </Action>
          <Action hotkey="O" onClick={swapSides}>
            Other half
          </Action>
          <Action hotkey="Esc" onClick={() => stepBack(bench)}>
            Drop
          </Action>
        </span>
      )}
    </>
  );
}
