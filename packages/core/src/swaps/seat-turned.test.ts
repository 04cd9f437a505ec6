import fc from 'fast-check';
import { createPlaced, trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { registerTurned, seatDrawing, seated, seatingByMarks, type Seating } from './seat-turned.js';

const CANVAS = { x: 0, y: 0, width: 420, height: 420 };

/** A mouth with a dark line, lips and a tooth, 120 px wide: no two turns of it are alike. */
function mouth(): PlacedBitmap {
  const whole = createPlaced(CANVAS);
  const inside = (x: number, y: number, rx: number, ry: number) => ((x - 210) / rx) ** 2 + ((y - 200) / ry) ** 2 <= 1;
  for (let y = 0; y < 420; y++)
    for (let x = 0; x < 420; x++) {
      if (!inside(x + 0.5, y + 0.5, 60, 26 + 0.12 * (x - 210))) continue;
      const colour = !inside(x, y, 54, 20 + 0.1 * (x - 210))
        ? [40, 30, 36]
        : y < 192 && x > 190
          ? [250, 246, 236]
          : [190, 80, 80];
      whole.data.set([...colour, 255], (y * 420 + x) * 4);
    }
  return trimToPaint(whole) ?? whole;
}
const standing = mouth();
const corners = [
  { x: 150, y: 200 },
  { x: 270, y: 200 },
];
const drawn = (seating: Seating) => seatDrawing(standing, seating, CANVAS) as PlacedBitmap;
const some = fc.record({
  angle: fc.double({ min: -10, max: 10, noNaN: true }),
  scale: fc.double({ min: 0.9, max: 1.1, noNaN: true }),
  x: fc.integer({ min: -60, max: 60 }),
  y: fc.integer({ min: -60, max: 60 }),
});
const seatingOf = ({ angle, scale, x, y }: { angle: number; scale: number; x: number; y: number }): Seating => ({
  angle,
  scale,
  from: { x: 210, y: 200 },
  to: { x: 210 + x, y: 200 + y },
});

test('marks give the turn, scale and move exactly: both come to lie on the set’s', () => {
  fc.assert(
    fc.property(some, (known) => {
      const set = corners.flatMap(({ x, y }) => [x, y]);
      const own = corners.map((corner) => seated(seatingOf(known), corner));
      const back = seatingByMarks(
        set,
        own.flatMap(({ x, y }) => [x, y]),
      );
      return own.every((mark, at) => {
        const { x, y } = seated(back, mark);
        return Math.hypot(x - corners[at].x, y - corners[at].y) < 1e-6;
      });
    }),
  );
});

test('without marks a drawing that was turned by 10° and scaled by a tenth at most comes back to half a pixel', () => {
  let worst = 0;
  fc.assert(
    fc.property(some, (known) => {
      const found = registerTurned(standing, drawn(seatingOf(known)));
      if (!found) return false;
      for (const corner of corners) {
        const { x, y } = seated(found, seated(seatingOf(known), corner));
        worst = Math.max(worst, Math.hypot(x - corner.x, y - corner.y));
      }
      return worst <= 0.5;
    }),
    { numRuns: 12, seed: 7 },
  );
  if (process.env.FIGURES) console.log(`worst seat drift without marks, turned and scaled: ${worst.toFixed(2)} px`);
});

test('a seating that changes nothing keeps every pixel', () => {
  expect(drawn({ angle: 0, scale: 1, from: { x: 0, y: 0 }, to: { x: 0, y: 0 } })).toEqual(standing);
});
