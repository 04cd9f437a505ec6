import { maskArea, coverageOf } from '../raster/mask.js';
import { trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { box, draw, type Shape } from '../testing/drawing.js';
import { withoutFreePaint } from './free-paint.js';

const painted = (...shapes: Shape[]) =>
  trimToPaint(
    draw(
      120,
      120,
      shapes.map((shape) => ({ shape, colour: [80, 140, 90] as const })),
    ),
  ) as PlacedBitmap;
const area = (sheet: PlacedBitmap | null) => (sheet ? maskArea(coverageOf(sheet)) : 0);

const face = painted(box(40, 40, 80, 80));

test('paint that touches the face stays, and so does what hangs from it in another sheet', () => {
  const overlap = painted(box(80, 50, 90, 60));
  const under = painted(box(90, 50, 100, 60));
  const [kept, beneath] = withoutFreePaint([overlap, under], face);
  expect(kept).toBe(overlap);
  expect(beneath).toBe(under);
});

test('paint that floats free of the face goes, and nothing else', () => {
  const under = painted(box(30, 50, 40, 60), box(100, 100, 110, 104), box(10, 10, 12, 12));
  const [kept, none] = withoutFreePaint([under, painted(box(2, 100, 8, 108))], face);
  expect(area(kept)).toBe(100);
  expect(none).toBeNull();
});

test('without a face there is nothing to touch, and nothing to lose', () => {
  const under = painted(box(30, 50, 40, 60));
  expect(withoutFreePaint([under, null], null)).toEqual([under, null]);
  expect(withoutFreePaint([null, null], face)).toEqual([null, null]);
});
