import { counted, motionsFor } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';

export const trial = defineStation({
  key: 'trial',
  number: 9,
  word: 'Trial',
  hotkey: '9',
  hint: 'See this character move before it leaves.',
  bends: true,
  softly: true,
  useFigure() {
    const { doc, view } = useOnBench();
    const able = useMemo(() => motionsFor(doc, view.id).filter(({ lacks }) => lacks === null).length, [doc, view.id]);
    return { word: able > 0 ? counted(able, 'motion') : '–', share: 0, open: false };
  },
  load: () => import('./station'),
});
