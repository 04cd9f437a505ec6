import type { Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { trialActions } from './trial-actions';
import { trialHand } from './trial-hand';
import { leaveTrial, useTrial } from './trial-store';
import { TrialLedger } from './TrialLedger';
import { TrialBeneath } from './TrialBeneath';
import { TrialOverlay } from './TrialOverlay';
import { TrialStrip } from './TrialStrip';

export const station: Station = {
  Ledger: TrialLedger,
  Beneath: TrialBeneath,
  Overlay: TrialOverlay,
  Strip: TrialStrip,
  // The frames and their numbers are two rows.
  clear: 150,
  actions: trialActions,
  hand: trialHand,
  stores: [useTrial, useBench],
  leave: leaveTrial,
};
