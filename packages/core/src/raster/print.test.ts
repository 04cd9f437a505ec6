import fc from 'fast-check';
import { createPlaced, cropPlaced, wordsOf, type PlacedBitmap } from './bitmap.js';
import { printOf } from './print.js';

const SIDE = 8;
const RECT = { x: 3, y: 2, width: SIDE, height: SIDE };

function painted(words: readonly number[]): PlacedBitmap {
  const picture = createPlaced(RECT);
  wordsOf(picture).set(words);
  return picture;
}

const paint = fc.tuple(fc.nat(0xffffff), fc.constantFrom(0, 96, 255)).map(([rgb, a]) => (a && rgb | (a << 24)) >>> 0);
const picture = fc.array(paint, { minLength: SIDE * SIDE, maxLength: SIDE * SIDE });

test('the same paint has the same print, whatever clear room is round it', () => {
  fc.assert(
    fc.property(picture, fc.nat(5), fc.nat(5), (words, left, top) => {
      const made = painted(words);
      const roomy = cropPlaced(made, { x: 3 - left, y: 2 - top, width: SIDE + left + 2, height: SIDE + top + 3 });
      expect(printOf(roomy, RECT)).toBe(printOf(made, RECT));
    }),
  );
  expect(printOf(painted(Array<number>(SIDE * SIDE).fill(0)), RECT)).toBe(printOf(null, RECT));
});

test('another colour, or the same paint a pixel on, has another print; what lies outside makes none', () => {
  fc.assert(
    fc.property(picture, fc.nat(SIDE * SIDE - 1), fc.integer({ min: 1, max: 0xffffff }), (words, at, by) => {
      const made = painted(words);
      const opaque = painted(words.map((word, i) => (i === at ? (word | 0xff000000) >>> 0 : word)));
      const other = painted(words.map((word, i) => (i === at ? ((word | 0xff000000) ^ by) >>> 0 : word)));
      expect(printOf(other, RECT)).not.toBe(printOf(opaque, RECT));
      if (words.some((word) => word !== 0)) {
        const on = { ...RECT, width: SIDE + 1 };
        expect(printOf({ ...made, x: made.x + 1 }, on)).not.toBe(printOf(made, on));
      }
      const within = { x: 3, y: 2, width: SIDE / 2, height: SIDE };
      const isOutside = at % SIDE >= SIDE / 2;
      expect(printOf(other, within) === printOf(opaque, within)).toBe(isOutside);
    }),
  );
});
