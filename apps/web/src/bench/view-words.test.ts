import { viewKeyFromFile, viewWord } from './view-words';

test.each([
  ['Juniper_back.png', [], 'back'],
  ['otter three quarter.psd', [], 'three-quarter'],
  ['THREE-QUARTER.png', ['front'], 'three-quarter'],
  ['side.png', ['front', 'side'], 'three-quarter'],
  ['scan 0042.png', ['front'], 'three-quarter'],
  ['x.png', ['front', 'three-quarter', 'side', 'back'], 'view-2'],
  ['x.png', ['front', 'three-quarter', 'side', 'back', 'view-2'], 'view-3'],
])('%s beside %j is the view %s', (file, taken, key) => {
  expect(viewKeyFromFile(file, taken)).toBe(key);
});

test('a view’s key is said in words', () => {
  expect([viewWord('three-quarter'), viewWord('from-above'), viewWord('back')]).toEqual([
    'Three-quarter',
    'From above',
    'Back',
  ]);
});
