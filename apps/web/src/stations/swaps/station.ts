import type { Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { leaveMaking, useMaking } from './making';
import { CHART_HEIGHT } from './Chart';
import { ChartStrip } from './ChartStrip';
import { leavePainting, paintHand, usePainting } from './paint-hand';
import { LAID_BY, useSwaps } from './swaps-store';
import { SWAP_ACTIONS } from './swap-actions';
import { SwapsFront } from './SwapsFront';
import { SwapsLedger } from './SwapsLedger';
import { SwapsOverlay } from './SwapsOverlay';

export const station: Station = {
  Ledger: SwapsLedger,
  Overlay: SwapsOverlay,
  Strip: ChartStrip,
  Front: SwapsFront,
  clear: CHART_HEIGHT,
  actions: SWAP_ACTIONS,
  stores: [useSwaps, useMaking, usePainting],
  hand: paintHand,
  leave: () => {
    useSwaps.setState({ ...LAID_BY, setId: useSwaps.getState().setId });
    leaveMaking();
    leavePainting();
    useBench.setState({ instead: {}, over: [], gaze: {} });
  },
};
