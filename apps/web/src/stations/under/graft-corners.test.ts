import fc from 'fast-check';
import { centreOf, moved, scaled, turned, withCorner } from './graft-corners';

const SQUARE = [10, 20, 50, 20, 50, 60, 10, 60];
const corners = fc.array(fc.double({ min: -500, max: 500, noNaN: true }), { minLength: 8, maxLength: 8 });
const sides = (of: readonly number[]) =>
  [0, 1, 2, 3].map((k) => {
    const next = (k + 1) % 4;
    return Math.hypot(of[2 * next] - of[2 * k], of[2 * next + 1] - of[2 * k + 1]);
  });

test('moved, its middle lies where it was wanted, and its sides are as long', () => {
  fc.assert(
    fc.property(corners, fc.integer(), fc.integer(), (of, x, y) => {
      const made = moved(of, x % 1000, y % 1000);
      expect(centreOf(made).x).toBeCloseTo(x % 1000, 6);
      expect(centreOf(made).y).toBeCloseTo(y % 1000, 6);
      sides(made).forEach((side, k) => expect(side).toBeCloseTo(sides(of)[k], 6));
    }),
  );
});

test('turned, its first edge points to the place, and its sides are as long', () => {
  const made = turned(SQUARE, 200, 40);
  // To the right: a quarter turn clockwise.
  [50, 20, 50, 60, 10, 60, 10, 20].forEach((value, i) => expect(made[i]).toBeCloseTo(value, 6));
  const slanted = turned(SQUARE, 130, -60);
  sides(slanted).forEach((side) => expect(side).toBeCloseTo(40, 6));
  expect(centreOf(slanted)).toEqual({ x: expect.closeTo(30, 6) as number, y: expect.closeTo(40, 6) as number });
});

test('scaled and by one corner', () => {
  expect(scaled(SQUARE, 0.5)).toEqual([20, 30, 40, 30, 40, 50, 20, 50]);
  expect(withCorner(SQUARE, 2, 70, 80)).toEqual([10, 20, 50, 20, 70, 80, 10, 60]);
});
