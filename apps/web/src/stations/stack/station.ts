import type { Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { takeOrder } from './order-in-pose';
import { STACK_ACTIONS } from './stack-actions';
import { StackBend } from './StackBend';
import { stackHand } from './stack-hand';
import { StackLedger } from './StackLedger';
import { StackOverlay } from './StackOverlay';
import { useStackStore } from './stack-store';
import { StackStrip } from './StackStrip';
import { still } from './wiggle';

export const station: Station = {
  Ledger: StackLedger,
  Overlay: StackOverlay,
  Strip: StackStrip,
  Front: StackBend,
  actions: STACK_ACTIONS,
  hand: stackHand,
  stores: [useBench, useStackStore],
  takeOrder,
  leave: () => {
    still();
    useStackStore.setState({ naming: null, under: null });
    useBench.setState({ bends: {} });
  },
};
