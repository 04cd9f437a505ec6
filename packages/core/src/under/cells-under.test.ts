import fc from 'fast-check';
import { cellsUnder, setOf, shareAny } from './cells-under.js';
import type { Cells } from './cells.js';

const [WIDTH, HEIGHT] = [9, 7];

/** Some cells of the canvas, in a box of their own. */
const paint = fc
  .record({
    x: fc.integer({ min: 0, max: WIDTH - 1 }),
    y: fc.integer({ min: 0, max: HEIGHT - 1 }),
    right: fc.integer({ min: 0, max: WIDTH }),
    bottom: fc.integer({ min: 0, max: HEIGHT }),
    on: fc.array(fc.constantFrom(0, 255), { minLength: WIDTH * HEIGHT, maxLength: WIDTH * HEIGHT }),
  })
  .map(({ x, y, right, bottom, on }): Cells => {
    const [width, height] = [Math.max(0, right - x), Math.max(0, bottom - y)];
    return { x, y, width, height, size: 1, data: Uint8Array.from(on.slice(0, width * height)) };
  });

/** Is a place of the canvas on? */
function isOn({ x, y, width, height, data }: Cells, column: number, row: number): boolean {
  const [own, down] = [column - x, row - y];
  return own >= 0 && down >= 0 && own < width && down < height && data[down * width + own] > 0;
}

test('every cell is found with the very covers that lie over it, however many there are', () => {
  fc.assert(
    fc.property(fc.array(paint, { maxLength: 40 }), paint, (covers, within) => {
      const found = new Map<number, Uint32Array>();
      for (const { over, cells: some } of cellsUnder(within, covers)) for (const i of some) found.set(i, over);
      for (let i = 0; i < within.data.length; i++) {
        const [column, row] = [within.x + (i % within.width), within.y + Math.floor(i / within.width)];
        const over = covers.map((cover) => isOn(cover, column, row));
        if (!within.data[i] || !over.some(Boolean)) expect(found.has(i)).toBe(false);
        else expect(found.get(i)).toEqual(setOf(covers, (at) => over[at]));
      }
    }),
    { numRuns: 60 },
  );
});

test('sets share a cover where one of them has the same, beyond the 32nd too', () => {
  const covers = Array.from({ length: 40 }, () => 0);
  const [low, high, both] = [[3], [38], [3, 38]].map((all) => setOf(covers, (at) => all.includes(at)));
  expect([shareAny(low, high), shareAny(low, both), shareAny(high, both)]).toEqual([false, true, true]);
});
