import fc from 'fast-check';
import { TAKEN, flood } from './flood.js';

/** The neighbours (4) of a pixel, asked one by one: slow, and plainly right. */
function slowly(width: number, height: number, start: number, may: (i: number) => boolean): Set<number> {
  const taken = new Set([start]);
  for (const i of taken) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const beside = [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, y > 0 ? i - width : -1];
    if (y < height - 1) beside.push(i + width);
    for (const j of beside) if (j >= 0 && (j === start || may(j))) taken.add(j);
  }
  return taken;
}

const picture = fc
  .record({ width: fc.integer({ min: 1, max: 12 }), height: fc.integer({ min: 1, max: 12 }) })
  .chain(({ width, height }) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      open: fc.array(fc.boolean(), { minLength: width * height, maxLength: width * height }),
      start: fc.nat({ max: width * height - 1 }),
    }),
  );

test('it takes what hangs together, whatever the shape, and asks of no pixel twice', () => {
  fc.assert(
    fc.property(picture, ({ width, height, open, start }) => {
      const asked = new Map<number, number>();
      const { reached, bounds } = flood(width, height, start, (i) => {
        asked.set(i, (asked.get(i) ?? 0) + 1);
        return open[i];
      });
      const taken = slowly(width, height, start, (i) => open[i]);
      expect([...reached.keys()].filter((i) => reached[i] === TAKEN)).toEqual([...taken].sort((a, b) => a - b));
      expect(Math.max(0, ...asked.values())).toBeLessThanOrEqual(1);
      const [xs, ys] = [[...taken].map((i) => i % width), [...taken].map((i) => Math.floor(i / width))];
      expect(bounds).toEqual({
        x: Math.min(...xs),
        y: Math.min(...ys),
        width: Math.max(...xs) - Math.min(...xs) + 1,
        height: Math.max(...ys) - Math.min(...ys) + 1,
      });
    }),
  );
});

test('a way of one pixel’s width is followed to and fro to its end', () => {
  const side = 41;
  // Every other row is open, and between them a pixel by turns at the right and at the left.
  const open = Uint8Array.from({ length: side * side }, (_, i) => {
    const [x, y] = [i % side, Math.floor(i / side)];
    return y % 2 === 0 || x === (y % 4 === 1 ? side - 1 : 0) ? 1 : 0;
  });
  const { reached } = flood(side, side, 0, (i) => open[i] === 1);
  expect([...reached].map((at) => at === TAKEN)).toEqual([...open].map((at) => at === 1));
});
