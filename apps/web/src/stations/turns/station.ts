import type { Station } from '../../bench/station';
import { turnsActions } from './turns-actions';
import { useTurns } from './turns-store';
import { TurnsFront } from './TurnsFront';
import { TurnsLedger } from './TurnsLedger';

export const station: Station = {
  Ledger: TurnsLedger,
  Front: TurnsFront,
  actions: turnsActions,
  stores: [useTurns],
  leave: () => useTurns.setState({ playing: false }),
};
