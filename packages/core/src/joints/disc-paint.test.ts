import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { bareInDisc, daylightInDisc, wholeDiscLimit } from './disc-paint.js';

const CANVAS = { width: 200, height: 200 };
const DISC = { x: 100, y: 100, radius: 41, looseness: 0, lineWidth: 6 };

/** Paint wherever a pixel's centre lies so. */
function painted(isThere: (x: number, y: number) => boolean): PlacedBitmap {
  const image = createPlaced({ x: 0, y: 0, ...CANVAS });
  for (let y = 0; y < 200; y++)
    for (let x = 0; x < 200; x++) if (isThere(x + 0.5, y + 0.5)) image.data.set([90, 60, 30, 255], (y * 200 + x) * 4);
  return image;
}
const within = (radius: number) => painted((x, y) => Math.hypot(x - 100, y - 100) <= radius);

test('a disc that is painted as far as it must be lacks nothing', () => {
  expect(bareInDisc(within(40), DISC, false, CANVAS)).toBe(0);
  expect(bareInDisc(within(34), DISC, true, CANVAS)).toBe(0);
});

test('what a disc lacks is counted: half of it, its rim, a hole', () => {
  const area = Math.PI * 39.5 ** 2;
  expect(
    bareInDisc(
      painted((x) => x > 100),
      DISC,
      false,
      CANVAS,
    ) / area,
  ).toBeCloseTo(0.5, 1);
  expect(bareInDisc(within(30), DISC, false, CANVAS)).toBeGreaterThan(wholeDiscLimit(DISC));
  const hole = painted((x, y) => Math.abs(x - 100) > 5 || Math.abs(y - 100) > 5);
  expect(bareInDisc(hole, DISC, false, CANVAS)).toBe(100);
});

test('what lies past the canvas is not lacking', () => {
  const corner = { ...DISC, x: 0, y: 0 };
  expect(
    bareInDisc(
      painted(() => true),
      corner,
      false,
      CANVAS,
    ),
  ).toBe(0);
  expect(daylightInDisc([painted(() => true)], [], corner, 30, CANVAS)).toBe(0);
});

test('a plain cut opens a wedge as wide as it is turned; with a whole disc on one side nothing opens', () => {
  const [left, right] = [painted((x) => x < 100), painted((x) => x > 100)];
  for (const angle of [-50, 20, 50]) {
    const wedge = ((Math.abs(angle) * Math.PI) / 360) * 40 ** 2;
    const daylight = daylightInDisc([left], [right], DISC, angle, CANVAS);
    expect(Math.abs(daylight - wedge)).toBeLessThan(0.08 * wedge + 10);
    expect(daylightInDisc([left, within(41)], [right], DISC, angle, CANVAS)).toBe(0);
    expect(daylightInDisc([left], [right, within(41)], DISC, angle, CANVAS)).toBe(0);
  }
});
