import fc from 'fast-check';
import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { findNearTwins } from './near-twins.js';

const { doc } = jointedLimb(drawLimb({ width: 60, angle: 0, line: 5 }));
const [first, second] = [...doc.pieces].sort((a, b) => a.depth - b.depth).map(({ id }) => id);

/** A spotted patch somewhere, with so many of its pixels in another colour. */
function patch(x: number, y: number, size: number, others: number): PlacedBitmap {
  const out = createPlaced({ x, y, width: size, height: size });
  for (let i = 0; i < size * size; i++) {
    const isOther = i < others;
    out.data.set(isOther ? [20, 200, 40, 255] : [200, (i * 37) % 256, 90, 255], i * 4);
  }
  return out;
}
const twins = (a: PlacedBitmap | null, b: PlacedBitmap | null) =>
  findNearTwins(
    doc,
    'v',
    new Map([
      [first, a],
      [second, b],
    ]),
  );

test('a copy that was touched up is found wherever it lies, the very same and another picture are not', () => {
  fc.assert(
    fc.property(
      fc.nat(60),
      fc.nat(60),
      fc.integer({ min: 20, max: 40 }),
      fc.double({ min: 0, max: 0.2, noNaN: true }),
      (x, y, size, share) => {
        const others = Math.round(share * size * size);
        const found = twins(patch(3, 5, size, 0), patch(x, y, size, others));
        const isNear = others > 0 && others / (size * size) <= 0.03;
        expect(found).toHaveLength(isNear ? 1 : 0);
        if (isNear) expect(found[0].differing).toBeCloseTo(others / (size * size), 2);
      },
    ),
  );
});

test('pieces without a picture, of a few pixels, or of another size are not compared', () => {
  expect(twins(null, patch(0, 0, 20, 1))).toEqual([]);
  expect(twins(patch(0, 0, 3, 0), patch(9, 9, 3, 1))).toEqual([]);
  expect(twins(patch(0, 0, 20, 0), patch(0, 0, 40, 1))).toEqual([]);
});
