import { labelFor } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useOnBench } from '../../bench/context';
import { useBench, type CutTool } from '../../bench/store';
import { Action } from '../../ui/controls';
import { nextPart } from './parts';
import { NO_PEN, usePenStore } from './pen-store';
import { proposalName, usePen } from './usePen';

const TOOLS: readonly { tool: CutTool; word: string; key: string }[] = [
  { tool: 'cross', word: 'Cross-cut', key: 'C' },
  { tool: 'trace', word: 'Trace', key: 'T' },
  { tool: 'give', word: 'Give back', key: 'G' },
];

/** The worded actions of Cut, and the strip beside a cut that waits to be taken. */
export function CutActions() {
  const { doc, view } = useOnBench();
  const { tool, pickedPart } = useBench();
  const { proposal, refusal, busy, pen } = usePenStore();
  const { send, take } = usePen();

  const pick = (next: CutTool) => {
    usePenStore.setState(NO_PEN);
    useBench.setState(({ tool: old }) => ({ tool: old === next ? null : next }));
  };
  useEffect(
    () => () => {
      usePenStore.setState(NO_PEN);
      useBench.setState({ tool: null });
    },
    [],
  );
  useHotkeys('c', () => pick('cross'));
  useHotkeys('t', () => pick('trace'));
  useHotkeys('g', () => pick('give'));
  useHotkeys('enter', () => (proposal ? void take() : send({ kind: 'close' })), {}, [proposal, send, take]);
  const swap = () =>
    proposal && usePenStore.setState({ proposal: { ...proposal, take: proposal.take === 'left' ? 'right' : 'left' } });
  useHotkeys('x', swap, {}, [proposal]);
  useHotkeys('escape', () => (proposal ? usePenStore.setState(NO_PEN) : send({ kind: 'back' })), {}, [proposal, send]);

  return (
    <>
      {TOOLS.map(({ tool: which, word, key }) => (
        <Action key={which} tone={tool === which ? 'on' : 'plain'} hotkey={key} onClick={() => pick(which)}>
          {word}
        </Action>
      ))}
      <Hint>
        {busy
          ? 'Cutting…'
          : proposal
            ? null
            : tool === null
              ? null
              : refusal && pen.kind !== 'idle'
                ? refusal
                : tool === 'cross'
                  ? 'Draw a line across a limb, or click its two ends.'
                  : tool === 'trace'
                    ? `Draw round ${labelFor(pickedPart ?? nextPart(doc, view.id, null) ?? { group: 'the part', side: null, part: null, index: null })}, or click point to point; Enter closes.`
                    : 'Draw round what goes back to the design.'}
      </Hint>
      {proposal && (
        <span className="fixed bottom-[150px] left-1/2 flex -translate-x-1/2 items-center gap-2 rounded-xl border border-rule bg-sheet p-2 shadow-lg max-[1000px]:bottom-[124px]">
          <Action tone="go" hotkey="Enter" disabled={busy} onClick={() => void take()}>
            Cut off {proposalName(proposal.tokens)}
          </Action>
          <Action hotkey="X" onClick={swap}>
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

function Hint({ children }: { children: React.ReactNode }) {
  if (!children) return null;
  return <span className="flex h-8 items-center rounded-lg bg-sheet/85 px-3 text-[13px] text-soft">{children}</span>;
}
