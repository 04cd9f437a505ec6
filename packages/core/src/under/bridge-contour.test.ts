import fc from 'fast-check';
import { box, circle, draw, inside, type Shape } from '../testing/drawing.js';
import { mapOwners } from '../cut/owners.js';
import { maskedPaint } from '../testing/drawing.js';
import { bridgeContour, pointsAlong } from './bridge-contour.js';
import { seenContour } from './contour-ends.js';
import { wholeShape, type WholeShapeInput } from './whole-shape.js';

const [width, height] = [240, 240];
const RED = [180, 60, 50] as const;
const BLUE = [60, 90, 160] as const;

/** What is known of a limb whose root is hidden. */
type Known = Partial<Pick<WholeShapeInput, 'root' | 'tips' | 'long' | 'asTwin'>>;

/** A shape, and others drawn over it: its whole shape where they hide it. */
function beneath(
  shape: Shape,
  overs: readonly Shape[],
  discs: { x: number; y: number; radius: number }[] = [],
  known: Known = {},
) {
  const design = draw(width, height, [
    { shape, colour: [...RED] },
    ...overs.map((over) => ({ shape: over, colour: [...BLUE] as const })),
  ]);
  const over = (x: number, y: number) => Math.max(...overs.map((one) => one(x, y)));
  const face = maskedPaint(
    design,
    inside(width, height, (x, y) => Math.min(shape(x, y), -over(x, y))),
  );
  const front = maskedPaint(design, inside(width, height, over));
  const owners = mapOwners([face, front], { x: 0, y: 0, width, height });
  const [root = null, ...tips] = discs.map((disc) => ({ ...disc, shrink: 0 }));
  const made = wholeShape({
    face,
    index: 0,
    owners,
    design,
    ...{ root, tips, long: null, asTwin: [], carried: [], lineWidth: 0 },
    ...known,
  });
  const truth = inside(width, height, (x, y) => Math.min(shape(x, y), over(x, y)));
  let [both, either] = [0, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const { hidden } = made;
      const [column, row] = [x - hidden.x, y - hidden.y];
      const isMade =
        column >= 0 &&
        row >= 0 &&
        column < hidden.width &&
        row < hidden.height &&
        hidden.data[row * hidden.width + column] > 0;
      const isTrue = truth.data[(y - truth.y) * truth.width + x - truth.x] > 0;
      if (isMade && isTrue) both++;
      if (isMade || isTrue) either++;
    }
  return { made, overlap: both / either };
}

test('a bar that crosses a disc hides a strip of it, and both arcs are carried on across', () => {
  const { made, overlap } = beneath(circle(120, 120, 80), [box(105, 0, 135, 240)]);
  expect(made.bridges).toHaveLength(2);
  expect(overlap).toBeGreaterThan(0.96);
});

test('a top that is hidden is round where the contour bends towards it, and straight where it runs straight', () => {
  expect(beneath(circle(120, 120, 70), [box(20, 20, 220, 100)]).overlap).toBeGreaterThan(0.85);
  const leg = beneath(box(100, 80, 140, 220), [box(60, 40, 180, 120)]);
  // The leg goes on as wide as it is: a strip of 40 px beneath the coat's hem.
  expect(leg.overlap).toBeGreaterThan(0.85);
});

test('a thigh deep beneath a skirt is as long as its shin, or built as its twin; where that does not hold what is seen, as wide as it is', () => {
  const thigh: Shape = (x, y) => {
    const t = Math.max(0, Math.min(1, (y - 70) / 120));
    return 22 - 4 * t - Math.hypot(x - 120, y - (70 + 120 * t));
  };
  const skirt = [box(50, 20, 190, 165)];
  const tips = [{ x: 120, y: 190, radius: 18, shrink: 0 }];
  const by = (known: Known) => beneath(thigh, skirt, [], { tips, ...known }).overlap;
  expect(by({})).toBeLessThan(0.6);
  expect(by({ long: 120 })).toBeGreaterThan(0.75);
  const twin = { x: 120, y: 70, radius: 22, shrink: 0 };
  expect(by({ asTwin: [twin] })).toBeGreaterThan(0.95);
  // In the mirror it lies elsewhere, which is not where this one is seen.
  expect(by({ asTwin: [{ ...twin, x: 40 }, twin] })).toBeGreaterThan(0.95);
  expect(by({ asTwin: [{ ...twin, x: 30, y: 190 }] })).toBe(by({}));
});

