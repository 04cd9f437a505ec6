import type { Station } from '../../bench/station';
import { PlanActions } from './PlanActions';
import { PlanLedger } from './PlanLedger';
import { PlanOverlay } from './PlanOverlay';

export const station: Station = {
  Ledger: PlanLedger,
  Overlay: PlanOverlay,
  Strip: PlanActions,
  actions: [],
  stores: [],
};
