import fc from 'fast-check';
import { createPlaced, trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { pupilTravel, withinTravel } from './pupil-travel.js';

function shape(isIn: (x: number, y: number) => boolean): PlacedBitmap {
  const whole = createPlaced({ x: 0, y: 0, width: 160, height: 120 });
  for (let y = 0; y < 120; y++)
    for (let x = 0; x < 160; x++) if (isIn(x + 0.5, y + 0.5)) whole.data.set([250, 250, 250, 255], (y * 160 + x) * 4);
  return trimToPaint(whole) ?? whole;
}
const ellipse = (cx: number, cy: number, rx: number, ry: number) =>
  shape((x, y) => ((x - cx) / rx) ** 2 + ((y - cy) / ry) ** 2 <= 1);

/** May a pupil be moved so, pixel by pixel? */
function fits(white: PlacedBitmap, pupil: PlacedBitmap, dx: number, dy: number): boolean {
  for (let y = 0; y < pupil.height; y++)
    for (let x = 0; x < pupil.width; x++) {
      if (pupil.data[(y * pupil.width + x) * 4 + 3] < 128) continue;
      const [column, row] = [pupil.x + x + dx - white.x, pupil.y + y + dy - white.y];
      if (column < 0 || row < 0 || column >= white.width || row >= white.height) return false;
      if (white.data[(row * white.width + column) * 4 + 3] < 128) return false;
    }
  return true;
}

test('a pupil goes as far as it stays in the white: the same as trying every place', () => {
  const build = fc.record({
    rx: fc.integer({ min: 24, max: 60 }),
    ry: fc.integer({ min: 16, max: 40 }),
    pupil: fc.integer({ min: 5, max: 12 }),
    off: fc.integer({ min: -6, max: 6 }),
  });
  fc.assert(
    fc.property(build, ({ rx, ry, pupil: r, off }) => {
      const [white, pupil] = [ellipse(80, 60, rx, ry), ellipse(80 + off, 60, r, r)];
      const travel = pupilTravel(white, pupil);
      if (!travel) throw new Error('it does not fit');
      for (let dy = -ry; dy <= ry; dy += 3)
        for (let dx = -rx; dx <= rx; dx += 3) {
          const [x, y] = withinTravel(travel, dx, dy);
          // Whatever fits is let be, to half a pixel; whatever does not is brought back to where it fits, to half a pixel.
          if (fits(white, pupil, dx, dy)) expect(Math.hypot(x - dx, y - dy)).toBeLessThanOrEqual(0.75);
          else expect(nearlyFits(white, pupil, x, y)).toBe(true);
        }
    }),
    // This one is flat, and its travel runs out in two sharp tips.
    { numRuns: 12, examples: [[{ rx: 58, ry: 18, pupil: 6, off: 2 }]] },
  );
});

/** Does a place fit that lies half a pixel or less away? */
function nearlyFits(white: PlacedBitmap, pupil: PlacedBitmap, x: number, y: number): boolean {
  const near = [Math.floor(x), Math.ceil(x)].flatMap((dx) => [Math.floor(y), Math.ceil(y)].map((dy) => [dx, dy]));
  return near.some(([dx, dy]) =>
    [0, -1, 1].some((k) => fits(white, pupil, dx + k, dy) || fits(white, pupil, dx, dy + k)),
  );
}

test('a pupil that does not fit goes nowhere', () => {
  expect(pupilTravel(ellipse(80, 60, 20, 10), ellipse(80, 60, 14, 14))).toBeNull();
  expect(withinTravel([], 4, 5)).toEqual([0, 0]);
});
