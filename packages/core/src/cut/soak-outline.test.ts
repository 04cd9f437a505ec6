import fc from 'fast-check';
import { wordsOf } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { maskArea, type PlacedMask } from '../raster/mask.js';
import { box, circle, draw, grown, inside, overlapShare } from '../testing/drawing.js';
import { withOutline } from './soak-outline.js';

const SIZE = 160;
const [FILL, OTHER, INK]: Rgb[] = [
  [220, 170, 120],
  [90, 140, 200],
  [40, 30, 40],
];
const anywhere = () => true;
const isWord = (colour: Rgb) => (word: number) =>
  colour.every((value, c) => Math.abs(((word >>> (8 * c)) & 255) - value) <= 2);
const at = (mask: PlacedMask, x: number, y: number) => {
  const [px, py] = [x - mask.x, y - mask.y];
  return px >= 0 && py >= 0 && px < mask.width && py < mask.height && mask.data[py * mask.width + px] > 0;
};

test('a fill’s outline is taken with it as wide as it is drawn, whatever its width and whatever lies about', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 9 }),
      fc.integer({ min: 20, max: 50 }),
      fc.constantFrom(OTHER, null),
      (wide, radius, ground) => {
        const disc = circle(80, 80, radius);
        const strokes = [
          { shape: grown(disc, wide), colour: INK },
          { shape: disc, colour: FILL },
        ];
        const design = draw(SIZE, SIZE, strokes, ground ?? undefined);
        const taken = withOutline(inside(SIZE, SIZE, disc), design, wide, isWord(FILL), anywhere);
        expect(overlapShare(taken, inside(SIZE, SIZE, grown(disc, wide)))).toBeGreaterThan(0.93);
      },
    ),
    { numRuns: 25 },
  );
});

test('a line that joins the outline is not followed, and a neighbour of the same colour stays out', () => {
  const left = box(20, 50, 78, 110);
  const right = box(82, 50, 140, 110);
  const design = draw(SIZE, SIZE, [
    { shape: box(10, 78, 150, 82), colour: INK },
    { shape: grown(left, 4), colour: INK },
    { shape: grown(right, 4), colour: INK },
    { shape: left, colour: FILL },
    { shape: right, colour: FILL },
  ]);
  const taken = withOutline(inside(SIZE, SIZE, left), design, 4, isWord(FILL), anywhere);
  expect(at(taken, 17, 60)).toBe(true);
  expect(at(taken, 10, 80)).toBe(false);
  for (let y = 54; y < 106; y++) expect(at(taken, 90, y)).toBe(false);
});

test('nothing is taken that may not be, or that is bare; and the region is always all there', () => {
  const disc = circle(80, 80, 40);
  const design = draw(SIZE, SIZE, [
    { shape: grown(disc, 5), colour: INK },
    { shape: disc, colour: FILL },
  ]);
  const region = inside(SIZE, SIZE, disc);
  const upper = withOutline(region, design, 5, isWord(FILL), (_x, y) => y < 80);
  expect([at(upper, 80, 37), at(upper, 80, 123)]).toEqual([true, false]);
  const words = wordsOf(design);
  for (const mask of [upper, withOutline(region, design, 12, isWord(FILL), anywhere)])
    for (let y = 0; y < SIZE; y++)
      for (let x = 0; x < SIZE; x++) {
        if (at(region, x, y) && !at(mask, x, y)) throw new Error(`${x}, ${y} of the region is gone.`);
        if (at(mask, x, y) && words[y * SIZE + x] >>> 24 === 0) throw new Error(`${x}, ${y} is bare.`);
      }
  expect(maskArea(withOutline(region, design, 5, isWord(FILL), () => false))).toBe(maskArea(region));
});
