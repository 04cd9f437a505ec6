import { drawOrder } from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import type { BenchAction, Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { StackLedger } from './StackLedger';

/** The picked piece's place in the draw order, and how many there are; -1 where none is picked. */
function placeOf({ doc, view }: BenchValue): { at: number; ids: string[] } {
  const ids = drawOrder(doc, view.id).map((piece) => piece.id as string);
  return { at: ids.indexOf(useBench.getState().pickedPiece ?? ''), ids };
}

/** Moves the picked piece: directly in front of what will lie behind it. */
function move(bench: BenchValue, to: number): void {
  const { at, ids } = placeOf(bench);
  const others = ids.filter((_, i) => i !== at);
  void bench.edit('stack.order', ids[at], { inFrontOf: to === 0 ? null : others[to - 1] });
}

const canGoBack = (bench: BenchValue) => placeOf(bench).at > 0;
const canComeForward = (bench: BenchValue) => {
  const { at, ids } = placeOf(bench);
  return at >= 0 && at < ids.length - 1;
};

const actions: readonly BenchAction[] = [
  { id: 'back', word: 'Back', keyWord: 'Alt ←', when: canGoBack, run: (bench) => move(bench, placeOf(bench).at - 1) },
  {
    id: 'forward',
    word: 'Forward',
    keyWord: 'Alt →',
    when: canComeForward,
    run: (bench) => move(bench, placeOf(bench).at + 1),
  },
  { id: 'very-back', word: 'To the very back', when: canGoBack, run: (bench) => move(bench, 0) },
  {
    id: 'very-front',
    word: 'To the very front',
    when: canComeForward,
    run: (bench) => move(bench, placeOf(bench).ids.length - 1),
  },
];

export const station: Station = { Ledger: StackLedger, actions, stores: [] };
