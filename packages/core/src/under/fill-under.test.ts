import { mapOwners } from '../cut/owners.js';
import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { maskArea, coverageOf, type PlacedMask } from '../raster/mask.js';
import { box, inside } from '../testing/drawing.js';
import { brushBeneath } from './brush-beneath.js';
import { fillUnder, type FillMode } from './fill-under.js';

const [width, height] = [160, 120];
const NO_LINE = { width: 0, colour: [0, 0, 0] as const };

/** A sheet of paint, of which the right part is cut away to be filled. */
function filled(paint: (x: number, y: number) => Rgb, mode?: FillMode) {
  const face: PlacedBitmap = createPlaced({ x: 0, y: 0, width: 110, height });
  for (let i = 0; i < 110 * height; i++) face.data.set([...paint(i % 110, Math.floor(i / 110)), 255], i * 4);
  const region: PlacedMask = inside(width, height, box(110, 0, width, height));
  const made = fillUnder({ face, region, mode, line: NO_LINE, outlines: [] });
  if (!made) throw new Error('nothing filled');
  const errors: number[] = [];
  for (let y = 0; y < height; y++)
    for (let x = 110; x < width; x++) {
      const i = ((y - made.paint.y) * made.paint.width + x - made.paint.x) * 4;
      const [r, g, b] = made.paint.data.subarray(i);
      errors.push(colourDistance([r, g, b], paint(x, y)));
    }
  return { mode: made.mode, mean: errors.reduce((sum, e) => sum + e, 0) / errors.length, made };
}

test('flat paint goes on flat', () => {
  const { mode, mean } = filled(() => [190, 120, 60]);
  expect([mode, mean]).toEqual(['flat', 0]);
});

test('stripes go on across the border at their own period and direction', () => {
  const stripes = (x: number, y: number): Rgb => ((x + 2 * y) % 18 < 9 ? [220, 200, 170] : [120, 70, 60]);
  const { mode, mean } = filled(stripes);
  expect(mode).toBe('continue');
  expect(mean).toBeLessThan(0.5);
});

test('dots go on in their grid, and a border between two paints along itself', () => {
  const dots = (x: number, y: number): Rgb =>
    Math.hypot((x % 16) - 8, (y % 16) - 8) < 5 ? [250, 240, 220] : [160, 60, 70];
  expect(filled(dots).mean).toBeLessThan(0.5);
  expect(filled((_x, y): Rgb => (y < 60 ? [200, 150, 90] : [60, 90, 150])).mean).toBeLessThan(0.5);
});

test('shading goes on smoothly where that is asked for, and a mode that is asked for is kept', () => {
  const shade = (_x: number, y: number): Rgb => [120 + y, 100 + y / 2, 80];
  const { mode, mean } = filled(shade, 'smooth');
  expect(mode).toBe('smooth');
  expect(mean).toBeLessThan(4);
  expect(filled(shade, 'flat').mode).toBe('flat');
});

test('the outline is drawn on the inner side of the contour, as wide as it is', () => {
  const face = createPlaced({ x: 0, y: 0, width: 100, height });
  for (let i = 0; i < face.data.length; i += 4) face.data.set([200, 160, 90, 255], i);
  const region = inside(width, height, box(100, 0, 140, height));
  const made = fillUnder({
    face,
    region,
    line: { width: 6, colour: [40, 30, 50] },
    outlines: [[140, 0, 140, height]],
  });
  const at = (x: number) => {
    const { paint } = made as NonNullable<typeof made>;
    const i = ((60 - paint.y) * paint.width + x - paint.x) * 4;
    return [...paint.data.subarray(i, i + 3)];
  };
  expect(at(138)).toEqual([40, 30, 50]);
  expect(at(135)).toEqual([40, 30, 50]);
  expect(at(131)).toEqual([200, 160, 90]);
});

describe('the brush beneath', () => {
  const design = createPlaced({ x: 0, y: 0, width, height });
  for (let i = 0; i < design.data.length; i += 4) design.data.set([100, 100, 100, 255], i);
  const left = inside(width, height, box(0, 0, 80, height));
  const right = inside(width, height, box(80, 0, width, height));
  const faceOf = (mask: PlacedMask): PlacedBitmap => {
    const face = createPlaced(mask);
    for (let i = 0; i < mask.data.length; i++) if (mask.data[i] > 0) face.data.set([100, 100, 100, 255], i * 4);
    return face;
  };
  const owners = mapOwners([faceOf(left), faceOf(right)], { x: 0, y: 0, width, height });
  const stroke = { colour: [200, 30, 40] as const, softness: 0, erase: false };

  test('paints only where another piece lies in front, whatever the stroke touches', () => {
    const made = brushBeneath(null, { ...stroke, stroke: [70, 60, 20, 100, 60, 20] }, 0, () => owners, design);
    if (!made.ok || !made.beneath) throw new Error('no paint');
    expect(made.beneath.x).toBe(80);
    expect(maskArea(coverageOf(made.beneath))).toBeGreaterThan(1000);
  });

  test('says so where it touches nothing hidden', () => {
    expect(brushBeneath(null, { ...stroke, stroke: [30, 60, 20] }, 0, () => owners, design)).toMatchObject({
      code: 'not-hidden',
    });
    // Nothing lies in front of the piece in front.
    expect(brushBeneath(null, { ...stroke, stroke: [120, 60, 20] }, 1, () => owners, design)).toMatchObject({
      code: 'not-hidden',
    });
  });

  test('takes hidden paint away again, softly at its edge', () => {
    const painted = brushBeneath(null, { ...stroke, stroke: [110, 60, 25] }, 0, () => owners, design);
    if (!painted.ok) throw new Error('no paint');
    const soft = brushBeneath(
      painted.beneath,
      { ...stroke, stroke: [110, 60, 10], softness: 1, erase: true },
      0,
      () => owners,
      design,
    );
    if (!soft.ok || !soft.beneath) throw new Error('no paint');
    const alpha = (x: number) =>
      soft.beneath?.data[((60 - soft.beneath.y) * soft.beneath.width + x - soft.beneath.x) * 4 + 3] ?? 0;
    expect(alpha(110)).toBeLessThan(20);
    expect(alpha(105)).toBeGreaterThan(80);
    expect(alpha(125)).toBe(255);
    const gone = brushBeneath(
      painted.beneath,
      { ...stroke, stroke: [110, 60, 40], erase: true },
      0,
      () => owners,
      design,
    );
    expect(gone).toEqual({ ok: true, beneath: null });
  });
});
