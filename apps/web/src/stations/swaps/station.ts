import type { Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { leaveBend, useBending } from './bending';
import { CHART_HEIGHT } from './Chart';
import { ChartStrip } from './ChartStrip';
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
  stores: [useSwaps, useBending],
  leave: () => {
    useSwaps.setState({ ...LAID_BY, setId: useSwaps.getState().setId });
    leaveBend();
    useBench.setState({ instead: {} });
  },
};
