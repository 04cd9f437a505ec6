import fc from 'fast-check';
import { cellsUnder, setOf, shareAny } from './cells-under.js';
import type { Cells } from './ring-cover.js';

const [WIDTH, HEIGHT] = [9, 7];

function cells(data: ArrayLike<number>): Cells {
  const all = { left: 0, top: 0, right: WIDTH, bottom: HEIGHT };
  return { width: WIDTH, height: HEIGHT, size: 1, ...all, data: Uint8Array.from(data) };
}

const paint = fc.array(fc.constantFrom(0, 255), { minLength: WIDTH * HEIGHT, maxLength: WIDTH * HEIGHT }).map(cells);

test('every cell is found with the very covers that lie over it, however many there are', () => {
  fc.assert(
    fc.property(fc.array(paint, { maxLength: 40 }), paint, (covers, within) => {
      const found = new Map<number, Uint32Array>();
      for (const { over, cells: some } of cellsUnder(within, covers)) for (const i of some) found.set(i, over);
      for (let i = 0; i < WIDTH * HEIGHT; i++) {
        const over = covers.map(({ data }) => data[i] > 0);
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
