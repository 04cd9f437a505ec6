import fc from 'fast-check';
import { pointsAlongLine } from './points-along.js';

test('a line’s own points come once each, and between two no step is longer than asked for', () => {
  expect([...pointsAlongLine([0, 0, 10, 0], 5)]).toEqual([
    { x: 0, y: 0 },
    { x: 5, y: 0 },
    { x: 10, y: 0 },
  ]);
  expect([...pointsAlongLine([3, 4], 5)]).toEqual([]);
  const some = fc.array(fc.integer({ min: -200, max: 200 }), { minLength: 4, maxLength: 12 });
  fc.assert(
    fc.property(some, fc.integer({ min: 1, max: 50 }), (numbers, step) => {
      const line = numbers.slice(0, 2 * Math.floor(numbers.length / 2));
      const points = [...pointsAlongLine(line, step)];
      const ends = Array.from({ length: line.length / 2 }, (_, at) => ({ x: line[2 * at], y: line[2 * at + 1] }));
      // In their order, and all of them.
      let at = 0;
      for (const { x, y } of points) if (ends[at]?.x === x && ends[at]?.y === y) at++;
      expect(at).toBeGreaterThanOrEqual(new Set(ends.map(({ x, y }) => `${x} ${y}`)).size);
      const longest = Math.max(...points.slice(1).map(({ x, y }, i) => Math.hypot(x - points[i].x, y - points[i].y)));
      expect(longest).toBeLessThanOrEqual(step + 1e-9);
    }),
  );
});
