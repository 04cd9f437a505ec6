import type { Travel } from './pupil-travel.js';
import { gazeAt } from './gaze.js';

const square = (reach: number): Travel => [
  [-reach, -reach],
  [reach, -reach],
  [reach, reach],
  [-reach, reach],
];
const travels = new Map([
  ['a', square(10)],
  ['b', square(4)],
  ['c', null],
]);

test('pupils look the same way together, each as far as its own white lets it', () => {
  const gaze = gazeAt({}, travels, 'a', { x: 8, y: -2 }, true);
  expect(gaze.a).toEqual({ x: 8, y: -2 });
  expect(gaze.b.x).toBeCloseTo(4);
  expect(gaze.b.y).toBeCloseTo(-2);
  expect(gaze.c).toBeUndefined();
});

test('one alone leaves the others where they were', () => {
  const before = gazeAt({}, travels, 'a', { x: 2, y: 2 }, true);
  const gaze = gazeAt(before, travels, 'b', { x: -3, y: 0 }, false);
  expect([gaze.a, gaze.b]).toEqual([
    { x: 2, y: 2 },
    { x: -3, y: 0 },
  ]);
});
