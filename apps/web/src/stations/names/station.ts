import type { Station } from '../../bench/station';
import { useNames } from './names-store';
import { NamesLedger } from './NamesLedger';
import { NamesTable } from './NamesTable';

export const station: Station = {
  Ledger: NamesLedger,
  Front: NamesTable,
  actions: [],
  stores: [useNames],
  leave: () => useNames.setState({ typed: {} }),
};
