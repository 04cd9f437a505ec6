import type { Station } from '../../bench/station';
import { leaveBack } from './bring-back';
import { HandOffFront } from './HandOffFront';
import { HandOffLedger } from './HandOffLedger';
import { usePackage } from './package-store';

export const station: Station = {
  Ledger: HandOffLedger,
  Front: HandOffFront,
  actions: [],
  stores: [usePackage],
  leave: () => {
    leaveBack();
    usePackage.setState({ compared: null });
  },
};
