import fc from 'fast-check';
import { draw, type Shape } from '../testing/drawing.js';
import { limbAxis, offSegment, straightEnd } from './limb-axis.js';

/** A tube from a place in a direction, px. */
const tube =
  (x0: number, y0: number, rad: number, half: number, length: number): Shape =>
  (x, y) => {
    const [dx, dy] = offSegment(x - x0, y - y0, { x: Math.cos(rad) * length, y: Math.sin(rad) * length });
    return half - Math.hypot(dx, dy);
  };

test('a limb leaves its joint the way it is drawn, to a few degrees', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }), fc.integer({ min: 10, max: 24 }), (rad, half) => {
      const face = draw(200, 200, [{ shape: tube(100, 100, rad, half, 90), colour: [200, 120, 80] }]);
      const axis = limbAxis(face, { x: 100, y: 100, radius: half });
      expect(axis).not.toBeNull();
      expect((axis?.x ?? 0) * Math.cos(rad) + (axis?.y ?? 0) * Math.sin(rad)).toBeGreaterThan(0.995);
    }),
    { numRuns: 30 },
  );
});

test('a trunk, and what ends within the disc, have no direction', () => {
  const everywhere = draw(160, 160, [{ shape: (x, y) => Math.min(x, y, 160 - x, 160 - y), colour: [90, 90, 200] }]);
  expect(limbAxis(everywhere, { x: 80, y: 80, radius: 20 })).toBeNull();
  const stump = draw(160, 160, [{ shape: tube(80, 80, 0, 18, 4), colour: [90, 90, 200] }]);
  expect(limbAxis(stump, { x: 80, y: 80, radius: 20 })).toBeNull();
});

test('half of a bent limb goes on as far as the crook; of a straight one, nowhere', () => {
  const half = 16;
  const disc = { x: 110, y: 110, radius: half };
  const upper = draw(220, 220, [{ shape: tube(110, 110, -Math.PI / 2, half, 90), colour: [200, 120, 80] }]);
  for (const degrees of [0, 40, 90]) {
    const rad = ((90 - degrees) * Math.PI) / 180;
    const lower = draw(220, 220, [{ shape: tube(110, 110, rad, half, 90), colour: [200, 120, 80] }]);
    const far = half * Math.tan((degrees * Math.PI) / 360);
    const straight = straightEnd(upper, lower, disc);
    expect(Math.abs(Math.hypot(straight.x, straight.y) - far)).toBeLessThan(1.5);
    if (degrees > 0) expect(straight.y).toBeLessThan(0);
  }
});
