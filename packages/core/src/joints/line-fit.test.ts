import fc from 'fast-check';
import { fitLocalContour, footOn } from './line-fit.js';

/** Places on a circle's arc, x, y pairs. */
const arc = (x: number, y: number, radius: number, from: number, to: number, count = 41): number[] =>
  Array.from({ length: count }, (_, k) => from + ((to - from) * k) / (count - 1)).flatMap((turn) => [
    x + radius * Math.cos(turn),
    y + radius * Math.sin(turn),
  ]);

const angle = fc.double({ min: 0, max: 2 * Math.PI, noNaN: true });

test('a straight contour is a straight line at its own angle, and the foot is straight below', () => {
  fc.assert(
    fc.property(angle, fc.double({ min: 1, max: 40, noNaN: true }), (turn, off) => {
      const [tx, ty] = [Math.cos(turn), Math.sin(turn)];
      const line = Array.from({ length: 41 }, (_, k) => k - 20).flatMap((u) => [50 + u * tx, 60 + u * ty]);
      const fit = fitLocalContour(line, 20, 15);
      expect(Math.abs(fit.tx * ty - fit.ty * tx)).toBeLessThan(1e-6);
      expect(Math.abs(fit.c)).toBeLessThan(1e-6);
      expect(fit.residual).toBeLessThan(1e-6);
      const foot = footOn(fit, 50 + 3 * tx - off * ty, 60 + 3 * ty + off * tx);
      expect(foot.distance).toBeCloseTo(off, 5);
      expect(foot.x).toBeCloseTo(50 + 3 * tx, 5);
      expect(foot.y).toBeCloseTo(60 + 3 * ty, 5);
    }),
  );
});

test('on an arc it bends as the arc does, and the middle is a radius away from its foot', () => {
  fc.assert(
    fc.property(angle, fc.double({ min: 40, max: 200, noNaN: true }), (turn, radius) => {
      // A quarter of a radius to either side: there a parabola is as good as the arc.
      const points = arc(100, 100, radius, turn - 0.25, turn + 0.25);
      const fit = fitLocalContour(points, 20, 0.25 * radius);
      expect(Math.abs(fit.c)).toBeCloseTo(1 / (2 * radius), 3);
      expect(fit.residual).toBeLessThan(0.001 * radius);
      const near = 0.6 * radius;
      const foot = footOn(fit, 100 + near * Math.cos(turn), 100 + near * Math.sin(turn));
      expect(Math.abs(foot.distance - (radius - near))).toBeLessThan(0.002 * radius);
    }),
  );
});

test('too few points for a parabola still give a line', () => {
  const fit = fitLocalContour([0, 0, 1, 0.1, 2, 0], 1, 10);
  expect([fit.a, fit.b, fit.c]).toEqual([0, 0, 0]);
  expect(Number.isFinite(footOn(fit, 1, 5).distance)).toBe(true);
});
