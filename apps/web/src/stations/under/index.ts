import { useMemo } from 'react';
import { counted } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';
import { useUnderStore } from './under-store';
import { useUnder } from './useUnder';

export const under = defineStation({
  key: 'under',
  number: 4,
  word: 'Under',
  hotkey: '4',
  hint: 'See what comes into view bare when parts turn, and paint it beneath.',
  bends: true,
  useFigure() {
    const { doc, view } = useOnBench();
    const bare = useUnderStore((s) => s.bare);
    const pieces = doc.pieces.filter((piece) => piece.viewId === view.id).length;
    if (!bare || pieces === 0) return { word: '–', share: 0, open: false };
    if (bare.length === 0) return { word: '0 bare', share: 1, open: false };
    return { word: `${bare.length} bare`, share: 1 - bare.length / pieces, open: true };
  },
  useMarks() {
    const bare = useUnderStore((s) => s.bare);
    return useMemo(
      () =>
        new Map(
          (bare ?? []).map(({ pieceId, area }) => [
            pieceId as string,
            `${counted(area, 'px', 'px')} of it come into view bare.`,
          ]),
        ),
      [bare],
    );
  },
  useBackground: useUnder,
  checks: {
    'hidden-paint': { name: 'Nothing bare', asks: 'paint wherever parts come into view' },
  },
  load: () => import('./station'),
});
