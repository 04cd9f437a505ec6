import { checkNames, partOf } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';

export const names = defineStation({
  key: 'names',
  number: 6,
  word: 'Names',
  hotkey: '6',
  hint: 'Name every part by one scheme, and keep what has left.',
  useFigure() {
    const { doc, view } = useOnBench();
    const pieces = doc.pieces.filter((piece) => piece.viewId === view.id);
    if (pieces.length === 0) return { word: '–', share: 0, open: false };
    const parts = pieces.map((piece) => partOf(doc, piece));
    const wrong = new Set(checkNames(parts, doc.character.scheme).map(({ at }) => at)).size;
    return {
      word: wrong > 0 ? `${wrong} wrong` : String(pieces.length),
      share: 1 - wrong / pieces.length,
      open: wrong > 0,
    };
  },
  checks: { names: { name: 'Names', asks: 'unique, in the scheme, safe as file names' } },
  load: () => import('./station'),
});
