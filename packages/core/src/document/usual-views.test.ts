import fc from 'fast-check';
import { freeNumber } from '../names/free-number.js';
import { rawCharacter } from '../testing/jointed.js';
import { createPlaced } from '../raster/bitmap.js';
import type { PartRow } from './rows.js';
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

test('a name that is taken gets the first number that no part has', () => {
  const { doc } = rawCharacter(createPlaced({ x: 0, y: 0, width: 4, height: 4 }));
  const tokens = { group: 'hair', side: null, part: 'lock', index: null };
  const part = (index: number | null) => ({ ...tokens, id: `part ${index}`, index }) as PartRow;
  const having = (...indices: (number | null)[]) => ({ ...doc, parts: indices.map(part) });
  expect(freeNumber(having(null), tokens)?.index).toBe(2);
  expect(freeNumber(having(null, 2, 4), tokens)?.index).toBe(3);
  expect(freeNumber(having(...Array.from({ length: 998 }, (_, at) => at + 2)), tokens)).toBeNull();
});
