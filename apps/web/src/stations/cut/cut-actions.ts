import { useWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';
import type { BenchAction } from '../../bench/station';
import { pickPiece, useBench } from '../../bench/store';
import { useCut, type CutTool } from './cut-store';
import { nibBack } from './nib-hand';
import { penHand } from './pen-hand';
import { firstDraft, isRaw } from './first-draft';
import { NO_PEN, usePenStore } from './pen-store';
import { dropProposal, propose, proposalStore } from './proposals';
import { giveInHand, nextUnnamed, unnameInHand } from './proposal-hand';
import { takeShape } from './take-shape';

/** Keys act on what is drawn already: nothing is looked for under a pointer. */
const NO_TABLE = { pieceUnder: () => Promise.resolve(null) };
const pen = (bench: BenchValue) => penHand(bench, NO_TABLE);

/** Takes a tool in hand, or lays it down. */
function pick(next: CutTool, toggle: boolean): void {
  const { tool } = useCut.getState();
  if (tool === next && !toggle) return;
  usePenStore.setState(NO_PEN);
  useCut.setState({ tool: tool === next ? null : next });
}

function tool(which: CutTool, word: string, key: string): BenchAction {
  return {
    id: which,
    word,
    key,
    on: () => useCut.getState().tool === which,
    // A key takes its tool in hand, also where it is there already; Esc lays it down.
    run: (_bench, event) => pick(which, event === undefined),
  };
}

/** The shape that was mirrored and waits to be taken. */
const mirrored = () => {
  const { shape } = usePenStore.getState();
  return shape?.word === 'Mirror' ? shape : null;
};

/** Takes what waits: a mirrored shape, a proposed cut; or closes the loop that is being drawn. */
export async function takeWaiting(bench: BenchValue): Promise<void> {
  const shape = mirrored();
  if (!shape && useCut.getState().tool === null && giveInHand()) return;
  if (!shape) {
    if (usePenStore.getState().proposal) await pen(bench).take();
    else pen(bench).send({ kind: 'close' });
    return;
  }
  pickPiece(null, shape.tokens);
  usePenStore.setState({ shape: null });
  await takeShape(bench, shape.preview.mask, 'Mirror');
}

/** The other half of a proposed cut gets the name. */
export function swapSides(): void {
  usePenStore.setState(({ proposal }) => ({
    proposal: proposal && { ...proposal, take: proposal.take === 'left' ? 'right' : 'left' },
  }));
}

/** One step back: what waits is dropped, then the last point, then the tool, then the proposal. */
export function stepBack(bench: BenchValue): void {
  const inHand = useCut.getState().tool;
  if (usePenStore.getState().proposal || mirrored()) usePenStore.setState(NO_PEN);
  else if (inHand === null && proposalStore.getState().picture) dropProposal();
  else if (inHand === 'nib') nibBack(bench);
  else pen(bench).send({ kind: 'back' });
}

/** The worded actions of Cut, and its keys. */
export const CUT_ACTIONS: readonly BenchAction[] = [
  {
    id: 'draft',
    word: 'First draft',
    key: 'd',
    title: 'Cut, joint and paint beneath all that can be proposed, as one edit',
    shown: false,
    when: (bench) => isRaw(bench) && useWork.getState().work === null,
    run: (bench) => void firstDraft(bench),
  },
  tool('cross', 'Cross-cut', 'c'),
  tool('soak', 'Soak', 's'),
  tool('trace', 'Trace', 't'),
  tool('nib', 'Nib', 'n'),
  tool('give', 'Give back', 'g'),
  {
    id: 'propose',
    word: () => (proposalStore.getState().working ? 'Proposing…' : 'Propose'),
    key: 'p',
    title: 'Parts proposed from line art and colours, or the proposal dropped',
    on: () => proposalStore.getState().picture !== null,
    when: () => !proposalStore.getState().working,
    run: (bench) => {
      usePenStore.setState(NO_PEN);
      useCut.setState({ tool: null });
      if (proposalStore.getState().picture) dropProposal();
      else void propose(bench);
    },
  },
  {
    id: 'next-unnamed',
    word: 'The next shape without a part',
    key: 'u',
    shown: false,
    when: () => proposalStore.getState().picture !== null,
    run: () => void nextUnnamed(),
  },
  {
    id: 'unname',
    word: 'The shape in hand stays uncut',
    key: 'delete',
    shown: false,
    when: () => proposalStore.getState().at !== null,
    run: () => void unnameInHand(),
  },
  {
    id: 'xray',
    word: 'X-ray',
    key: 'x',
    title: 'All pieces in flat tints',
    on: () => useBench.getState().xray,
    run: () => useBench.setState(({ xray }) => ({ xray: !xray })),
  },
  {
    id: 'take',
    word: 'Close the loop, take the cut',
    key: 'enter',
    shown: false,
    run: (bench) => void takeWaiting(bench),
  },
  {
    id: 'swap',
    word: 'The other half of the cut gets the name',
    key: 'o',
    shown: false,
    when: () => usePenStore.getState().proposal !== null,
    run: swapSides,
  },
  { id: 'back', word: 'One point back, then drop the tool', key: 'escape', shown: false, run: stepBack },
];
