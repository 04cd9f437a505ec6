import fc from 'fast-check';
import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { composite } from '../raster/composite.js';
import { FINISH_NAMES, USUAL_FINISHES, finishTexture, withFinish, type Finish } from './finish.js';
import { USUAL_OPTIONS, sameOptions } from './package-options.js';

const CANVAS = { width: 48, height: 64 };
const disc = (x: number, y: number, r: number, colour: readonly number[], alpha = 255): PlacedBitmap => {
  const out = createPlaced({ x: 0, y: 0, ...CANVAS });
  for (let py = 0; py < CANVAS.height; py++)
    for (let px = 0; px < CANVAS.width; px++)
      if (Math.hypot(px - x, py - y) < r) out.data.set([...colour, alpha], (py * CANVAS.width + px) * 4);
  return out;
};
const figure = composite(CANVAS.width, CANVAS.height, [
  disc(20, 24, 16, [200, 60, 60]),
  disc(28, 40, 14, [40, 90, 200]),
]);
const placed = { ...figure, x: 0, y: 0 };

test('a finish is what its formula says, channel by channel, and leaves alpha alone', () => {
  const byte = fc.nat(255);
  fc.assert(
    fc.property(
      fc.constantFrom('multiply' as const, 'screen' as const, 'tint' as const),
      fc.double({ min: 0, max: 1, noNaN: true }),
      byte,
      byte,
      fc.integer({ min: 1, max: 255 }),
      (blend, strength, colour, texture, alpha) => {
        const picture = { x: 0, y: 0, width: 1, height: 1, data: Uint8Array.from([colour, colour, colour, alpha]) };
        const sheet = { width: 1, height: 1, data: Uint8Array.from([texture, texture, texture, 255]) };
        const finish: Finish = { ...USUAL_FINISHES.paper, blend, strength };
        const [c, t, s] = [colour / 255, texture / 255, strength];
        const expected = {
          multiply: c * (1 - s + s * t),
          screen: 1 - (1 - c) * (1 - s * t),
          tint: c * (1 - s) + s * t,
        };
        const { data } = withFinish(picture, finish, sheet);
        expect(data[0]).toBe(Math.round(expected[blend] * 255));
        expect(data[3]).toBe(alpha);
      },
    ),
  );
});

test('finishing the pieces or the whole is the same, to 2/255', () => {
  const pieces = [
    disc(20, 24, 16, [200, 60, 60]),
    disc(28, 40, 14, [40, 90, 200], 140),
    disc(24, 30, 6, [250, 240, 90]),
  ];
  for (const name of FINISH_NAMES) {
    const finish = USUAL_FINISHES[name];
    const own = disc(10, 10, 9, [120, 180, 30]);
    const texture = finishTexture(finish, CANVAS, placed, own);
    const whole = { ...composite(CANVAS.width, CANVAS.height, pieces), x: 0, y: 0 };
    const together = withFinish(whole, finish, texture);
    const apart = composite(
      CANVAS.width,
      CANVAS.height,
      pieces.map((piece) => withFinish(piece, finish, texture)),
    );
    expect(compareBitmaps(apart, together).largest).toBeLessThanOrEqual(2);
  }
});

test('textures are opaque, the same every time, and each has a grain of its own', () => {
  const means = FINISH_NAMES.filter((name) => name !== 'tint' && name !== 'own').map((name) => {
    const [once, again] = [0, 1].map(() => finishTexture({ name }, CANVAS, placed, null));
    if (!once || !again) throw new Error('no texture');
    expect(Buffer.compare(once.data, again.data)).toBe(0);
    expect(once.data.filter((_, i) => i % 4 === 3).every((alpha) => alpha === 255)).toBe(true);
    expect(new Set(once.data.filter((_, i) => i % 4 === 0)).size).toBeGreaterThan(6);
    return Buffer.from(once.data).toString('base64');
  });
  expect(new Set(means).size).toBe(4);
  expect(finishTexture({ name: 'tint' }, CANVAS, placed, null)).toBeNull();
});

test('shade along edges is darkest at the silhouette and gone within it', () => {
  const texture = finishTexture({ name: 'edge-shade' }, CANVAS, placed, null);
  const at = (x: number, y: number) => texture?.data[(y * CANVAS.width + x) * 4] ?? -1;
  expect(at(20, 24)).toBe(255);
  expect(at(20, 9)).toBeLessThan(150);
  expect(at(20, 9)).toBeLessThan(at(20, 11));
});

test('two ways to make a package are the same however they were put together', () => {
  const { colour, scope, strength, blend, name, texture } = USUAL_FINISHES.cloth;
  const turned = { texture, name, colour, scope, strength, blend };
  const a = { ...USUAL_OPTIONS, finish: USUAL_FINISHES.cloth };
  expect(sameOptions(a, { ...a, finish: turned, formats: [...a.formats].reverse() })).toBe(true);
  expect(sameOptions(a, { ...a, finish: { ...turned, strength: 0.9 } })).toBe(false);
  expect(sameOptions(a, USUAL_OPTIONS)).toBe(false);
});
