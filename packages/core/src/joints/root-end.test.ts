import { box, draw } from '../testing/drawing.js';
import { longAxis, rootPlace, runsAlong } from './root-end.js';

/** A sleeve 30 px wide and 120 px long that hangs beside a coat on its right. */
const sleeve = draw(200, 200, [{ shape: box(40, 20, 70, 140), colour: [226, 168, 60] }]);
const coat = { x: 130, y: 90 };

test('a long piece has its axis along it, and a border beside it runs along', () => {
  const axis = longAxis(sleeve);
  expect(Math.abs(axis.direction.y)).toBeCloseTo(1, 2);
  expect(axis.centre.x).toBeCloseTo(55, 0);
  expect(axis.slenderness).toBeCloseTo(4, 0);
  expect(runsAlong(axis, { x0: 70, y0: 30, x1: 72, y1: 130 })).toBe(true);
  expect(runsAlong(axis, { x0: 40, y0: 80, x1: 70, y1: 82 })).toBe(false);
  const square = longAxis(draw(60, 60, [{ shape: box(10, 10, 50, 50), colour: [1, 2, 3] }]));
  expect(runsAlong(square, { x0: 0, y0: 0, x1: 0, y1: 40 })).toBe(false);
});

test('it turns about the end away from what hangs on it, else about the one nearer to its parent', () => {
  const axis = longAxis(sleeve);
  expect(rootPlace(axis, { x: 55, y: 140 }, coat).y).toBeCloseTo(35, 0);
  expect(rootPlace(axis, { x: 55, y: 20 }, coat).y).toBeCloseTo(125, 0);
  expect(rootPlace(axis, null, { x: 100, y: 30 }).y).toBeCloseTo(35, 0);
  expect(rootPlace(axis, null, coat).x).toBeCloseTo(55, 0);
});
