import type { Rgb } from '../raster/colour.js';
import { createPlaced } from '../raster/bitmap.js';
import { box, circle, draw } from '../testing/drawing.js';
import { cleanMatte, findBackdrop, findSpecks } from './clean-matte.js';
import { colourName, takePalette } from './palette.js';

const PAPER: Rgb = [250, 246, 238];
const COAT: Rgb = [196, 72, 58];
const SIZE = 100;
const ring = (x: number, y: number) => Math.min(circle(50, 50, 36)(x, y), -circle(50, 50, 14)(x, y));

test('a plain backdrop is found and removed; its edge gets back the colour and the coverage it was drawn with', () => {
  const picture = draw(SIZE, SIZE, [{ shape: circle(50, 50, 36), colour: COAT }], PAPER);
  const truth = draw(SIZE, SIZE, [{ shape: circle(50, 50, 36), colour: COAT }]);
  expect(findBackdrop(picture)).toMatchObject({ colour: PAPER, share: 1 });
  const cleaned = cleanMatte(picture);
  if (!cleaned) throw new Error('no backdrop');
  let worstAlpha = 0;
  let colour = 0;
  let edge = 0;
  for (let i = 0; i < truth.data.length; i += 4) {
    worstAlpha = Math.max(worstAlpha, Math.abs(cleaned.design.data[i + 3] - truth.data[i + 3]));
    if (truth.data[i + 3] < 40 || truth.data[i + 3] > 215) continue;
    edge++;
    colour += Math.hypot(...[0, 1, 2].map((c) => cleaned.design.data[i + c] - COAT[c]));
  }
  expect(worstAlpha).toBeLessThan(14);
  expect(colour / edge).toBeLessThan(12);
});

test('holes that show the backdrop are offered, and opened only when asked', () => {
  const picture = draw(SIZE, SIZE, [{ shape: ring, colour: COAT }], PAPER);
  const alphaAtMiddle = (opened: number[]) =>
    cleanMatte(picture, { openHoles: opened })?.design.data[(50 * SIZE + 50) * 4 + 3];
  expect(cleanMatte(picture)?.holes).toHaveLength(1);
  expect(alphaAtMiddle([])).toBe(255);
  expect(alphaAtMiddle([0])).toBe(0);
});

test('a picture with paint on every side, or bare paper, has no backdrop', () => {
  expect(
    findBackdrop(
      draw(
        40,
        40,
        [
          { shape: box(0, 0, 20, 41), colour: COAT },
          { shape: box(20, 0, 41, 41), colour: [30, 60, 90] },
        ],
        PAPER,
      ),
    ),
  ).toBeNull();
  expect(findBackdrop(draw(40, 40, [{ shape: circle(20, 20, 12), colour: COAT }]))).toBeNull();
});

test('specks and haze are found; the figure and its soft edge are not', () => {
  const design = draw(SIZE, SIZE, [
    { shape: circle(50, 50, 30), colour: COAT },
    { shape: circle(8, 8, 2), colour: COAT },
  ]);
  for (let x = 84; x < 96; x++) design.data.set([10, 10, 10, 6], (92 * SIZE + x) * 4);
  const found = findSpecks(design);
  expect(found.specks).toHaveLength(1);
  expect(found.haze).toBe(12);
  expect(found.mask.data[50 * SIZE + 21]).toBe(0);
  expect(found.mask.data[8 * SIZE + 8]).toBe(255);
});

test('the palette gives each paint its share, largest first, and plain names', () => {
  const design = draw(SIZE, SIZE, [
    { shape: box(0, 0, 100, 100), colour: [58, 96, 148] },
    { shape: box(0, 60, 100, 100), colour: COAT },
  ]);
  const palette = takePalette(design);
  expect(palette.slice(0, 2).map((c) => Math.round(c.share * 10))).toEqual([6, 4]);
  expect(palette[0].name).toMatch(/blue/);
  expect(palette.reduce((sum, c) => sum + c.share, 0)).toBeLessThanOrEqual(1.0001);
  expect([colourName([0, 0, 0]), colourName([255, 255, 255]), colourName([128, 128, 128])]).toEqual([
    'black',
    'white',
    'grey',
  ]);
  expect(takePalette(createPlaced({ x: 0, y: 0, width: 4, height: 4 }))).toEqual([]);
});
