import fc from 'fast-check';
import { USUAL_VIEWS, byUsualView, isFlat } from './usual-views.js';

test('views stand as they are usually drawn, one’s own last and by their names, however they came', () => {
  const keys = [...USUAL_VIEWS, 'asleep', 'running'];
  fc.assert(
    fc.property(fc.shuffledSubarray(keys, { minLength: keys.length }), (mixed) => {
      const sorted = mixed.map((key) => ({ key })).sort(byUsualView);
      expect(sorted.map(({ key }) => key)).toEqual(keys);
    }),
  );
  expect(keys.filter(isFlat)).toEqual(['front', 'back']);
});
