import fc from 'fast-check';
import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { carryPattern, patternOf } from './carry-pattern.js';

const SIDE = 110;
const SAND = [224, 190, 140];
const INK = [70, 50, 90];

/** A cloth of one colour on another, whose left part is seen. */
function cloth(isInk: (x: number, y: number) => boolean, seen = SIDE): { picture: PlacedBitmap; pure: Uint8Array } {
  const picture = createPlaced({ x: 0, y: 0, width: SIDE, height: SIDE });
  const pure = new Uint8Array(SIDE * SIDE);
  for (let y = 0, i = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, i++) {
      picture.data.set([...(isInk(x, y) ? INK : SAND), 255], 4 * i);
      if (x < seen) pure[i] = 255;
    }
  return { picture, pure };
}
const stripes = (across: number, wide: number) => (x: number, y: number) => (x + 2 * y) % across < wide;
const checks = (side: number) => (x: number, y: number) => (Math.floor(x / side) + Math.floor(y / side)) % 2 === 0;

test('plain paint has no pattern, and neither has one dot', () => {
  const plain = cloth(() => false);
  expect(patternOf(plain.picture, plain.pure)).toBeNull();
  const dot = cloth((x, y) => Math.hypot(x - 50, y - 50) < 6);
  expect(patternOf(dot.picture, dot.pure)).toBeNull();
});

test.each([
  ['stripes', stripes(16, 7)],
  ['wide stripes', stripes(30, 10)],
  ['checks', checks(10)],
  ['dots', (x: number, y: number) => Math.hypot((x % 17) - 8, (y % 17) - 8) < 3.5],
])('%s come again after the steps that are found', (_name, isInk) => {
  const { picture, pure } = cloth(isInk);
  const pattern = patternOf(picture, pure);
  expect(pattern).not.toBeNull();
  const words = wordsOf(picture);
  for (const [dx, dy] of pattern?.steps ?? []) {
    let [same, all] = [0, 0];
    for (let y = 0; y + dy < SIDE; y++)
      for (let x = Math.max(0, -dx); x < SIDE && x + dx < SIDE; x++, all++)
        if (words[y * SIDE + x] === words[(y + dy) * SIDE + x + dx]) same++;
    expect(same / all).toBeGreaterThan(0.9);
  }
});

test('a pattern goes on beneath what hides it as it would be drawn; what is not asked for is smooth, and what is seen stays', () => {
  fc.assert(
    fc.property(fc.integer({ min: 10, max: 24 }), fc.integer({ min: 55, max: 85 }), (across, seen) => {
      const isInk = stripes(across, Math.floor(across / 2));
      const { picture, pure } = cloth(isInk, seen);
      const pattern = patternOf(picture, pure);
      if (!pattern) throw new Error(`Stripes of ${across} px are no pattern.`);
      const drawn = wordsOf(cloth(isInk).picture);
      const carried = carryPattern(picture, pure, pattern, (_x, y) => y < 60);
      let right = 0;
      for (let y = 0; y < 60; y++)
        for (let x = seen; x < SIDE; x++) if (carried[y * SIDE + x] === drawn[y * SIDE + x]) right++;
      expect(right / (60 * (SIDE - seen))).toBeGreaterThan(0.9);
      const smooth = carryPattern(picture, pure, null, () => true);
      expect(carried.every((word, i) => pure[i] === 0 || word === drawn[i])).toBe(true);
      expect(carried.every((word, i) => pure[i] > 0 || i < 60 * SIDE || word === smooth[i])).toBe(true);
    }),
    { numRuns: 5 },
  );
});

test('shading goes on as it is shaded, whether it comes again or not', () => {
  const shadeOf = (x: number) => 120 + x;
  const { picture } = cloth(() => false);
  const pure = new Uint8Array(SIDE * SIDE);
  for (let i = 0; i < SIDE * SIDE; i++) {
    picture.data[4 * i] = shadeOf(i % SIDE);
    if (i < 70 * SIDE) pure[i] = 255;
  }
  const carried = carryPattern(picture, pure, patternOf(picture, pure), () => true);
  const off = carried.map((word, i) => Math.abs((word & 255) - shadeOf(i % SIDE)));
  expect(off.reduce((most, one) => Math.max(most, one), 0)).toBeLessThanOrEqual(2);
});
