import fc from 'fast-check';
import type { PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { coverageOf, type PlacedMask } from '../raster/mask.js';
import { circle, draw, grown, inside, overlapShare, union, type Shape } from '../testing/drawing.js';
import { whiteOf } from './white-of.js';

const [WIDTH, HEIGHT] = [200, 120];
const [INK, IRIS]: Rgb[] = [
  [40, 28, 36],
  [60, 110, 90],
];
/** An almond: where two discs meet, `open` px high in the middle. */
const almond = (open: number): Shape => {
  const radius = (70 ** 2 + (open / 2) ** 2) / open;
  const [above, below] = [circle(100, 60 + radius - open / 2, radius), circle(100, 60 - radius + open / 2, radius)];
  return (x, y) => Math.min(above(x, y), below(x, y));
};

function eye(shape: Shape, white: Rgb, more: { shape: Shape; colour: Rgb }[] = []): PlacedBitmap {
  return draw(WIDTH, HEIGHT, [
    { shape: grown(shape, 5), colour: INK },
    { shape, colour: white },
    // Shading and lights lie within the white.
    ...more.map((one) => ({ ...one, shape: (x: number, y: number) => Math.min(shape(x, y), one.shape(x, y)) })),
  ]);
}
const pupilAt = (x: number, y: number, radius = 14, within: Shape = () => Infinity) =>
  draw(WIDTH, HEIGHT, [{ shape: (px, py) => Math.min(circle(x, y, radius)(px, py), within(px, py)), colour: IRIS }]);
const openOf = (open: PlacedBitmap): PlacedMask => ({ ...open, data: coverageOf(open).data });

test('the opening is the white with the pupil’s own place, without the outline, wherever the pupil looks and whatever its colour', () => {
  const whites = fc.constantFrom<Rgb>([250, 248, 244], [236, 214, 120], [200, 225, 235], [150, 150, 160]);
  fc.assert(
    fc.property(
      fc.integer({ min: 30, max: 70 }),
      fc.integer({ min: 60, max: 140 }),
      fc.integer({ min: -20, max: 20 }),
      whites,
      (open, x, dy, white) => {
        const shape = almond(open);
        const pupil = pupilAt(x, 60 + dy, 12, shape);
        const found = openOf(whiteOf(eye(shape, white), pupil));
        expect(overlapShare(found, inside(WIDTH, HEIGHT, shape))).toBeGreaterThan(0.9);
      },
    ),
    { numRuns: 30 },
  );
});

test('the shade that the upper lid casts belongs to the white', () => {
  const shape = almond(60);
  const shaded = eye(shape, [245, 244, 240], [{ shape: (_x, y) => 48 - y, colour: [180, 178, 190] }]);
  const found = openOf(whiteOf(shaded, pupilAt(100, 64)));
  expect(overlapShare(found, inside(WIDTH, HEIGHT, shape))).toBeGreaterThan(0.9);
});

test('another eye of the same piece is not opened by this one’s pupil', () => {
  const [left, right] = [circle(50, 60, 30), circle(150, 60, 30)];
  const both = draw(WIDTH, HEIGHT, [
    { shape: grown(left, 4), colour: INK },
    { shape: grown(right, 4), colour: INK },
    { shape: left, colour: [250, 250, 250] },
    { shape: right, colour: [250, 250, 250] },
  ]);
  expect(overlapShare(openOf(whiteOf(both, pupilAt(55, 62))), inside(WIDTH, HEIGHT, left))).toBeGreaterThan(0.9);
  const pupils = draw(WIDTH, HEIGHT, [
    { shape: circle(55, 62, 14), colour: IRIS },
    { shape: circle(145, 62, 14), colour: IRIS },
  ]);
  expect(overlapShare(openOf(whiteOf(both, pupils)), inside(WIDTH, HEIGHT, union(left, right)))).toBeGreaterThan(0.9);
});
