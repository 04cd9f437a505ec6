import type { Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { NIB_IDLE } from '../../bench/nib';
import { brushHand } from './brush-hand';
import { layBack } from './look-at-bare';
import { UNDER_ACTIONS } from './under-actions';
import { UnderLedger } from './UnderLedger';
import { UnderOverlay } from './UnderOverlay';
import { UnderStrip } from './UnderStrip';
import { useUnderStore } from './under-store';

export const station: Station = {
  Ledger: UnderLedger,
  Overlay: UnderOverlay,
  Strip: UnderStrip,
  actions: UNDER_ACTIONS,
  hand: brushHand,
  stores: [useUnderStore, useBench],
  leave: () => {
    useUnderStore.setState({ brushing: false, nib: NIB_IDLE, at: null });
    layBack();
  },
};
