/** @jest-environment jsdom */
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { cut } from '.';

const doc = character({ pieces: ['torso', 'arm A upper'] });

test('the run counts planned parts; its bar is full only where both they and the design are cut', () => {
  const figures: unknown[] = [];
  function Probe() {
    figures.push(cut.useFigure());
    return null;
  }
  onBench(<Probe />, doc);
  expect(figures.at(-1)).toEqual({ word: '2/11', share: 0.02, open: false });
  const whole = { ...doc, views: doc.views.map((view) => ({ ...view, designArea: view.designArea / 50 })) };
  onBench(<Probe />, whole);
  expect(figures.at(-1)).toEqual({ word: '2/11', share: 2 / 11, open: false });
});
