import fc from 'fast-check';
import { placedOver } from '../raster/bitmap.js';
import { connectedRegions, maskArea, type PlacedMask } from '../raster/mask.js';
import { box, circle, inside, union, type Shape } from '../testing/drawing.js';
import { closeGaps } from './close-gaps.js';

const SIDE = 120;
const without =
  (shape: Shape, hole: Shape): Shape =>
  (x, y) =>
    Math.min(shape(x, y), -hole(x, y));
const at = (mask: PlacedMask, x: number, y: number) => mask.data[(y - mask.y) * mask.width + x - mask.x] > 0;

/** Of some places those that hang together with the seed's, as all that is soaked up does. */
function fromSeed(places: PlacedMask, sx: number, sy: number): PlacedMask {
  const { labels } = connectedRegions(places);
  const own = labels[sy * places.width + sx];
  return placedOver(
    places,
    places.data.map((_, i) => (labels[i] === own ? 255 : 0)),
  );
}

/** Two rooms with a passage between them, so many px wide. */
const rooms = (passage: number) =>
  inside(SIDE, SIDE, union(box(10, 20, 50, 100), box(70, 20, 110, 100), box(45, 60, 75, 60 + passage)));

test('a passage narrower than the gap parts two rooms, whichever holds the seed; a wider one does not', () => {
  const narrow = rooms(6);
  const left = closeGaps(narrow, 30, 50, 12);
  expect([at(left, 15, 30), at(left, 100, 30)]).toEqual([true, false]);
  const right = closeGaps(narrow, 90, 50, 12);
  expect([at(right, 15, 30), at(right, 100, 30)]).toEqual([false, true]);
  // What lies between them is shared out, and all of it.
  expect(maskArea(left) + maskArea(right)).toBe(maskArea(narrow));
  expect(maskArea(closeGaps(rooms(20), 30, 50, 12))).toBe(maskArea(rooms(20)));
});

test('an alley that leads nowhere stays with its room, and so does a room that is too narrow all over', () => {
  const alley = inside(SIDE, SIDE, union(box(10, 20, 60, 100), box(55, 50, 110, 55)));
  expect(maskArea(closeGaps(alley, 30, 50, 14))).toBe(maskArea(alley));
  const strip = inside(SIDE, SIDE, box(10, 50, 110, 55));
  expect(maskArea(closeGaps(strip, 30, 52, 14))).toBe(maskArea(strip));
});

test('a pupil within an eye is no wall, and a line across a room is', () => {
  // The ring between pupil and lid is narrower than the gap to the right, and wide enough on the left.
  const eye = inside(SIDE, SIDE, without(circle(60, 60, 50), circle(72, 60, 30)));
  expect(maskArea(closeGaps(eye, 20, 60, 16))).toBe(maskArea(eye));
  const split = inside(SIDE, SIDE, without(circle(60, 60, 50), box(58, 14, 62, 106)));
  const half = closeGaps(split, 30, 60, 12);
  expect([at(half, 30, 60), at(half, 90, 60)]).toEqual([true, false]);
});

test('what is kept is of the region, holds the seed’s place, and is the same wherever the region lies', () => {
  const disc = fc.tuple(
    fc.integer({ min: 25, max: 95 }),
    fc.integer({ min: 25, max: 95 }),
    fc.integer({ min: 6, max: 24 }),
  );
  fc.assert(
    fc.property(fc.array(disc, { minLength: 1, maxLength: 4 }), fc.integer({ min: 2, max: 20 }), (discs, gap) => {
      const [sx, sy] = discs[0];
      const region = fromSeed(
        inside(SIDE, SIDE, union(...discs.map(([x, y, radius]) => circle(x, y, radius)))),
        sx,
        sy,
      );
      const kept = closeGaps(region, sx, sy, gap);
      expect(at(kept, sx, sy)).toBe(true);
      expect(kept.data.every((inIt, i) => inIt === 0 || region.data[i] > 0)).toBe(true);
      const moved = closeGaps({ ...region, x: 7, y: -3 }, sx + 7, sy - 3, gap);
      expect(moved.data).toEqual(kept.data);
    }),
    { numRuns: 40 },
  );
});
