import fc from 'fast-check';
import { createPlaced, trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { registerLeast, seatByMarks, seatDrift } from './seat.js';

/** A mouth: an ellipse with a lighter inside, on its own trimmed picture. */
function mouth(cx: number, cy: number, rx: number, ry: number): PlacedBitmap {
  const whole = createPlaced({ x: 0, y: 0, width: 400, height: 300 });
  for (let y = 0; y < 300; y++)
    for (let x = 0; x < 400; x++) {
      const far = ((x + 0.5 - cx) / rx) ** 2 + ((y + 0.5 - cy) / ry) ** 2;
      if (far > 1) continue;
      const colour = far > 0.6 ? [40, 30, 36] : y < cy ? [250, 246, 238] : [200, 90, 90];
      whole.data.set([...colour, 255], (y * 400 + x) * 4);
    }
  return trimToPaint(whole) ?? whole;
}

test('marks put the middle of a drawing on the middle of its set, by whole pixels', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 900 }), { minLength: 4, maxLength: 4 }),
      fc.integer({ min: -80, max: 80 }),
      fc.integer({ min: -80, max: 80 }),
      (set, dx, dy) => {
        const own = set.map((value, at) => value + (at % 2 === 0 ? dx : dy));
        expect(seatByMarks(set, own)).toEqual({ x: -dx || 0, y: -dy || 0 });
        expect(seatDrift(set, own)).toBeCloseTo(Math.hypot(dx, dy), 6);
      },
    ),
  );
  expect([seatDrift([], [0, 0, 1, 1]), seatDrift([0, 0, 1, 1], [])]).toEqual([0, 0]);
});

test('a drawing without marks finds the place from which it was shifted, to the pixel', () => {
  const own = mouth(200, 150, 60, 22);
  for (const [dx, dy] of [
    [0, 0],
    [37, -21],
    [-150, 90],
    [3, 1],
    [-64, -64],
  ]) {
    const found = registerLeast(own, { ...own, x: own.x + dx, y: own.y + dy });
    expect([found?.x, found?.y]).toEqual([0 - dx, 0 - dy]);
    expect(found?.difference).toBeCloseTo(0, 6);
  }
});

test('another shape of the same mouth comes to lie over it', () => {
  const [own, open] = [mouth(200, 150, 60, 22), mouth(90, 60, 54, 40)];
  const found = registerLeast(own, open);
  expect(Math.abs((found?.x ?? 0) - 110)).toBeLessThanOrEqual(6);
  expect(Math.abs((found?.y ?? 0) - 90)).toBeLessThanOrEqual(20);
});

test('nothing cannot be seated', () => {
  const empty = createPlaced({ x: 0, y: 0, width: 5, height: 5 });
  expect(registerLeast(mouth(200, 150, 60, 22), empty)).toBeNull();
});
