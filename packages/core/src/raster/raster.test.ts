import fc from 'fast-check';
import { createBitmap, cropPlaced, paintArea, trimToPaint, wordsOf, type PlacedBitmap } from './bitmap.js';
import { colourDistance, fromHex, toHex, toLab } from './colour.js';
import { compareBitmaps } from './compare.js';
import { composite } from './composite.js';
import { contours } from './contours.js';
import { distanceField } from './distance-field.js';
import { connectedRegions, createMask, type Mask } from './mask.js';
import { fillLoop } from './polygon.js';
import { sampleBitmap } from './sample.js';
import { makeSmaller } from './smaller.js';

const maskOf = (width: number, height: number, bits: readonly number[]): Mask => ({
  width,
  height,
  data: Uint8Array.from(bits, (b) => b * 255),
});
const anyMask = fc
  .tuple(fc.integer({ min: 1, max: 14 }), fc.integer({ min: 1, max: 14 }))
  .chain(([w, h]) =>
    fc.array(fc.integer({ min: 0, max: 1 }), { minLength: w * h, maxLength: w * h }).map((bits) => maskOf(w, h, bits)),
  );

const anyBitmap = (width: number, height: number) =>
  fc
    .uint8Array({ minLength: width * height * 4, maxLength: width * height * 4 })
    .map((data): PlacedBitmap => ({ x: 0, y: 0, width, height, data: new Uint8Array(data) }));

test('distanceField is the distance to the nearest inside pixel, by looking at all of them', () => {
  fc.assert(
    fc.property(anyMask, (mask) => {
      const nearest = new Int32Array(mask.data.length);
      const field = distanceField(mask, { nearest });
      for (let i = 0; i < field.length; i++) {
        let best = Infinity;
        for (let j = 0; j < field.length; j++) {
          if (mask.data[j] === 0) continue;
          best = Math.min(
            best,
            Math.hypot((i % mask.width) - (j % mask.width), Math.floor(i / mask.width) - Math.floor(j / mask.width)),
          );
        }
        expect(field[i]).toBeCloseTo(best, 4);
        const n = nearest[i];
        if (best === Infinity) expect(n).toBe(-1);
        else
          expect(
            Math.hypot((i % mask.width) - (n % mask.width), Math.floor(i / mask.width) - Math.floor(n / mask.width)),
          ).toBeCloseTo(best, 4);
      }
    }),
  );
});

test('compositing copies opaque paint, leaves what is under blank paint, and follows source-over in between', () => {
  fc.assert(
    fc.property(anyBitmap(5, 4), anyBitmap(5, 4), (back, front) => {
      const out = composite(5, 4, [back, front]);
      for (let i = 0; i < out.data.length; i += 4) {
        const fa = front.data[i + 3] / 255;
        const ba = back.data[i + 3] / 255;
        const alpha = fa + ba * (1 - fa);
        expect(Math.abs(out.data[i + 3] - alpha * 255)).toBeLessThanOrEqual(1);
        for (let c = 0; c < 3 && alpha > 0; c++) {
          const value = (front.data[i + c] * fa + back.data[i + c] * ba * (1 - fa)) / alpha;
          expect(Math.abs(out.data[i + c] - value) * alpha).toBeLessThanOrEqual(1.01);
        }
      }
    }),
  );
});

test('comparing a picture with itself finds nothing, and one changed pixel is found where it is', () => {
  fc.assert(
    fc.property(anyBitmap(6, 5), fc.nat(29), (picture, at) => {
      expect(compareBitmaps(picture, picture)).toMatchObject({ differing: 0, largest: 0, bounds: null });
      const other = { ...picture, data: picture.data.slice() };
      other.data[at * 4 + 3] = picture.data[at * 4 + 3] > 127 ? 0 : 255;
      const { differing, bounds } = compareBitmaps(picture, other);
      expect(differing).toBe(1);
      expect(bounds).toEqual({ x: at % 6, y: Math.floor(at / 6), width: 1, height: 1 });
    }),
  );
  expect(() => compareBitmaps(createBitmap(2, 2), createBitmap(2, 3))).toThrow(RangeError);
});

test('trimming keeps every painted pixel in its place', () => {
  fc.assert(
    fc.property(anyBitmap(7, 6), (picture) => {
      for (let i = 3; i < picture.data.length; i += 4) if (picture.data[i] < 200) picture.data[i] = 0;
      const trimmed = trimToPaint(picture);
      if (!trimmed) return expect(paintArea(picture)).toBe(0);
      expect(compareBitmaps(cropPlaced(trimmed, picture), picture).differing).toBe(0);
      expect(paintArea(trimmed)).toBe(paintArea(picture));
    }),
  );
});

test('cropping beside a picture, on any side, gives blank paint of the size asked for', () => {
  const number = fc.integer({ min: -12, max: 12 });
  fc.assert(
    fc.property(
      anyBitmap(4, 3),
      number,
      number,
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 9 }),
      (picture, x, y, width, height) => {
        const crop = cropPlaced(picture, { x, y, width, height });
        expect(crop.data).toHaveLength(width * height * 4);
        const apart = x >= 4 || y >= 3 || x + width <= 0 || y + height <= 0;
        if (apart) expect(paintArea(crop)).toBe(0);
      },
    ),
  );
});

