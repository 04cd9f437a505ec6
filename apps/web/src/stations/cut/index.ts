import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';
import { cutCount } from '../../bench/parts';

export const cut = defineStation({
  key: 'cut',
  number: 2,
  word: 'Cut',
  hotkey: '2',
  hint: 'Give each pixel of the design to a part.',
  useFigure() {
    const { doc, view } = useOnBench();
    const taken = doc.pieces.reduce((sum, { viewId, face }) => sum + (viewId === view.id ? face.area : 0), 0);
    const count = cutCount(doc, view.id);
    const ofPixels = view.designArea > 0 ? taken / view.designArea : 0;
    // Neither is done while the other is open: pixels that are still nobody's, and parts that are still to be cut.
    const ofParts = count.planned > 0 ? count.cut / count.planned : 1;
    return { word: `${count.cut}/${count.planned}`, share: Math.min(ofPixels, ofParts), open: false };
  },
  checks: {
    'rest-match': { name: 'Rest match', asks: 'put back together, the parts are the design' },
    offcuts: { name: 'Offcuts', asks: 'nothing of the design is left over' },
    'inside-canvas': { name: 'Inside the canvas', asks: 'no piece reaches past the edge' },
  },
  load: () => import('./station'),
});
