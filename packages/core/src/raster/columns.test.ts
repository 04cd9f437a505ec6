import fc from 'fast-check';
import { rowReach, stepsInColumn } from './columns.js';
import type { Mask } from './mask.js';

const masks = fc
  .record({ width: fc.integer({ min: 1, max: 14 }), height: fc.integer({ min: 1, max: 14 }) })
  .chain(({ width, height }) =>
    fc
      .array(fc.constantFrom(0, 0, 0, 100, 127, 128, 255), { minLength: width * height, maxLength: width * height })
      .map((values): Mask => ({ width, height, data: Uint8Array.from(values) })),
  );
const marked = ({ width, data }: Mask) =>
  [...data.keys()].filter((i) => data[i] > 127).map((i) => ({ x: i % width, y: Math.floor(i / width) }));

test('a pixel knows how many rows away the nearest marked one of its column is, and which way', () => {
  fc.assert(
    fc.property(masks, fc.integer({ min: 1, max: 20 }), (mask, reach) => {
      const column = stepsInColumn(mask, reach);
      for (const [i, steps] of column.entries()) {
        const [x, y] = [i % mask.width, Math.floor(i / mask.width)];
        const far = marked(mask)
          .filter((at) => at.x === x)
          .map((at) => Math.abs(at.y - y));
        const least = Math.min(Infinity, ...far);
        if (least > reach) expect(Math.abs(steps)).toBeGreaterThan(reach);
        else {
          expect(Math.abs(steps)).toBe(least);
          expect(mask.data[i + steps * mask.width]).toBeGreaterThan(127);
        }
      }
    }),
  );
});

test('a row knows which of its pixels lie within a distance of a mask, measured centre to centre', () => {
  fc.assert(
    fc.property(masks, fc.double({ min: 0, max: 12, noNaN: true }), (mask, by) => {
      const reached = rowReach(stepsInColumn(mask, Math.floor(by)), mask.width, by);
      for (let y = 0; y < mask.height; y++) {
        const row = reached(y);
        for (let x = 0; x < mask.width; x++)
          expect(row[x] > 0).toBe(marked(mask).some((at) => Math.hypot(at.x - x, at.y - y) <= by));
      }
    }),
  );
});
