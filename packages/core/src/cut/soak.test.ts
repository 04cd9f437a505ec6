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

describe('an eye', () => {
  const WHITE = [250, 248, 240] as const;
  const IRIS = [90, 140, 90] as const;
  const disc = { iris: circle(60, 50, 22), pupil: circle(68, 48, 12), ring: circle(60, 50, 25) };
  const wide = (radius: number) => (x: number, y: number) => radius - Math.abs(Math.hypot(x - 60, y - 130) - 95);
  /** A pupil so near to the iris's edge that the iris is 2 px wide there, and lid lines that meet the iris's ring. */
  const eye = draw(120, 100, [
    { shape: box(10, 10, 110, 90), colour: WHITE },
    { shape: wide(4), colour: INK },
    { shape: disc.ring, colour: INK },
    { shape: disc.iris, colour: IRIS },
    { shape: disc.pupil, colour: [30, 24, 30] },
    { shape: circle(52, 42, 4), colour: WHITE },
  ]);
  const truth = inside(120, 100, (x, y) => Math.min(disc.iris(x, y), -disc.pupil(x, y), -circle(52, 42, 4)(x, y)));

  test.each([0, 4, 8, 14])('gives the whole iris, also where it is narrow, with a gap of %d px', (gap) => {
    const { mask } = take(eye, 46, 58, { gap, takeOutline: false, tolerance: 12 });
    expect(overlapShare(mask, truth)).toBeGreaterThan(0.93);
    expect(mask.data[(48 - mask.y) * mask.width + 81 - mask.x]).toBeGreaterThan(0);
  });

  test('gives the iris with its ring, and nothing of the lines that join it', () => {
    const { mask } = take(eye, 46, 58, { gap: 6, takeOutline: true, lineWidth: 8, tolerance: 12 });
    let outside = 0;
    let missing = 0;
    for (let y = 0; y < 100; y++)
      for (let x = 0; x < 120; x++) {
        const [px, py] = [x - mask.x, y - mask.y];
        const has = px >= 0 && py >= 0 && px < mask.width && py < mask.height && mask.data[py * mask.width + px] > 0;
        const deep = disc.ring(x + 0.5, y + 0.5);
        if (has && deep < -1.5) outside++;
        if (!has && deep > 0.7 && disc.pupil(x + 0.5, y + 0.5) < -10 && deep < 2.5) missing++;
      }
    expect({ outside, missing }).toEqual({ outside: 0, missing: 0 });
  });
});

test('a narrow place that leads nowhere is the region’s own; one that leads on parts it in the middle', () => {
  const tip = draw(120, 60, [
    { shape: box(5, 10, 50, 50), colour: RED },
    { shape: box(50, 28, 100, 31), colour: RED },
  ]);
  expect(take(tip, 20, 30, { gap: 8, takeOutline: false }).area).toBe(45 * 40 + 50 * 3);
  const bridge = draw(120, 60, [
    { shape: box(5, 10, 50, 50), colour: RED },
    { shape: box(50, 28, 70, 31), colour: RED },
    { shape: box(70, 10, 115, 50), colour: RED },
  ]);
  const { mask } = take(bridge, 20, 30, { gap: 8, takeOutline: false });
  const last = mask.data.reduce((most, v, i) => (v ? Math.max(most, (i % mask.width) + mask.x) : most), 0);
  expect(last).toBeGreaterThanOrEqual(57);
  expect(last).toBeLessThanOrEqual(62);
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
