import type { Hand, Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { NIB_IDLE } from '../../bench/nib';
import { brushHand } from './brush-hand';
import { carryHand } from './carry-hand';
import { layBack } from './look-at-bare';
import { UNDER_ACTIONS } from './under-actions';
import { UnderLedger } from './UnderLedger';
import { UnderOverlay } from './UnderOverlay';
import { UnderStrip } from './UnderStrip';
import { NO_CONTOUR, useUnderStore } from './under-store';

/** The tool in hand: the brush beneath, or the pen that carries contours on. */
const underHand: Hand = {
  points: () => carryHand.points() || brushHand.points(),
  send: (event, bench, table) => (carryHand.points() ? carryHand : brushHand).send(event, bench, table),
};

export const station: Station = {
  Ledger: UnderLedger,
  Overlay: UnderOverlay,
  Strip: UnderStrip,
  actions: UNDER_ACTIONS,
  hand: underHand,
  stores: [useUnderStore, useBench],
  leave: () => {
    useUnderStore.setState({ brushing: false, nib: NIB_IDLE, at: null, ...NO_CONTOUR });
    layBack();
  },
};
