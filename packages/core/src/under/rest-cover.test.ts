import fc from 'fast-check';
import { RestCover, shareAny } from './rest-cover.js';
import type { Cells } from './ring-cover.js';

const [WIDTH, HEIGHT] = [9, 7];

function cells(data: ArrayLike<number>): Cells {
  const all = { left: 0, top: 0, right: WIDTH, bottom: HEIGHT };
  return { width: WIDTH, height: HEIGHT, size: 1, ...all, data: Uint8Array.from(data) };
}

const paint = fc.array(fc.constantFrom(0, 255), { minLength: WIDTH * HEIGHT, maxLength: WIDTH * HEIGHT }).map(cells);

test('every cell of a piece is found with the very pieces that lie over it, however many there are', () => {
  fc.assert(
    fc.property(fc.array(paint, { minLength: 1, maxLength: 40 }), paint, fc.nat(39), (pieces, within, first) => {
      const rest = new RestCover(pieces);
      const later = rest.those((index) => index >= first);
      const found = new Map<number, Uint32Array>();
      for (const { over, cells: some } of rest.under(within, later)) for (const i of some) found.set(i, over);
      for (let i = 0; i < WIDTH * HEIGHT; i++) {
        const over = pieces.map(({ data }, index) => index >= first && data[i] > 0);
        if (!within.data[i] || !over.some(Boolean)) expect(found.has(i)).toBe(false);
        else expect(found.get(i)).toEqual(rest.those((index) => over[index]));
      }
    }),
    { numRuns: 60 },
  );
});

test('sets share a piece where one of them has the same, beyond the 32nd too', () => {
  const rest = new RestCover(Array.from({ length: 40 }, () => cells([])));
  const [low, high, both] = [[3], [38], [3, 38]].map((all) => rest.those((index) => all.includes(index)));
  expect([shareAny(low, high), shareAny(low, both), shareAny(high, both)]).toEqual([false, true, true]);
});
