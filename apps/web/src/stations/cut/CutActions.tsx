import { labelFor } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useOnBench } from '../../bench/context';
import { useBench, type CutTool } from '../../bench/store';
import { Action } from '../../ui/controls';
import { CutStrip } from './CutStrip';
import { nextPart } from './parts';
import { NO_PEN, usePenStore } from './pen-store';
import { ProposalStrip } from './ProposalStrip';
import { dropProposal, propose, proposalStore } from './proposals';
import { proposalName, usePen } from './usePen';
import { useTakeShape } from './useTakeShape';

const TOOLS: readonly { tool: CutTool; word: string; key: string }[] = [
  { tool: 'cross', word: 'Cross-cut', key: 'C' },
  { tool: 'soak', word: 'Soak', key: 'S' },
  { tool: 'trace', word: 'Trace', key: 'T' },
  { tool: 'give', word: 'Give back', key: 'G' },
];

/** A strip in the row beneath the actions, where room is kept above the art. */
const strip =
  'flex w-max max-w-full flex-wrap items-center gap-2 rounded-xl border border-rule bg-sheet p-1 shadow-md select-none';

/** The worded actions of Cut, and the strip beside a cut that waits to be taken. */
export function CutActions() {
  const { doc, view } = useOnBench();
  const { tool, xray } = useBench();
  const { proposal, shape, busy } = usePenStore();
  const { working, picture } = proposalStore();
  const { send, take } = usePen();
  const takeShape = useTakeShape();

  const pick = (next: CutTool) => {
    usePenStore.setState(NO_PEN);
    useBench.setState(({ tool: old }) => ({ tool: old === next ? null : next }));
  };
  useEffect(
    () => () => {
      usePenStore.setState(NO_PEN);
      useBench.setState({ tool: null, xray: false });
      dropProposal();
    },
    [],
  );
  const mirrored = shape?.word === 'Mirror' ? shape : null;
  const takeMirrored = async () => {
    if (!mirrored) return;
    useBench.setState({ pickedPart: mirrored.tokens, pickedPiece: null });
    usePenStore.setState({ shape: null });
    await takeShape(mirrored.preview.mask, 'Mirror');
  };
  const startProposal = () => {
    usePenStore.setState(NO_PEN);
    useBench.setState({ tool: null });
    if (picture || working) dropProposal();
    else void propose(doc, view.id);
  };
  // A key takes its tool in hand, also where it is there already; Esc lays it down.
  const takeUp = (next: CutTool) => {
    if (useBench.getState().tool !== next) pick(next);
  };
  useHotkeys('c', () => takeUp('cross'));
  useHotkeys('s', () => takeUp('soak'));
  useHotkeys('t', () => takeUp('trace'));
  useHotkeys('g', () => takeUp('give'));
  useHotkeys('p', startProposal, {}, [picture, working, doc, view.id]);
  useHotkeys('x', () => useBench.setState((s) => ({ xray: !s.xray })));
  useHotkeys('enter', () => (mirrored ? void takeMirrored() : proposal ? void take() : send({ kind: 'close' })), {}, [
    proposal,
    send,
    take,
    mirrored,
  ]);
  const swap = () =>
    proposal && usePenStore.setState({ proposal: { ...proposal, take: proposal.take === 'left' ? 'right' : 'left' } });
  useHotkeys('o', swap, {}, [proposal]);
  const back = () => {
    if (proposal || mirrored) usePenStore.setState(NO_PEN);
    else if (tool === null && picture) dropProposal();
    else send({ kind: 'back' });
  };
  useHotkeys('escape', back, {}, [proposal, mirrored, send, tool, picture]);

  return (
    <>
      {TOOLS.map(({ tool: which, word, key }) => (
        <Action key={which} tone={tool === which ? 'on' : 'plain'} hotkey={key} onClick={() => pick(which)}>
          {word}
        </Action>
      ))}
      <Action tone={picture ? 'on' : 'plain'} hotkey="P" disabled={working} onClick={startProposal}>
        {working ? 'Proposing…' : 'Propose'}
      </Action>
      <Action
        tone={xray ? 'on' : 'plain'}
        hotkey="X"
        title="All pieces in flat tints"
        onClick={() => useBench.setState({ xray: !xray })}
      >
        X-ray
      </Action>
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
          <Action tone="go" hotkey="Enter" disabled={busy} onClick={() => void takeMirrored()}>
            Take {proposalName(mirrored.tokens)}
          </Action>
          <Action hotkey="Esc" onClick={() => usePenStore.setState(NO_PEN)}>
            Drop
          </Action>
        </span>
      )}
      {proposal && (
        <span className={strip}>
          <Action tone="go" hotkey="Enter" disabled={busy} onClick={() => void take()}>
            Cut off {proposalName(proposal.tokens)}
          </Action>
          <Action hotkey="O" onClick={swap}>
            Other side
          </Action>
          <Action hotkey="Esc" onClick={() => usePenStore.setState(NO_PEN)}>
            Drop
          </Action>
        </span>
      )}
    </>
  );
}

/** What the tool in hand waits for, in a sentence. */
export function useCutHint(): string | null {
  const { doc, view } = useOnBench();
  const { tool, pickedPart, cutSettings } = useBench();
  const { proposal, refusal, busy, pen } = usePenStore();
  const split = proposalStore((s) => s.picture !== null);
  if (busy) return 'Cutting…';
  if (proposal || tool === null) return null;
  if (refusal && (pen.kind !== 'idle' || tool === 'soak')) return refusal;
  const part = labelFor(
    pickedPart ?? nextPart(doc, view.id, null) ?? { group: 'the part', side: null, part: null, index: null },
  );
  switch (tool) {
    case 'cross':
      return split ? 'Draw a line across a shape to split it.' : 'Draw a line across a limb, or click its two ends.';
    case 'soak':
      return `Click a region for ${part}${cutSettings.copy ? ', as a copy' : ''}.`;
    case 'trace':
      return cutSettings.hug
        ? `Click along the edge of ${part}: the line follows it. Enter closes.`
        : `Draw round ${part}, or click point to point; Enter closes.`;
    case 'give':
      return 'Draw round what goes back to the design.';
  }
}
