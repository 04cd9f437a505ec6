import fc from 'fast-check';
import { createBitmap, wordsOf, type Bitmap } from './bitmap.js';
import { fillSmooth } from './fill-smooth.js';

const grey = (value: number) => (value | (value << 8) | (value << 16) | 0xff000000) >>> 0;

/** A picture from a shade at each place. */
function shaded(width: number, height: number, shade: (x: number, y: number) => number): Bitmap {
  const picture = createBitmap(width, height);
  const words = wordsOf(picture);
  for (let i = 0; i < words.length; i++) words[i] = grey(Math.round(shade(i % width, Math.floor(i / width))));
  return picture;
}

test('what is known stays as it is, and the rest keeps within the shades there are', () => {
  const size = fc.integer({ min: 1, max: 23 });
  fc.assert(
    fc.property(size, size, fc.infiniteStream(fc.nat(255)), (width, height, values) => {
      const next = () => values.next().value as number;
      const picture = shaded(width, height, next);
      const known = Uint8Array.from({ length: width * height }, () => (next() < 60 ? 255 : 0));
      const words = wordsOf(picture);
      const filled = fillSmooth(picture, known);
      const shades = [...words].filter((_, i) => known[i] > 0).map((word) => word & 255);
      if (shades.length === 0) {
        expect([...filled].every((word) => word === 0)).toBe(true);
        return;
      }
      for (let i = 0; i < words.length; i++) {
        if (known[i] > 0) expect(filled[i]).toBe(words[i]);
        else {
          expect(filled[i] >>> 24).toBe(255);
          expect(filled[i] & 255).toBeGreaterThanOrEqual(Math.min(...shades) - 1);
          expect(filled[i] & 255).toBeLessThanOrEqual(Math.max(...shades) + 1);
        }
      }
    }),
  );
});

test('a hole in even paint closes without a trace; in a slope, without a step', () => {
  const [width, height] = [64, 48];
  const hole = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return Math.hypot(x - 32, y - 24) < 12 ? 0 : 255;
  });
  const even = fillSmooth(
    shaded(width, height, () => 137),
    hole,
  );
  expect([...even].every((word) => word === grey(137))).toBe(true);
  const slope = fillSmooth(
    shaded(width, height, (x) => 40 + 3 * x),
    hole,
  );
  for (let y = 13; y < 36; y++)
    for (let x = 1; x < width; x++) {
      const [before, here] = [slope[y * width + x - 1] & 255, slope[y * width + x] & 255];
      expect(Math.abs(here - before)).toBeLessThan(22);
    }
});
