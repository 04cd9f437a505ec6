import fc from 'fast-check';
import { INSIDE, coverageOf } from '../raster/mask.js';
import { trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { circle, draw, inside, maskedPaint, type Shape } from '../testing/drawing.js';
import { inFrontByContours } from './in-front-by-contours.js';

const SIZE = 220;
const PAINT: Rgb = [180, 120, 90];
const WAY = 14;

/** A limb with a round end: from a place in some direction, degrees. */
const bar =
  (fromX: number, fromY: number, degrees: number, length: number, half: number): Shape =>
  (x, y) => {
    const [ux, uy] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    const along = Math.max(0, Math.min(length, (x - fromX) * ux + (y - fromY) * uy));
    return half - Math.hypot(x - fromX - along * ux, y - fromY - along * uy);
  };

/** What is seen of shapes that lie one in front of the other, the last in front. */
function seen(shapes: readonly Shape[]): PlacedBitmap[] {
  const design = draw(
    SIZE,
    SIZE,
    shapes.map((shape) => ({ shape, colour: PAINT })),
  );
  return shapes.map((shape, at) => {
    const own = inside(SIZE, SIZE, (x, y) => Math.min(shape(x, y), ...shapes.slice(at + 1).map((one) => -one(x, y))));
    const face = trimToPaint(maskedPaint(design, own));
    if (!face) throw new Error('Nothing of a shape is seen.');
    return face;
  });
}
const trunk: Shape = circle(110, 110, 55);

test('a limb that runs on over a trunk lies in front of it, one that ends at its contour behind, at any angle', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 10, max: 22 }), (degrees, half) => {
      const limb = bar(110, 110, degrees, 95, half);
      const [body, over] = seen([trunk, limb]);
      expect(inFrontByContours(over, body, [], WAY)).toBeGreaterThan(20);
      const [under, before] = seen([limb, trunk]);
      expect(inFrontByContours(under, before, [], WAY)).toBeLessThan(-20);
    }),
    { numRuns: 12 },
  );
});

test('named the other way round it is the opposite, and it does not depend on where the canvas begins', () => {
  const [body, limb] = seen([trunk, bar(110, 110, 30, 95, 16)]);
  const told = inFrontByContours(limb, body, [], WAY) ?? 0;
  expect(inFrontByContours(body, limb, [], WAY)).toBeCloseTo(-told, 6);
  const moved = (face: PlacedBitmap) => ({ ...face, x: face.x + 31, y: face.y - 12 });
  expect(inFrontByContours(moved(limb), moved(body), [], WAY)).toBeCloseTo(told, 6);
});

test('nothing is told of pieces that do not touch, nor where a third lies over both corners', () => {
  const [body, far] = seen([circle(70, 110, 40), circle(180, 110, 25)]);
  expect(inFrontByContours(body, far, [], WAY)).toBeNull();
  const limb = bar(110, 110, 0, 95, 16);
  const [torso, arm] = seen([trunk, limb]);
  const [ring] = seen([circle(165, 110, 30)]);
  expect(coverageOf(ring).data.some((value) => value > INSIDE)).toBe(true);
  expect(inFrontByContours(arm, torso, [ring], WAY)).toBeNull();
  expect(inFrontByContours(arm, torso, [], WAY)).not.toBeNull();
});
