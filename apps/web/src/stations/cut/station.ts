import type { Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { CUT_ACTIONS } from './cut-actions';
import { cutHand } from './cut-hand';
import { useCut } from './cut-store';
import { CutLedger } from './CutLedger';
import { CutOverlay } from './CutOverlay';
import { CutWaiting } from './CutWaiting';
import { NO_PEN, usePenStore } from './pen-store';
import { proposalStore, stepProposal } from './proposals';

export const station: Station = {
  Ledger: CutLedger,
  Overlay: CutOverlay,
  Strip: CutWaiting,
  stripBeneath: true,
  actions: CUT_ACTIONS,
  hand: cutHand,
  stores: [useCut, usePenStore, proposalStore],
  step: stepProposal,
  leave: () => {
    usePenStore.setState(NO_PEN);
    useCut.setState({ tool: null });
    useBench.setState({ xray: false });
  },
};
