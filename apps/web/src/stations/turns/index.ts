import { counted } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';
import { useComparison } from './useComparison';

export const turns = defineStation({
  key: 'turns',
  number: 8,
  word: 'Turns',
  hotkey: '8',
  hint: 'Hold the views against one another.',
  useFigure() {
    const { doc } = useOnBench();
    const { comparison } = useComparison();
    if (doc.views.length < 2) return { word: '1 view', share: 0, open: false };
    if (!comparison) return { word: '–', share: 0, open: false };
    const open = comparison.findings.filter(({ accepted }) => accepted === null);
    const wrong = new Set(open.map(({ viewId }) => viewId)).size;
    return {
      word: open.length > 0 ? `${open.length} open` : counted(doc.views.length, 'view'),
      share: 1 - wrong / doc.views.length,
      open: open.length > 0,
    };
  },
  load: () => import('./station'),
});
