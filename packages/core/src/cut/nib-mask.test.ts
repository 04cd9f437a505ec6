import fc from 'fast-check';
import { box, draw } from '../testing/drawing.js';
import { maskArea } from '../raster/mask.js';
import { sampleMask } from '../raster/sample.js';
import { strokeMask } from '../raster/stroke-mask.js';
import { nibMask } from './nib-mask.js';

/** A sleeve in blue beside a coat in brown, on paper. */
const design = draw(80, 60, [
  { shape: box(10, 10, 40, 50), colour: [60, 90, 150] },
  { shape: box(40, 10, 70, 50), colour: [130, 90, 60] },
]);
const taken = (hardness: number, stroke = [30, 20, 16, 30, 40, 16]) => nibMask(design, stroke, hardness);

test('a soft nib along a border keeps to the paint that its core lies on; a hard one takes what it goes over', () => {
  const [hard, soft] = [taken(1), taken(0.5)];
  expect(sampleMask(hard, 43.5, 30.5)).toBe(255);
  expect(sampleMask(soft, 43.5, 30.5)).toBe(0);
  expect(sampleMask(soft, 38.5, 30.5)).toBe(255);
  // What its core goes over it takes, whatever it is.
  expect(sampleMask(taken(0.5, [38, 30, 16]), 43.5, 30.5)).toBe(255);
});

test('the softer, the less is taken: never less than the core, never more than the whole nib', () => {
  const [least, most] = [fc.double({ min: 0.1, max: 1, noNaN: true }), fc.integer({ min: -4, max: 84 })];
  fc.assert(
    fc.property(most, most, fc.integer({ min: 1, max: 30 }), least, (x, y, radius, hardness) => {
      const stroke = [x, y, radius];
      const soft = nibMask(design, stroke, hardness);
      const [core, whole] = [strokeMask([x, y, radius * hardness], design), strokeMask(stroke, design)];
      expect(maskArea(soft)).toBeLessThanOrEqual(maskArea(whole));
      for (let i = 0; i < core.data.length; i++) {
        if (core.data[i] === 0) continue;
        const [px, py] = [core.x + (i % core.width), core.y + Math.floor(i / core.width)];
        expect(sampleMask(soft, px + 0.5, py + 0.5)).toBe(255);
      }
    }),
    { numRuns: 60 },
  );
});
