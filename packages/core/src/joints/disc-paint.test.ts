import fc from 'fast-check';
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
  expect(daylightInDisc([painted(() => true)], [], corner, CANVAS)(30)).toBe(0);
});

test('a plain cut opens a wedge as wide as it is turned; with a whole disc on one side nothing opens', () => {
  const [left, right] = [painted((x) => x < 100), painted((x) => x > 100)];
  for (const angle of [-50, 20, 50]) {
    const wedge = ((Math.abs(angle) * Math.PI) / 360) * 40 ** 2;
    const daylight = daylightInDisc([left], [right], DISC, CANVAS)(angle);
    expect(Math.abs(daylight - wedge)).toBeLessThan(0.08 * wedge + 10);
    expect(daylightInDisc([left, within(41)], [right], DISC, CANVAS)(angle)).toBe(0);
    expect(daylightInDisc([left], [right, within(41)], DISC, CANVAS)(angle)).toBe(0);
  }
});

test('however pieces lie and turn, more paint never lets more daylight in, and unturned it is what nothing covers', () => {
  const halfPlane = fc.record({ towards: fc.integer({ min: 0, max: 359 }), from: fc.integer({ min: -30, max: 30 }) });
  const paintOf = ({ towards, from }: { towards: number; from: number }) => {
    const [dx, dy] = [Math.cos((towards * Math.PI) / 180), Math.sin((towards * Math.PI) / 180)];
    return painted((x, y) => (x - 100) * dx + (y - 100) * dy > from);
  };
  fc.assert(
    fc.property(halfPlane, halfPlane, halfPlane, fc.integer({ min: -170, max: 170 }), (one, other, more, angle) => {
      const [still, moving, added] = [one, other, more].map(paintOf);
      const daylight = daylightInDisc([still], [moving], DISC, CANVAS);
      expect(daylightInDisc([still, added], [moving], DISC, CANVAS)(angle)).toBeLessThanOrEqual(daylight(angle));
      expect(daylightInDisc([still], [moving, added], DISC, CANVAS)(angle)).toBeLessThanOrEqual(daylight(angle));
      const both = painted((x, y) => {
        const at = (Math.floor(y) * 200 + Math.floor(x)) * 4 + 3;
        return still.data[at] > 0 || moving.data[at] > 0;
      });
      expect(daylight(0)).toBe(bareInDisc(both, { ...DISC, radius: DISC.radius + 0.5 }, false, CANVAS));
      // A whole turn is none.
      expect(daylight(360)).toBe(daylight(0));
    }),
    { numRuns: 30 },
  );
});
