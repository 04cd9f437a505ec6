import fc from 'fast-check';
import { createPlacedMask } from '../raster/mask.js';
import { box, circle, draw, inside, overlapShare } from '../testing/drawing.js';
import { hugPath } from './hug-path.js';
import { soak } from './soak.js';

const INK = [40, 30, 50] as const;
const RED = [200, 60, 50] as const;
const BLUE = [50, 90, 190] as const;

/** Two rooms with inked walls between them, and a gap of `gap` px in the middle wall. */
const rooms = (gap: number) =>
  draw(120, 80, [
    { shape: box(10, 10, 110, 70), colour: INK },
    { shape: box(14, 14, 58, 66), colour: RED },
    { shape: box(62, 14, 106, 66), colour: RED },
    { shape: box(50, 40 - gap / 2, 70, 40 + gap / 2), colour: RED },
  ]);

const take = (design: Parameters<typeof soak>[0], x: number, y: number, options = {}) => {
  const soaked = soak(design, { x, y }, options);
  if (!soaked.ok) throw new Error(soaked.sentence);
  return soaked;
};

test('a region is soaked up to its outline, and with it where asked', () => {
  const design = rooms(0);
  const bare = take(design, 30, 40, { takeOutline: false });
  expect(overlapShare(bare.mask, inside(120, 80, box(14, 14, 58, 66)))).toBeGreaterThan(0.97);
  const outlined = take(design, 30, 40, { takeOutline: true, lineWidth: 4 });
  expect(overlapShare(outlined.mask, inside(120, 80, box(10, 10, 61, 70)))).toBeGreaterThan(0.93);
});

test('breaks in the line art up to the gap do not leak; wider ones do', () => {
  const inOne = 44 * 52;
  expect(take(rooms(3), 30, 40, { gap: 5, takeOutline: false }).area).toBeLessThan(inOne * 1.1);
  expect(take(rooms(12), 30, 40, { gap: 5, takeOutline: false }).area).toBeGreaterThan(inOne * 1.8);
});

test('soaking stays within what may be taken, and says where there is nothing', () => {
  const design = draw(80, 60, [{ shape: box(10, 10, 70, 50), colour: BLUE }]);
  const within = { ...createPlacedMask({ x: 0, y: 0, width: 80, height: 60 }) };
  for (let i = 0; i < within.data.length; i++) within.data[i] = i % 80 < 40 ? 255 : 0;
  expect(take(design, 20, 30, { within, takeOutline: false }).area).toBe(30 * 40);
  expect(soak(design, { x: 2, y: 2 })).toMatchObject({ ok: false, code: 'nothing-there' });
  expect(soak(design, { x: 60, y: 30 }, { within })).toMatchObject({ ok: false, code: 'nothing-there' });
});

test('what is soaked always holds the seed', () => {
  const design = draw(60, 60, [
    { shape: circle(30, 30, 26), colour: INK },
    { shape: circle(30, 30, 22), colour: RED },
  ]);
  fc.assert(
    fc.property(fc.integer({ min: 16, max: 44 }), fc.integer({ min: 16, max: 44 }), (x, y) => {
      const { mask } = take(design, x, y, { gap: 2 });
      expect(mask.data[(y - mask.y) * mask.width + x - mask.x]).toBeGreaterThan(0);
    }),
    { numRuns: 25 },
  );
});

test('a path that hugs keeps to the drawn edge between two places beside it', () => {
  const design = draw(120, 120, [{ shape: circle(60, 60, 40), colour: BLUE }], [255, 250, 240]);
  const at = (degrees: number, off: number) => ({
    x: 60 + (40 + off) * Math.cos((degrees * Math.PI) / 180),
    y: 60 + (40 + off) * Math.sin((degrees * Math.PI) / 180),
  });
  const path = hugPath(design, at(0, 2), at(70, -2));
  const off: number[] = [];
  for (let i = 8; i < path.length - 8; i += 2) off.push(Math.abs(Math.hypot(path[i] - 60, path[i + 1] - 60) - 40));
  expect(off.length).toBeGreaterThan(15);
  expect(Math.max(...off)).toBeLessThan(2.2);
});
