import fc from 'fast-check';
import { box, circle, draw, type Shape } from '../testing/drawing.js';
import { trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { sharedBorder, type SharedBorder } from './shared-border.js';

const SIDE = 160;
/** A piece of hard pixels: those whose middle lies in a shape. */
function piece(shape: Shape): PlacedBitmap {
  const face = draw(SIDE, SIDE, [{ shape, colour: [90, 140, 80] }]);
  for (let i = 3; i < face.data.length; i += 4) face.data[i] = face.data[i] > 127 ? 255 : 0;
  return trimToPaint(face) as PlacedBitmap;
}

function borderOf(a: PlacedBitmap, b: PlacedBitmap): SharedBorder {
  const border = sharedBorder(a, b);
  if (!border.ok) throw new Error(border.sentence);
  return border;
}

test('two halves of a limb meet along the straight line at which it was cut', () => {
  const border = borderOf(piece(box(40, 20, 100, 80)), piece(box(40, 80, 100, 140)));
  expect([border.x0, border.x1].sort((a, b) => a - b)).toEqual([40.5, 99.5]);
  expect(border.y0).toBeCloseTo(80);
  expect(border.y1).toBeCloseTo(80);
  expect(border.length).toBeCloseTo(59);
  expect(border.bend).toBeCloseTo(0);
  expect(border.points).toHaveLength(2 * 60);
});

test('a cut at any angle is found at that angle, whichever piece is named first', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: Math.PI, noNaN: true }), (turn) => {
      const [nx, ny] = [Math.cos(turn), Math.sin(turn)];
      const side = (way: 1 | -1): Shape => {
        const limb = circle(80, 80, 50);
        return (x, y) => Math.min(limb(x, y), way * ((x - 80) * nx + (y - 80) * ny));
      };
      const [a, b] = [piece(side(1)), piece(side(-1))];
      const border = borderOf(a, b);
      const along = Math.abs((border.x1 - border.x0) * nx + (border.y1 - border.y0) * ny) / border.length;
      expect(along).toBeLessThan(0.02);
      expect(Math.abs(border.length - 100)).toBeLessThan(4);
      expect(border.bend).toBeLessThan(2);
      expect(borderOf(b, a).length).toBeCloseTo(border.length);
    }),
    { numRuns: 40 },
  );
});

test('of two places where pieces touch, the longer one is their border', () => {
  // A clasp that touches the bar with a short and a long end.
  const bar = piece(box(20, 20, 140, 50));
  const clasp = piece((x, y) =>
    Math.max(box(20, 50, 40, 120)(x, y), box(70, 50, 140, 120)(x, y), box(20, 100, 140, 120)(x, y)),
  );
  const border = borderOf(bar, clasp);
  expect(Math.min(border.x0, border.x1)).toBeCloseTo(70.5);
  expect(Math.max(border.x0, border.x1)).toBeCloseTo(139.5);
});

test('a round seam bends away from its straight line as far as it is round', () => {
  const inner = circle(80, 160, 60);
  const outer = circle(80, 160, 90);
  const border = borderOf(
    piece(inner),
    piece((x, y) => Math.min(outer(x, y), -inner(x, y))),
  );
  expect(border.bend).toBeGreaterThan(20);
});

test('pieces that lie apart, or touch by a corner or a pixel or two, have no border', () => {
  const one = piece(box(20, 20, 60, 60));
  for (const other of [box(64, 20, 100, 60), box(60, 60, 100, 100), box(60, 59, 100, 100)])
    expect(sharedBorder(one, piece(other))).toMatchObject({ ok: false, code: 'do-not-touch' });
});
