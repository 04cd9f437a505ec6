import fc from 'fast-check';
import { createPlaced, paintArea, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { splitOwn } from './split-own.js';

const SIDE = 10;
const square = (x: number, y: number, side: number, word = 0xff336699): PlacedBitmap => {
  const bitmap = createPlaced({ x, y, width: side, height: side });
  wordsOf(bitmap).fill(word);
  return bitmap;
};
const wordAt = (bitmap: PlacedBitmap | null, x: number, y: number) => {
  if (!bitmap) return 0;
  const [px, py] = [x - bitmap.x, y - bitmap.y];
  const inside = px >= 0 && py >= 0 && px < bitmap.width && py < bitmap.height;
  return inside ? wordsOf(bitmap)[py * bitmap.width + px] : 0;
};

test('hidden paint goes with the visible pixel it lies nearest to', () => {
  // A face of 10 × 10, whose layer goes on 4 px to the right beneath a neighbour.
  const own = createPlaced({ x: 0, y: 0, width: 14, height: SIDE });
  wordsOf(own).fill(0xff112233);
  const after = square(0, 0, SIDE);
  for (let y = 0; y < SIDE; y++) for (let x = 6; x < SIDE; x++) wordsOf(after)[y * SIDE + x] = 0;
  const { kept, given } = splitOwn(own, square(0, 0, SIDE), after);
  expect(kept && [kept.x, kept.width]).toEqual([0, 6]);
  expect(given && [given.x, given.width]).toEqual([6, 8]);
});

test('a piece that keeps nothing gives all its paint away', () => {
  const own = square(2, 2, 6);
  expect(splitOwn(own, square(2, 2, 6), null)).toEqual({ kept: null, given: own });
});

test('every pixel of paint goes to exactly one of the two, unchanged', () => {
  const cells = fc.array(fc.boolean(), { minLength: SIDE * SIDE, maxLength: SIDE * SIDE });
  const painted = (on: readonly boolean[]) => {
    const bitmap = square(0, 0, SIDE, 0);
    on.forEach((is, i) => is && (wordsOf(bitmap)[i] = (0xff000000 | (i + 1)) >>> 0));
    return bitmap;
  };
  fc.assert(
    fc.property(cells, cells, cells, (layer, face, stays) => {
      fc.pre(face.some(Boolean));
      const own = painted(layer);
      const { kept, given } = splitOwn(own, painted(face), painted(face.map((is, i) => is && stays[i])));
      const sum = (kept ? paintArea(kept) : 0) + (given ? paintArea(given) : 0);
      expect(sum).toBe(paintArea(own));
      let wrong = 0;
      for (let i = 0; i < SIDE * SIDE; i++) {
        const [x, y] = [i % SIDE, Math.floor(i / SIDE)];
        if ((wordAt(kept, x, y) || wordAt(given, x, y)) !== wordsOf(own)[i]) wrong++;
        // What shows goes with the face.
        if (layer[i] && face[i] && (wordAt(kept, x, y) !== 0) !== stays[i]) wrong++;
      }
      expect(wrong).toBe(0);
    }),
    { numRuns: 80 },
  );
});
