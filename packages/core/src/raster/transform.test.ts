import fc from 'fast-check';
import { createPlaced, type PlacedBitmap } from './bitmap.js';
import {
  STAY,
  after,
  carried,
  inverse,
  mirroredAt,
  stretchedAbout,
  transformPicture,
  type Transform,
} from './transform.js';

const number = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true });
const place = fc.record({ x: number(-500, 500), y: number(-500, 500) });
const way = fc
  .tuple(place, number(-Math.PI, Math.PI), number(0.3, 3), number(0.3, 3), fc.boolean())
  .map(([at, direction, along, across, flip]): Transform => {
    const stretched = stretchedAbout(at, direction, along, across);
    return flip ? after(stretched, mirroredAt(70)) : stretched;
  });

test('the way back leads back, and one after the other is both', () => {
  fc.assert(
    fc.property(way, way, place, (one, other, at) => {
      const back = carried(inverse(one), carried(one, at));
      expect(Math.hypot(back.x - at.x, back.y - at.y)).toBeLessThan(1e-6);
      const both = carried(after(one, other), at);
      const steps = carried(other, carried(one, at));
      expect(Math.hypot(both.x - steps.x, both.y - steps.y)).toBeLessThan(1e-6);
    }),
  );
});

test('a stretch holds its place, and is as long as it says along its direction and across it', () => {
  fc.assert(
    fc.property(place, number(-3, 3), number(0.3, 3), number(0.3, 3), (at, direction, along, across) => {
      const stretch = stretchedAbout(at, direction, along, across);
      const far = (angle: number) => {
        const there = carried(stretch, { x: at.x + 10 * Math.cos(angle), y: at.y + 10 * Math.sin(angle) });
        return Math.hypot(there.x - at.x, there.y - at.y) / 10;
      };
      expect(far(direction)).toBeCloseTo(along, 6);
      expect(far(direction + Math.PI / 2)).toBeCloseTo(across, 6);
    }),
  );
});

function speckled(seed: number): PlacedBitmap {
  const one = createPlaced({ x: 5, y: -3, width: 9, height: 7 });
  for (let i = 0; i < one.data.length; i++) one.data[i] = (seed * (i + 7) * 2654435761) >>> 24;
  for (let i = 3; i < one.data.length; i += 4) one.data[i] = 255;
  return one;
}

test('mirrored twice, and moved there and back, a picture is itself to the bit', () => {
  fc.assert(
    fc.property(fc.nat(), fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }), (seed, e, f) => {
      const picture = speckled(seed + 1);
      const flip = mirroredAt(e);
      const twice = transformPicture(transformPicture(picture, flip) as PlacedBitmap, flip);
      expect(twice).toEqual(picture);
      const moved = transformPicture(picture, { ...STAY, e, f }) as PlacedBitmap;
      expect([moved.x, moved.y]).toEqual([picture.x + e, picture.y + f]);
      expect(moved.data).toEqual(picture.data);
    }),
  );
});

test('a plain picture stays plain when it is scaled: its colour to the bit, its area by the square', () => {
  const plain = createPlaced({ x: 20, y: 10, width: 60, height: 40 });
  for (let i = 0; i < plain.data.length; i += 4) plain.data.set([200, 90, 40, 255], i);
  for (const factor of [0.31, 0.5, 0.95, 1.05, 1.7]) {
    const scaled = transformPicture(plain, stretchedAbout({ x: 50, y: 30 }, 0, factor, factor)) as PlacedBitmap;
    let covered = 0;
    for (let i = 0; i < scaled.data.length; i += 4) {
      covered += scaled.data[i + 3] / 255;
      if (scaled.data[i + 3] > 0) expect([...scaled.data.subarray(i, i + 3)]).toEqual([200, 90, 40]);
    }
    expect(covered / (60 * 40 * factor ** 2)).toBeCloseTo(1, 1);
  }
});
