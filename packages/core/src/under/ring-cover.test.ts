import fc from 'fast-check';
import type { Cells } from './cells.js';
import { RingCover, isCovered, ringsAbout } from './ring-cover.js';

const SIZE = 60;

function cellsWhere(isOn: (x: number, y: number) => boolean): Cells {
  const data = new Uint8Array(SIZE * SIZE);
  for (let i = 0; i < data.length; i++) if (isOn((i % SIZE) + 0.5, Math.floor(i / SIZE) + 0.5)) data[i] = 255;
  return { x: 0, y: 0, width: SIZE, height: SIZE, size: 1, data };
}

test('a place under an arm is free as soon as the arm has turned off it, and not before', () => {
  // An arm of 10 px width to the right of its pivot.
  const arm = cellsWhere((x, y) => x > 10 && x < 58 && Math.abs(y - 30) < 5);
  const cover = new RingCover([arm], 10, 30);
  // 30 px out, its half width is seen under 9.6°.
  expect(cover.isFree(40, 30, -8, 8)).toBe(false);
  expect(cover.isFree(40, 30, -12, 12)).toBe(true);
  expect(cover.isFree(40, 30, 0, 12)).toBe(true);
  expect(cover.isFree(40, 30, 350 - 360, 0)).toBe(true);
});

test('what it answers is what turning the cover degree by degree shows', () => {
  const blob = fc.record({
    x: fc.integer({ min: 5, max: 55 }),
    y: fc.integer({ min: 5, max: 55 }),
    r: fc.integer({ min: 3, max: 20 }),
  });
  const range = fc.tuple(fc.integer({ min: -150, max: 0 }), fc.integer({ min: 0, max: 150 }));
  fc.assert(
    fc.property(fc.array(blob, { minLength: 1, maxLength: 3 }), range, blob, (blobs, [low, high], at) => {
      const inBlob = (x: number, y: number, grown: number) =>
        blobs.some((one) => Math.hypot(x - one.x, y - one.y) < one.r + grown);
      const cover = new RingCover([cellsWhere((x, y) => inBlob(x, y, 0))], 30, 30);
      const [px, py] = [at.x + 0.5, at.y + 0.5];
      const seenAt = (grown: number) => {
        for (let angle = low; angle <= high; angle += 0.5) {
          const rad = (angle * Math.PI) / 180;
          const [dx, dy] = [px - 30, py - 30];
          const [x, y] = [30 + Math.cos(rad) * dx - Math.sin(rad) * dy, 30 + Math.sin(rad) * dx + Math.cos(rad) * dy];
          // Nothing covers past the canvas.
          const isOff = Math.min(x, y) < -grown || Math.max(x, y) > SIZE + grown;
          if (isOff || !inBlob(x, y, grown)) return true;
        }
        return false;
      };
      const free = cover.isFree(px, py, low, high);
      // Within two pixels of a rim cells may say either.
      if (seenAt(2)) expect(free).toBe(true);
      if (!seenAt(-2)) expect(free).toBe(false);
    }),
    {
      numRuns: 200,
      // A cover that reaches past the canvas.
      examples: [
        [
          [
            { x: 5, y: 46, r: 18 },
            { x: 5, y: 5, r: 3 },
          ],
          [-14, 0],
          { x: 5, y: 54, r: 3 },
        ],
      ],
    },
  );
});

test('cells cover their own square and nothing beyond the picture', () => {
  const one = cellsWhere((x, y) => x < 1 && y < 1);
  expect([isCovered([one], 0.2, 0.9), isCovered([one], 1.1, 0.5), isCovered([one], -0.1, 0.5)]).toEqual([
    true,
    false,
    false,
  ]);
  expect(isCovered([], 3, 3)).toBe(false);
  // Four cells of 3 px that begin at the fifth column and the second row, of which the last is on.
  const placed: Cells = { x: 4, y: 1, width: 2, height: 2, size: 3, data: Uint8Array.of(0, 0, 0, 255) };
  const on = Array.from({ length: 400 }, (_, i): [number, number] => [(i % 20) + 0.5, Math.floor(i / 20) + 0.5]);
  expect(on.filter(([x, y]) => isCovered([placed], x, y))).toEqual(
    on.filter(([x, y]) => x >= 15 && x < 18 && y >= 6 && y < 9),
  );
});

test('rings are found again only about the same pivot, and for the same covers', () => {
  const [wide, narrow] = [8, 3].map((half) => cellsWhere((x, y) => x > 10 && Math.abs(y - 30) < half));
  const asked = fc.record({
    cover: fc.constantFrom(wide, narrow),
    x: fc.constantFrom(10, 14),
    y: fc.constantFrom(30, 33),
  });
  const place = fc.record({ x: fc.integer({ min: 0, max: 59 }), y: fc.integer({ min: 0, max: 59 }) });
  fc.assert(
    fc.property(fc.array(fc.tuple(asked, place), { maxLength: 50 }), (questions) => {
      for (const [{ cover, x, y }, at] of questions) {
        const fresh = new RingCover([cover], x, y);
        expect(ringsAbout([cover], x, y).isFree(at.x, at.y, -20, 20)).toBe(fresh.isFree(at.x, at.y, -20, 20));
      }
    }),
  );
  expect(ringsAbout([wide], 10, 30)).toBe(ringsAbout([wide], 10, 30));
});
