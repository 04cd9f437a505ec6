import { movePicked, pickedMove, type OrderWay } from '../../bench/order';
import type { BenchAction, Station } from '../../bench/station';
import { StackLedger } from './StackLedger';

/** Moves what is picked in the draw order. */
const move = (id: OrderWay, word: string, keyWord?: string): BenchAction => ({
  id,
  word,
  keyWord,
  when: (bench) => pickedMove(bench, id) !== null,
  run: (bench) => movePicked(bench, id),
});

export const station: Station = {
  Ledger: StackLedger,
  actions: [
    move('back', 'Back', 'Alt ←'),
    move('forward', 'Forward', 'Alt →'),
    move('very-back', 'To the very back'),
    move('very-front', 'To the very front'),
  ],
  stores: [],
};
