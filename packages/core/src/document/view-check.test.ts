import { measureUnder } from './view-check.js';

test('a key is worked out where it is first asked for, and once', () => {
  const keyOf = jest.fn(() => 'what it depends on');
  const measure = measureUnder(keyOf, { what: 'Rest match', pieces: ['p'], measure: () => 3 });
  expect(keyOf).not.toHaveBeenCalled();
  expect([measure.what, measure.pieces, measure.measure({} as never)]).toEqual(['Rest match', ['p'], 3]);
  expect([measure.key, measure.key]).toEqual(['what it depends on', 'what it depends on']);
  expect(keyOf).toHaveBeenCalledTimes(1);
});
