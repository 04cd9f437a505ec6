import { counted } from '@limber-sheaf/core';
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
    const turns = doc.joints.some(({ viewId }) => viewId === view.id);
    const word = doc.poses.length > 0 ? counted(doc.poses.length, 'pose') : turns ? 'ready' : '–';
    return { word, share: 0, open: false };
  },
  load: () => import('./station'),
});
