import fc from 'fast-check';
import { box, circle, inside } from '../testing/drawing.js';
import { createPlacedMask, maskArea, type PlacedMask } from './mask.js';
import { distanceField } from './distance-field.js';
import { growMask, holesOf, islandsOf, reachOf, shrinkMask, stepsTo, trimMask } from './morphology.js';
import { rimOf } from './rim.js';
import { fromRuns, toRuns } from './runs.js';

const anyMask = fc
  .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }), fc.integer({ min: -5, max: 5 }))
  .chain(([width, height, x]) =>
    fc.array(fc.boolean(), { minLength: width * height, maxLength: width * height }).map((bits): PlacedMask => {
      const mask = createPlacedMask({ x, y: -x, width, height });
      bits.forEach((on, i) => (mask.data[i] = on ? 255 : 0));
      return mask;
    }),
  );

test('a mask written as runs is read back as it was', () => {
  fc.assert(
    fc.property(anyMask, (mask) => {
      const runs = toRuns(mask);
      expect(fromRuns(runs)).toEqual(mask);
      expect(maskArea(fromRuns(runs))).toBe(maskArea(mask));
    }),
  );
});

test('runs that do not fit into their rectangle are refused', () => {
  const rect = { x: 0, y: 0, width: 3, height: 2 };
  for (const runs of ['H', 'AJ', 'B,', 'g', 'ggggggg', '\u1234'])
    expect(() => fromRuns({ ...rect, runs })).toThrow(RangeError);
});

test('growing and shrinking a disc by n px changes its radius by n', () => {
  const canvas = { x: 0, y: 0, width: 120, height: 120 };
  const disc = inside(120, 120, circle(60, 60, 30));
  const radius = (mask: PlacedMask | null) => (mask ? Math.sqrt(maskArea(mask) / Math.PI) : 0);
  for (const by of [1, 3, 7]) {
    expect(radius(growMask(disc, by, canvas))).toBeCloseTo(30 + by, 0);
    expect(radius(shrinkMask(disc, by))).toBeCloseTo(30 - by, 0);
  }
  expect(radius(shrinkMask(growMask(disc, 5, canvas), 5))).toBeCloseTo(30, 0);
});

test('what is within reach is what the distance field says', () => {
  fc.assert(
    fc.property(anyMask, fc.double({ min: 0, max: 14, noNaN: true }), (mask, by) => {
      const far = distanceField(mask);
      expect([...reachOf(mask, by)]).toEqual([...far].map((d) => (d <= by ? 255 : 0)));
    }),
  );
});

test('the rim of a mask is what lies within reach of it, each with the pixel that is nearest', () => {
  fc.assert(
    fc.property(anyMask, fc.double({ min: 0, max: 14, noNaN: true }), (mask, by) => {
      const rim = rimOf(mask, by);
      const far = distanceField(mask);
      const about = [...far.keys()].filter((i) => mask.data[i] === 0 && far[i] <= by);
      expect(rim.at).toEqual(about);
      rim.at.forEach((i, k) => {
        const near = rim.nearest[k];
        expect(mask.data[near]).toBe(255);
        const [dx, dy] = [
          (i % mask.width) - (near % mask.width),
          Math.trunc(i / mask.width) - Math.trunc(near / mask.width),
        ];
        expect(rim.far[k]).toBeCloseTo(Math.hypot(dx, dy), 9);
        expect(rim.far[k]).toBeCloseTo(far[i], 5);
      });
    }),
  );
});

test('steps to what is marked are the most of columns and rows to the nearest of it', () => {
  const picture = fc.tuple(fc.integer({ min: 1, max: 14 }), fc.integer({ min: 1, max: 14 })).chain(([width, height]) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      marks: fc.array(fc.nat(width * height - 1), { maxLength: 5 }),
    }),
  );
  fc.assert(
    fc.property(picture, ({ width, height, marks }) => {
      const marked = new Uint8Array(width * height);
      for (const at of marks) marked[at] = 255;
      const naive = [...marked].map((_, i) =>
        marks.reduce((least, at) => {
          const [dx, dy] = [(i % width) - (at % width), Math.floor(i / width) - Math.floor(at / width)];
          return Math.min(least, Math.max(Math.abs(dx), Math.abs(dy)));
        }, 65535),
      );
      expect([...stepsTo(marked, { width, height })]).toEqual(naive);
    }),
  );
});

test('holes and islands are told apart, however many there are', () => {
  const sheet = inside(100, 60, (x, y) =>
    Math.max(
      Math.min(box(4, 4, 56, 56)(x, y), -circle(20, 20, 6)(x, y), -circle(40, 40, 8)(x, y)),
      circle(80, 30, 9)(x, y),
    ),
  );
  expect(maskArea(holesOf(sheet))).toBe(
    maskArea(inside(100, 60, circle(20, 20, 6))) + maskArea(inside(100, 60, circle(40, 40, 8))),
  );
  const islands = islandsOf(sheet);
  expect(islands).toHaveLength(2);
  expect(islands.reduce((sum, island) => sum + maskArea(island), 0)).toBe(maskArea(sheet));
});

test('trimming keeps every pixel and leaves no empty margin', () => {
  fc.assert(
    fc.property(anyMask, (mask) => {
      const trimmed = trimMask(mask);
      if (!trimmed) return expect(maskArea(mask)).toBe(0);
      expect(maskArea(trimmed)).toBe(maskArea(mask));
      const row = (y: number) => trimmed.data.subarray(y * trimmed.width, (y + 1) * trimmed.width).some((v) => v > 0);
      expect(row(0) && row(trimmed.height - 1)).toBe(true);
    }),
  );
});
