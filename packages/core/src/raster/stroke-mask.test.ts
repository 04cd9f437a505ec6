import fc from 'fast-check';
import { maskArea } from './mask.js';
import { strokeMask } from './stroke-mask.js';

const CANVAS = { x: 0, y: 0, width: 80, height: 60 };
const at = (mask: ReturnType<typeof strokeMask>, x: number, y: number) => {
  const [px, py] = [x - mask.x, y - mask.y];
  return px >= 0 && py >= 0 && px < mask.width && py < mask.height && mask.data[py * mask.width + px] > 0;
};
const place = fc.double({ min: -20, max: 90, noNaN: true });
const size = fc.double({ min: 0.5, max: 15, noNaN: true });

test('a dab is a disc, to the pixel', () => {
  fc.assert(
    fc.property(place, place, size, (x, y, radius) => {
      const mask = strokeMask([x, y, radius], CANVAS);
      const wrong: number[][] = [];
      for (let py = 0; py < CANVAS.height; py++)
        for (let px = 0; px < CANVAS.width; px++) {
          const d = Math.hypot(px + 0.5 - x, py + 0.5 - y);
          if (Math.abs(d - radius) > 1e-6 && at(mask, px, py) !== d < radius) wrong.push([px, py]);
        }
      expect(wrong).toEqual([]);
    }),
    { numRuns: 60 },
  );
});

test('a stroke covers what lies within its radius of the way, and nothing else', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(place, place), { minLength: 2, maxLength: 5 }), size, (points, radius) => {
      const mask = strokeMask(
        points.flatMap(([x, y]) => [x, y, radius]),
        CANVAS,
      );
      const far = (x: number, y: number) =>
        Math.min(
          ...points.slice(1).map(([bx, by], i) => {
            const [ax, ay] = points[i];
            const square = (bx - ax) ** 2 + (by - ay) ** 2;
            const t =
              square === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / square));
            return Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay));
          }),
        );
      const wrong: number[][] = [];
      for (let y = 0; y < CANVAS.height; y++)
        for (let x = 0; x < CANVAS.width; x++) {
          const d = far(x + 0.5, y + 0.5);
          const inside = at(mask, x, y);
          if (inside ? d > radius + 1e-6 : d < radius - 0.15) wrong.push([x, y]);
        }
      expect(wrong).toEqual([]);
    }),
    { numRuns: 40 },
  );
});

test('pressure widens a stroke evenly, and what lies off the canvas is left out', () => {
  const mask = strokeMask([10, 30, 2, 70, 30, 14], CANVAS);
  for (const [x, radius] of [
    [10, 2],
    [40, 8],
    [69, 13.8],
  ]) {
    const tall = Array.from({ length: 60 }, (_, y) => at(mask, x, y)).filter(Boolean).length;
    expect(Math.abs(tall - 2 * radius)).toBeLessThan(2.5);
  }
  expect(maskArea(strokeMask([-50, -50, 5, -40, -60, 5], CANVAS))).toBe(0);
  expect(maskArea(strokeMask([], CANVAS))).toBe(0);
});
