import fc from 'fast-check';
import { maskArea } from '../raster/mask.js';
import { fillLoop } from '../raster/polygon.js';
import { inMouth } from './mouth-inside.js';

const canvas = { x: 0, y: 0, width: 300, height: 300 };
const oval = (wide: number, high: number, bow: number) =>
  Array.from({ length: 80 }, (_, k) => (k / 80) * 2 * Math.PI).flatMap((a) => [
    150 + wide * Math.cos(a),
    150 + high * Math.sin(a) + bow * Math.cos(a) ** 2,
  ]);

test('teeth and tongue lie within any mouth, the teeth along its upper side and the tongue on its lower', () => {
  const size = fc.record({ wide: fc.integer({ min: 20, max: 120 }), high: fc.integer({ min: 10, max: 60 }) });
  fc.assert(
    fc.property(size, fc.integer({ min: -40, max: 40 }), ({ wide, high }, bow) => {
      const mouth = oval(wide, high, (bow / 100) * high);
      const within = fillLoop(mouth, canvas);
      const parts = (['teeth', 'tongue'] as const).map((what) => fillLoop(inMouth(what, mouth) ?? [], canvas));
      for (const part of parts) {
        expect(maskArea(part)).toBeGreaterThan(0.05 * maskArea(within));
        expect(maskArea(part)).toBeLessThan(0.6 * maskArea(within));
        let outside = 0;
        for (let y = 0; y < part.height; y++)
          for (let x = 0; x < part.width; x++) {
            const at = (part.y + y - within.y) * within.width + part.x + x - within.x;
            if (part.data[y * part.width + x] > 0 && !(within.data[at] > 0)) outside++;
          }
        // A corner between two columns that were looked at.
        expect(outside).toBeLessThan(0.02 * maskArea(within) + 8);
      }
      const middle = (part: { y: number; height: number }) => part.y + part.height / 2;
      expect(middle(parts[0])).toBeLessThan(middle(parts[1]));
    }),
    { numRuns: 40 },
  );
});

test.each([[[]], [[10, 10, 20, 10]], [[10, 10, 10, 20, 10, 30]]])(
  'a contour without an inside has none: %j',
  (line) => {
    expect(inMouth('teeth', line)).toBeNull();
    expect(inMouth('tongue', line)).toBeNull();
  },
);
