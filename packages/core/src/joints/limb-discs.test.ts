import fc from 'fast-check';
import { axisOf, bentHinge, contactsAt, straightHinge } from './limb-discs.js';
import type { Stretch } from './limb-stretch.js';

/** A stretch of a limb through a place, running away from it at some degrees. */
const stretch = (x: number, y: number, degrees: number, half: number, more: Partial<Stretch> = {}): Stretch => ({
  ...{ x, y, half, slope: 0, residual: 0, seenFrom: 0, isTold: true },
  ux: Math.cos((degrees * Math.PI) / 180),
  uy: Math.sin((degrees * Math.PI) / 180),
  ...more,
});
type Border = Parameters<typeof straightHinge>[2];
const border = (x0: number, y0: number, x1: number, y1: number) =>
  ({ x0, y0, x1, y1, length: Math.hypot(x1 - x0, y1 - y0) }) as Border;

test('a bent limb’s joint is where its middle lines cross, as wide as the limb, whichever way it is turned', () => {
  const angle = fc.integer({ min: 0, max: 359 });
  fc.assert(
    fc.property(angle, fc.integer({ min: 40, max: 140 }), fc.integer({ min: 8, max: 40 }), (turn, bend, half) => {
      const away = (degrees: number, px: number) => ({
        x: 200 + px * Math.cos((degrees * Math.PI) / 180),
        y: 150 + px * Math.sin((degrees * Math.PI) / 180),
      });
      const [a, b] = [away(turn, 30), away(turn + bend, 45)];
      const found = bentHinge(
        stretch(a.x, a.y, turn, half),
        stretch(b.x, b.y, turn + bend, half),
        { x: 205, y: 150 },
        90,
      );
      expect(found?.x).toBeCloseTo(200, 6);
      expect(found?.y).toBeCloseTo(150, 6);
      expect(found?.radius).toBeCloseTo(half, 6);
      for (const { x, y } of found?.contacts ?? []) expect(Math.hypot(x - 200, y - 150)).toBeCloseTo(half, 6);
    }),
  );
});

test('no joint is told of one stretch alone, far from where two pieces meet, or of two that are not one limb', () => {
  const child = stretch(100, 130, 90, 20);
  const parent = stretch(130, 100, 0, 20);
  const middle = { x: 100, y: 100 };
  expect(bentHinge(child, null, middle, 60)).toBeNull();
  expect(bentHinge(null, parent, middle, 60)).toBeNull();
  expect(bentHinge(child, parent, middle, 60)).not.toBeNull();
  expect(bentHinge(child, parent, { x: 190, y: 100 }, 60)).toBeNull();
  expect(bentHinge(child, stretch(130, 100, 0, 45), middle, 60)).toBeNull();
  // Nearly straight: told by sides as if ruled alone.
  const ruled = stretch(115, 60, -70, 20);
  expect(bentHinge(child, ruled, middle, 60)).not.toBeNull();
  expect(bentHinge(child, { ...ruled, residual: 9 }, middle, 60)).toBeNull();
});

test('the wavier a limb’s sides, the less sure its disc', () => {
  const sure = (residual: number) =>
    bentHinge(stretch(100, 130, 90, 20, { residual }), stretch(130, 100, 0, 20), { x: 100, y: 100 }, 60)?.confidence;
  const [ruled, wavy, wild] = [0, 1, 1.9].map((residual) => sure(residual) ?? 0);
  expect(ruled).toBeGreaterThan(wavy);
  expect(wavy).toBeGreaterThan(wild);
});

test('a straight limb’s joint lies on its middle line where the border crosses it, and nowhere where the border runs along it', () => {
  const arm = stretch(100, 160, 90, 18);
  const found = straightHinge(arm, null, border(70, 98, 130, 102));
  expect([found?.x, found?.y, found?.radius]).toEqual([
    expect.closeTo(100, 6),
    expect.closeTo(100, 6),
    expect.closeTo(18, 6),
  ]);
  expect(straightHinge(arm, null, border(100, 70, 104, 130))).toBeNull();
  expect(straightHinge(null, null, border(70, 98, 130, 102))).toBeNull();
});

test('a limb’s direction is told within half a turn, and a disc touches its sides square to it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 359 }), (degrees) => {
      const [ux, uy] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
      const away = Math.abs(axisOf(ux, uy) - (degrees % 180));
      expect(Math.min(away, 180 - away)).toBeCloseTo(0, 6);
      const [a, b] = contactsAt({ x: 10, y: 20 }, ux, uy, 12);
      expect([(a.x + b.x) / 2, (a.y + b.y) / 2]).toEqual([expect.closeTo(10, 9), expect.closeTo(20, 9)]);
      expect((a.x - b.x) * ux + (a.y - b.y) * uy).toBeCloseTo(0, 9);
      expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeCloseTo(24, 9);
    }),
  );
});