test('contours enclose the area of what they go round, holes the other way', () => {
  const disc = createMask(80, 80);
  for (let i = 0; i < disc.data.length; i++) {
    const d = Math.hypot((i % 80) + 0.5 - 40.3, Math.floor(i / 80) + 0.5 - 39.6);
    disc.data[i] = Math.round(255 * Math.max(0, Math.min(1, 30.5 - d)) * Math.max(0, Math.min(1, d - 9.5)));
  }
  const areas = contours(disc).map((contour) => {
    let twice = 0;
    for (let i = 0, j = contour.length - 2; i < contour.length; j = i, i += 2)
      twice += contour[j] * contour[i + 1] - contour[i] * contour[j + 1];
    return twice / 2;
  });
  expect(areas).toHaveLength(2);
  expect(-areas[0]).toBeCloseTo(Math.PI * 900, -1);
  expect(areas[1]).toBeCloseTo(Math.PI * 100, -1);
});

test('every contour closes, and shapes at the border are closed along it', () => {
  fc.assert(
    fc.property(anyMask, (mask) => {
      const found = contours(mask);
      const { regions } = connectedRegions(mask);
      if (regions.length === 0) expect(found).toHaveLength(0);
      else expect(found.length).toBeGreaterThan(0);
      for (const contour of found)
        for (let i = 0; i < contour.length; i += 2) {
          const j = (i + 2) % contour.length;
          expect(Math.hypot(contour[j] - contour[i], contour[j + 1] - contour[i + 1])).toBeLessThan(1.5);
        }
    }),
  );
});

test('connected regions share out exactly the inside pixels, largest first', () => {
  fc.assert(
    fc.property(anyMask, (mask) => {
      const { labels, regions } = connectedRegions(mask);
      const counted = regions.map((_, index) => labels.reduce((n, label) => n + (label === index + 1 ? 1 : 0), 0));
      expect(counted).toEqual(regions.map((r) => r.area));
      expect([...regions].sort((a, b) => b.area - a.area)).toEqual(regions);
      labels.forEach((label, i) => expect(label > 0).toBe(mask.data[i] > 127));
    }),
  );
});

test('a loop fills the pixels whose centre it holds', () => {
  const mask = fillLoop([2, 2, 6, 2, 6, 5, 2, 5], { x: 0, y: 0, width: 10, height: 10 });
  expect(mask).toMatchObject({ x: 2, y: 2, width: 4, height: 3 });
  expect(mask.data.every((v) => v === 255)).toBe(true);
  const outside = fillLoop([-5, -5, 3, -5, 3, 1.4, -5, 1.4], { x: 0, y: 0, width: 10, height: 10 });
  expect(outside.data.reduce((n, v) => n + (v ? 1 : 0), 0)).toBe(3);
});

test('colours: black to white is 100 apart, hex goes there and back', () => {
  expect(colourDistance([0, 0, 0], [255, 255, 255])).toBeCloseTo(100, 1);
  expect(toLab(255, 255, 255)[0]).toBeCloseTo(1, 4);
  fc.assert(
    fc.property(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), (rgb) => expect(fromHex(toHex(rgb))).toEqual(rgb)),
  );
  expect(() => fromHex('red')).toThrow(RangeError);
});

test('sampling at a pixel’s centre gives the pixel, beside the picture gives nothing', () => {
  fc.assert(
    fc.property(anyBitmap(4, 4), fc.nat(15), (picture, at) => {
      const out = sampleBitmap(picture, (at % 4) + 0.5, Math.floor(at / 4) + 0.5, new Float64Array(4));
      expect(out[3]).toBeCloseTo(picture.data[at * 4 + 3], 6);
      if (out[3] > 0) expect(out[0]).toBeCloseTo(picture.data[at * 4], 6);
      expect(sampleBitmap(picture, -5, 2, out)[3]).toBe(0);
    }),
  );
  expect(wordsOf({ width: 1, height: 1, data: new Uint8Array(9).subarray(1, 5) })).toHaveLength(1);
});

test('pieces made smaller add up to the picture made smaller, wherever they lie on the grid', () => {
  const scene = fc.record({
    picture: anyBitmap(13, 11),
    by: fc.integer({ min: 1, max: 6 }),
    at: fc.integer({ min: 0, max: 9 }),
    across: fc.integer({ min: 1, max: 12 }),
  });
  fc.assert(
    fc.property(scene, ({ picture, by, at, across }) => {
      const whole = { ...picture, x: at, y: 2 * at };
      const { x, y, width, height } = whole;
      const small = makeSmaller(whole, by);
      const parts = [
        makeSmaller(cropPlaced(whole, { x, y, width: across, height }), by),
        makeSmaller(cropPlaced(whole, { x: x + across, y, width: width - across, height }), by),
      ];
      for (let row = 0; row < small.height; row++)
        for (let column = 0; column < small.width; column++) {
          const alphas = parts.map((part) => alphaAt(part, small.x + column, small.y + row));
          const alpha = alphaAt(small, small.x + column, small.y + row);
          expect(Math.abs(alphas[0] + alphas[1] - alpha)).toBeLessThanOrEqual(1);
        }
    }),
  );
});

test('a picture made smaller has the mean of each cell, weighted by alpha', () => {
  const data = Uint8Array.of(200, 0, 0, 255, 99, 99, 99, 0, 0, 100, 0, 255, 0, 0, 0, 0);
  const small = makeSmaller({ width: 2, height: 2, x: 4, y: 6, data }, 2);
  expect(small).toMatchObject({ x: 2, y: 3, width: 1, height: 1 });
  expect([...small.data]).toEqual([100, 50, 0, 128]);
  const same = makeSmaller({ width: 2, height: 2, x: 4, y: 6, data }, 1);
  expect(compareBitmaps(same, { width: 2, height: 2, data })).toMatchObject({ differing: 0 });
});

/** A picture's alpha at a place, 0 outside it. */
function alphaAt(picture: PlacedBitmap, x: number, y: number): number {
  const [column, row] = [x - picture.x, y - picture.y];
  if (column < 0 || row < 0 || column >= picture.width || row >= picture.height) return 0;
  return picture.data[(row * picture.width + column) * 4 + 3];
}
