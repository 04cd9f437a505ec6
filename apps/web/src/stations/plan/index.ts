import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';

export const plan = defineStation({
  key: 'plan',
  number: 1,
  word: 'Plan',
  hotkey: '1',
  hint: 'Decide what will move, how large it is drawn, and what is to come.',
  useFigure() {
    const { doc } = useOnBench();
    const set = doc.character.plan !== null;
    return { word: set ? 'set' : 'standard', share: set ? 1 : 0, open: false };
  },
  checks: { size: { name: 'Size', asks: 'drawn large enough for the closest shot' } },
  load: () => import('./station'),
});
