import { drawingsOf, inView, missingOf, pieceOfSet } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';

export const swaps = defineStation({
  key: 'swaps',
  number: 7,
  word: 'Swaps',
  hotkey: '7',
  hint: 'Give a part drawings to change between: mouths, lids, brows, hands.',
  useFigure() {
    const { doc, view } = useOnBench();
    const sets = doc.swapSets.filter((set) => pieceOfSet(doc, set, view.id));
    if (sets.length === 0) return { word: '–', share: 0, open: false };
    const drawn = sets.flatMap((set) =>
      drawingsOf(doc, set).filter(({ id, isDefault }) => isDefault || inView(doc, id, view.id)),
    ).length;
    const missing = sets.reduce((sum, set) => sum + missingOf(doc, set, view.id).length, 0);
    return { word: `${drawn}/${drawn + missing}`, share: drawn / (drawn + missing), open: missing > 0 };
  },
  checks: { 'swap-seats': { name: 'Swap seats', asks: 'every drawing on its mark, and nothing bare beneath it' } },
  load: () => import('./station'),
});
