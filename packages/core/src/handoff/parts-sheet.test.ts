import fc from 'fast-check';
import { pivotMark, registerFrame } from './marks.js';
import { spreadApart, type SheetPiece } from './spread-apart.js';

test('pieces are spread apart until no two touch, and the same way every time', () => {
  const rect = fc.record({
    x: fc.nat(600),
    y: fc.nat(900),
    width: fc.integer({ min: 10, max: 260 }),
    height: fc.integer({ min: 10, max: 260 }),
  });
  fc.assert(
    fc.property(fc.array(rect, { minLength: 1, maxLength: 24 }), (rects) => {
      const pieces = rects.map((one, at): SheetPiece => ({ ...one, parent: at === 0 ? null : at >> 1 }));
      const moved = spreadApart(pieces);
      const at = pieces.map((piece, i) => ({ ...piece, x: piece.x + moved[i].dx, y: piece.y + moved[i].dy }));
      for (const [i, a] of at.entries())
        for (const b of at.slice(i + 1)) {
          const apart = Math.max(b.x - a.x - a.width, a.x - b.x - b.width, b.y - a.y - a.height, a.y - b.y - b.height);
          expect(apart).toBeGreaterThan(0);
        }
      expect(spreadApart(pieces)).toEqual(moved);
    }),
    { numRuns: 60 },
  );
});

test('a hand stays beyond its arm', () => {
  const arm = { x: 100, y: 100, width: 40, height: 120, parent: null };
  const hand = { x: 104, y: 210, width: 36, height: 40, parent: 0 };
  const [still, down] = spreadApart([arm, hand]);
  expect(down.dy - still.dy).toBeGreaterThan(10);
  expect(Math.abs(down.dx - still.dx)).toBeLessThan(5);
});

test('a pivot’s mark has its centre at the pivot, to a tenth of a pixel', () => {
  fc.assert(
    fc.property(fc.double({ min: 40, max: 90, noNaN: true }), fc.double({ min: 40, max: 90, noNaN: true }), (x, y) => {
      const { data, width, x: left, y: top } = pivotMark({ x, y });
      let [sx, sy, sum] = [0, 0, 0];
      for (let i = 0; i * 4 < data.length; i++) {
        const alpha = data[i * 4 + 3];
        sx += alpha * (left + (i % width) + 0.5);
        sy += alpha * (top + Math.floor(i / width) + 0.5);
        sum += alpha;
      }
      expect(Math.abs(sx / sum - x)).toBeLessThan(0.1);
      expect(Math.abs(sy / sum - y)).toBeLessThan(0.1);
    }),
  );
});

test('a register frame is as large as the canvas and clear within', () => {
  const { data } = registerFrame({ width: 7, height: 5 });
  const alpha = Array.from({ length: 35 }, (_, i) => (data[i * 4 + 3] > 0 ? 1 : 0));
  expect(alpha.reduce((sum: number, one) => sum + one, 0)).toBe(20);
});
