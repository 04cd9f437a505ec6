import fc from 'fast-check';
import { box, circle, draw, type Shape } from '../testing/drawing.js';
import { trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { clearance, deepestNear, thickness } from './clearance.js';

const painted = (shape: Shape) => trimToPaint(draw(160, 160, [{ shape, colour: [90, 140, 80] }])) as PlacedBitmap;

test('a disc in a disc has as much room as is left beside its middle', () => {
  const face = painted(circle(80, 80, 40));
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 25, noNaN: true }),
      fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      (off, turn) => {
        const at = { x: 80 + off * Math.cos(turn), y: 80 + off * Math.sin(turn) };
        // What is nearer than a good third of the disc is not looked at: no limb is so thin.
        const room = clearance([face], at, 36);
        if (40 - off < 0.4 * 36) return;
        expect(Math.abs(room - Math.min(36, 40 - off))).toBeLessThan(1.5);
      },
    ),
    { numRuns: 60 },
  );
});

test('two pieces side by side give room together', () => {
  const [left, right] = [painted(box(20, 40, 80, 120)), painted(box(80, 40, 140, 120))];
  const at = { x: 80, y: 80 };
  expect(clearance([left, right], at, 38)).toBeGreaterThan(37);
  expect(clearance([left], at, 38)).toBeLessThan(16);
});

test('a limb is as thick as the widest disc in it', () => {
  expect(thickness(painted(box(20, 40, 140, 70)))).toBeCloseTo(30, -0.4);
  expect(Math.abs(thickness(painted(circle(80, 80, 33))) - 66)).toBeLessThan(2.5);
});

test('the deepest place near another is where the paint reaches farthest round it', () => {
  // Two blobs, and a thin neck between them.
  const face = painted((x, y) =>
    Math.max(circle(45, 80, 24)(x, y), circle(115, 80, 30)(x, y), box(45, 77, 115, 83)(x, y)),
  );
  const left = deepestNear(face, { x: 60, y: 80 }, 22);
  expect(Math.hypot((left?.x ?? 0) - 45, (left?.y ?? 0) - 80)).toBeLessThan(2);
  expect(Math.abs((left?.radius ?? 0) - 22)).toBeLessThan(2);
  const right = deepestNear(face, { x: 100, y: 80 }, 60);
  expect(Math.hypot((right?.x ?? 0) - 115, (right?.y ?? 0) - 80)).toBeLessThan(2);
  expect(deepestNear(face, { x: 5, y: 5 }, 10)).toBeNull();
});