test('a limb that is half hidden along its side is what its two discs enclose', () => {
  const limb: Shape = (x, y) => {
    const t = Math.max(0, Math.min(1, (y - 60) / 120));
    return 24 - 6 * t - Math.hypot(x - 120, y - (60 + 120 * t));
  };
  const discs = [
    { x: 120, y: 60, radius: 24 },
    { x: 120, y: 180, radius: 18 },
  ];
  const { made, overlap } = beneath(limb, [box(120, 20, 230, 220)], discs);
  expect(overlap).toBeGreaterThan(0.95);
  expect(made.outlines).toHaveLength(2);
});

test('a hole that something fills is covered; crumbs and pieces all in view are left alone', () => {
  const eye = beneath(circle(120, 120, 80), [circle(110, 110, 20)]);
  expect(eye.overlap).toBeGreaterThan(0.97);
  expect(beneath(circle(60, 60, 40), [circle(180, 180, 30)]).made.bridges).toEqual([]);
});

test('ends go on as the contour runs there, also where it bends', () => {
  const face = maskedPaint(
    draw(width, height, [{ shape: circle(120, 120, 80), colour: [...RED] }]),
    inside(width, height, (x, y) => Math.min(80 - Math.hypot(x - 120, y - 120), 120 - y)),
  );
  const owners = mapOwners(
    [
      face,
      maskedPaint(
        draw(width, height, [{ shape: box(0, 120, 240, 240), colour: [...BLUE] }]),
        inside(width, height, box(0, 120, 240, 240)),
      ),
    ],
    { x: 0, y: 0, width, height },
  );
  const [{ from, to }] = seenContour(face, 0, owners, 24).stretches;
  // Half a circle meets its diameter at a right angle on both sides.
  for (const { dx, dy } of [from, to]) expect(Math.abs(dx) / Math.abs(dy)).toBeLessThan(0.12);
  for (const { bends } of [from, to]) expect(Math.abs(bends)).toBeCloseTo(1 / 80, 2);
});

test('a curve is walked from end to end in even steps', () => {
  const number = fc.integer({ min: 0, max: 200 });
  fc.assert(
    fc.property(fc.array(number, { minLength: 8, maxLength: 8 }), fc.integer({ min: 1, max: 9 }), (curve, step) => {
      const points = pointsAlong(curve, step);
      expect([points[0], points[1]]).toEqual([curve[0], curve[1]]);
      expect(points.at(-2)).toBeCloseTo(curve[6]);
      for (let i = 0; i + 3 < points.length; i += 2)
        expect(Math.hypot(points[i + 2] - points[i], points[i + 3] - points[i + 1])).toBeLessThan(3 * step + 1e-6);
    }),
  );
});

test('where two ways are as likely both are told, and a contour drawn by hand decides', () => {
  // Two legs that run up beneath a coat: each ends there, or they come together.
  const end = (x: number, dy: number) => ({ x, y: 100, dx: 0, dy, bends: 0 });
  const legs = [0, 60].map((x) => ({ from: end(x + 20, 1), to: end(x, -1), points: [] }));
  const wayOf = (way: readonly { to: number }[] | null) => way?.map(({ to }) => to);
  const { bridges, otherWay } = bridgeContour(legs, () => true);
  expect([wayOf(bridges), wayOf(otherWay)].sort()).toEqual([
    [0, 1],
    [1, 0],
  ]);
  const drawn = { drawn: 0, from: 0, to: 1, line: [0, 100, 40, 40, 80, 100] };
  const decided = bridgeContour(legs, () => true, [drawn]);
  expect([wayOf(decided.bridges), decided.otherWay]).toEqual([[1, 0], null]);
  // A bar that crosses a disc: nobody would take its arcs to turn back.
  expect(beneath(circle(120, 120, 80), [box(105, 0, 135, 240)]).made.otherWay).toBeNull();
});
