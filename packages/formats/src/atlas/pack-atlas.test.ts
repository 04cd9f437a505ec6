import { LimberError } from '@limber-sheaf/core';
import fc from 'fast-check';
import { packAtlas } from './pack-atlas.js';

const sizes = fc.array(
  fc.record({ width: fc.integer({ min: 1, max: 900 }), height: fc.integer({ min: 1, max: 900 }) }),
  { minLength: 1, maxLength: 60 },
);

test('pictures lie on the sheet, each as large as it is, 2 px from the next and from the edge', () => {
  fc.assert(
    fc.property(sizes, (given) => {
      const { width, height, places } = packAtlas(given);
      expect(places.map((place) => ({ width: place.width, height: place.height }))).toEqual(given);
      for (const [at, a] of places.entries()) {
        expect(Math.min(a.x, a.y, width - a.x - a.width, height - a.y - a.height)).toBeGreaterThanOrEqual(2);
        for (const b of places.slice(at + 1)) {
          const apart = Math.max(b.x - a.x - a.width, a.x - b.x - b.width, b.y - a.y - a.height, a.y - b.y - b.height);
          expect(apart).toBeGreaterThanOrEqual(2);
        }
      }
      expect(packAtlas(given)).toEqual({ width, height, places });
    }),
    { numRuns: 80 },
  );
});

test('a sheet of many pieces is mostly full', () => {
  const given = Array.from({ length: 60 }, (_, n) => ({ width: 60 + ((n * 97) % 500), height: 60 + ((n * 61) % 700) }));
  const { width, height } = packAtlas(given);
  expect(given.reduce((sum, one) => sum + one.width * one.height, 0)).toBeGreaterThan(0.8 * width * height);
});

test('more than one sheet holds is refused in a sentence', () => {
  const given = Array.from({ length: 30 }, () => ({ width: 4000, height: 4000 }));
  expect(() => packAtlas(given)).toThrow(LimberError);
  expect(() => packAtlas(given)).toThrow(/do not fit on one sheet of 16,384 px/);
});
