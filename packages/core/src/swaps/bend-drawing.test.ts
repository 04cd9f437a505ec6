import fc from 'fast-check';
import { createPlaced, paintArea, trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { sampleBitmap } from '../raster/sample.js';
import { bendDrawing } from './bend-drawing.js';
import { findLines } from './keep-line.js';

/** A mouth: a lens with a dark outline of 6 px, 120 px wide. */
function mouth(): PlacedBitmap {
  const whole = createPlaced({ x: 0, y: 0, width: 300, height: 200 });
  const inside = (x: number, y: number, rx: number, ry: number) => ((x - 150) / rx) ** 2 + ((y - 100) / ry) ** 2 <= 1;
  for (let y = 0; y < 200; y++)
    for (let x = 0; x < 300; x++) {
      if (!inside(x + 0.5, y + 0.5, 60, 24)) continue;
      const colour = inside(x + 0.5, y + 0.5, 54, 18) ? [190, 80, 80] : [40, 30, 36];
      whole.data.set([...colour, 255], (y * 300 + x) * 4);
    }
  return trimToPaint(whole) ?? whole;
}
const picture = mouth();
const corners = [
  { x: 91, y: 100 },
  { x: 209, y: 100 },
];
const CANVAS = { x: 0, y: 0, width: 300, height: 200 };
const coverAt = (of: PlacedBitmap, x: number, y: number) => sampleBitmap(of, x, y, new Float64Array(4))[3];

test('nothing dragged changes nothing, to the pixel', () => {
  const bent = bendDrawing(picture, [{ from: { x: 150, y: 76 }, to: { x: 150, y: 76 } }], corners, CANVAS);
  expect(bent).toEqual(picture);
});

test('all dragged alike moves the picture', () => {
  const way = { x: 12, y: -7 };
  const handles = [...corners, { x: 150, y: 76 }].map((from) => ({
    from,
    to: { x: from.x + way.x, y: from.y + way.y },
  }));
  const bent = bendDrawing(picture, handles, [], CANVAS);
  if (!bent) throw new Error('nothing');
  expect(paintArea(bent)).toBe(paintArea(picture));
  expect([bent.x - picture.x, bent.y - picture.y]).toEqual([12, -7]);
});

test('a handle’s place comes to lie where it was dragged to, and held places stay', () => {
  fc.assert(
    fc.property(fc.integer({ min: -14, max: 30 }), fc.integer({ min: -14, max: 14 }), (down, across) => {
      const bent = bendDrawing(
        picture,
        [{ from: { x: 150, y: 122 }, to: { x: 150 + across, y: 122 + down } }],
        corners,
        CANVAS,
      );
      if (!bent) throw new Error('nothing');
      // Just inside the lower rim there is paint, and just outside there is none.
      expect(coverAt(bent, 150 + across, 121 + down)).toBeGreaterThan(127);
      expect(coverAt(bent, 150 + across, 127 + down)).toBeLessThan(128);
      for (const { x, y } of corners) expect(Math.abs(coverAt(bent, x, y) - coverAt(picture, x, y))).toBeLessThan(128);
    }),
    { numRuns: 40 },
  );
});

/** The widths of the dark line along a lip, px across it: by columns, and by how steeply it lies in each. */
function lineWidths(of: PlacedBitmap, lip: 'upper' | 'lower'): number[] {
  const runAt = (x: number): { middle: number; length: number } => {
    const step = lip === 'upper' ? 0.1 : -0.1;
    let [length, sum] = [0, 0];
    for (let y = lip === 'upper' ? of.y - 2 : of.y + of.height + 2; length === 0 || isDark(of, x, y); y += step) {
      if (y < of.y - 3 || y > of.y + of.height + 3) break;
      if (!isDark(of, x, y)) continue;
      length += 0.1;
      sum += y * 0.1;
    }
    return { middle: sum / length, length };
  };
  return [112, 120, 130, 140, 150, 160, 170, 180, 188].map((x) => {
    const slope = (runAt(x + 3).middle - runAt(x - 3).middle) / 6;
    return runAt(x).length / Math.hypot(1, slope);
  });
}
const isDark = (of: PlacedBitmap, x: number, y: number) => {
  const [r, , , a] = sampleBitmap(of, x, y, new Float64Array(4));
  return a > 127 && r < 115;
};

test.each([
  ['squeezed to 0.6', 0.6],
  ['squeezed to 0.8', 0.8],
  ['opened to 1.3', 1.3],
  ['opened to 1.6', 1.6],
])('an outline keeps its width within 15 % where a mouth is %s', (_, share) => {
  const lips = [76, 124].map((y) => ({ from: { x: 150, y }, to: { x: 150, y: 100 + (y - 100) * share } }));
  const bent = bendDrawing(picture, lips, corners, CANVAS);
  if (!bent) throw new Error('nothing');
  const widths = [...lineWidths(bent, 'upper'), ...lineWidths(bent, 'lower')];
  for (const width of widths) expect(Math.abs(width - 6)).toBeLessThanOrEqual(0.15 * 6);
});

test('a picture without an outline is bent as it is', () => {
  const tongue = { ...picture, data: picture.data.map((value, i) => (i % 4 === 3 ? value : [190, 80, 80][i % 4])) };
  expect(findLines(tongue)).toBeNull();
});
