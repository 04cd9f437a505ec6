import fc from 'fast-check';
import { cropPlaced, trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { box, circle, draw } from '../testing/drawing.js';
import { limb } from '../testing/troupe/shapes.js';
import { clearance } from './clearance.js';
import { fitRoot } from './fit-root.js';
import { crossing, fromMiddleLine, halfAt, limbStretch, ownEdge, placeAt } from './limb-stretch.js';

const PAINT = [200, 120, 60] as const;
const SIZE = 300;
const paper = draw(SIZE, SIZE, []);
const picture = (shape: ReturnType<typeof limb>): PlacedBitmap =>
  trimToPaint(draw(SIZE, SIZE, [{ shape, colour: [...PAINT] }])) as PlacedBitmap;
/** A face without what lies in another's paint. */
function behind(face: PlacedBitmap, front: PlacedBitmap): PlacedBitmap {
  const cut = { ...face, data: face.data.slice() };
  const over = cropPlaced(front, face);
  for (let i = 0; i < cut.data.length; i += 4) if (over.data[i + 3] > 127) cut.data.fill(0, i, i + 4);
  return cut;
}

const anyLimb = fc.record({
  angle: fc.double({ min: 0, max: 360, noNaN: true }),
  half: fc.double({ min: 12, max: 30, noNaN: true }),
  taper: fc.double({ min: 0.8, max: 1, noNaN: true }),
});

test('a limb’s middle line and width follow from its two sides, at any angle', () => {
  fc.assert(
    fc.property(anyLimb, ({ angle, half, taper }) => {
      const rad = (angle * Math.PI) / 180;
      const from = [150 - 60 * Math.cos(rad), 150 - 60 * Math.sin(rad)] as const;
      const to = [150 + 70 * Math.cos(rad), 150 + 70 * Math.sin(rad)] as const;
      const face = picture(limb(from, to, half, half * taper));
      const at = { x: from[0] + 3, y: from[1] - 2 };
      const stretch = limbStretch(ownEdge(face, [], paper), at, { x: to[0], y: to[1] }, 2 * half);
      if (!stretch) throw new Error('not seen');
      expect(fromMiddleLine(stretch, { x: 150, y: 150 })).toBeLessThan(0.5);
      const along = (from[0] - stretch.x) * stretch.ux + (from[1] - stretch.y) * stretch.uy;
      expect(Math.abs(halfAt(stretch, along) - half)).toBeLessThan(0.8);
    }),
    { numRuns: 40 },
  );
});

test('a piece in front takes nothing from the limb: what it hides is unknown, not the limb’s side', () => {
  const arm = picture(limb([150, 60], [150, 250], 24, 24));
  const apron = picture(box(156, 40, 260, 170));
  const seen = behind(arm, apron);
  const stretch = limbStretch(ownEdge(seen, [apron], paper), { x: 150, y: 100 }, { x: 150, y: 250 }, 48);
  expect(stretch?.half).toBeCloseTo(24, 0);
  expect(stretch && fromMiddleLine(stretch, { x: 150, y: 100 })).toBeLessThan(0.5);
  const blind = ownEdge(seen, [apron], paper).filter(({ nx }) => nx < 0.5);
  expect(limbStretch(blind, { x: 150, y: 100 }, { x: 150, y: 250 }, 48)).toBeNull();
  // One side is enough where the width is known from elsewhere.
  expect(limbStretch(blind, { x: 150, y: 100 }, { x: 150, y: 250 }, 48, { half: 24, slope: 0 })?.half).toBeCloseTo(
    24,
    0,
  );
});

test('a wing that widens from its root has no middle line', () => {
  const wing = picture((x, y) => Math.min(x - 60, 240 - x, y - 150 + 0.6 * (x - 40), 150 + 0.6 * (x - 40) - y));
  expect(limbStretch(ownEdge(wing, [], paper), { x: 80, y: 150 }, { x: 230, y: 150 }, 50)).toBeNull();
});

test('the middle lines of a bent arm cross at its elbow', () => {
  const [upper, lower] = [picture(limb([80, 60], [150, 150], 22, 20)), picture(limb([150, 150], [260, 140], 20, 16))];
  const near = limbStretch(ownEdge(upper, [], paper), { x: 150, y: 150 }, { x: 80, y: 60 }, 40);
  const far = limbStretch(ownEdge(lower, [], paper), { x: 150, y: 150 }, { x: 260, y: 140 }, 40);
  const at = near && far && crossing(near, far);
  expect(at && Math.hypot(at.x - 150, at.y - 150)).toBeLessThan(0.6);
  expect(near && crossing(near, near)).toBeNull();
});

describe('a root', () => {
  const trunk = picture(box(110, 60, 230, 200));
  const fitOf = (limbFace: PlacedBitmap, inFront: boolean, later: PlacedBitmap[] = []) => {
    const inside = { x: limbFace.x + limbFace.width / 2, y: limbFace.y + limbFace.height / 2 };
    const edge = ownEdge(limbFace, inFront ? later : [trunk, ...later], paper);
    const stretch = limbStretch(edge, { x: 130, y: 100 }, inside, 36);
    if (!stretch) throw new Error('not seen');
    const design = draw(SIZE, SIZE, [{ shape: box(0, 0, SIZE, SIZE), colour: [...PAINT] }]);
    return fitRoot({ design, limb: limbFace, body: trunk, inFront, later, stretch });
  };

  test('of an arm in front is the round end of the arm', () => {
    const fit = fitOf(picture(limb([130, 90], [80, 220], 18, 18)), true);
    expect(fit).toMatchObject({ ok: true });
    if (fit.ok) expect(Math.hypot(fit.x - 130, fit.y - 90)).toBeLessThan(1.5);
  });

  test('of an arm behind goes on up to the contour of the shoulder', () => {
    const fit = fitOf(behind(picture(limb([124, 82], [70, 220], 18, 18)), trunk), false);
    expect(fit).toMatchObject({ ok: true });
    if (fit.ok) expect(Math.hypot(fit.x - 124, fit.y - 82)).toBeLessThan(6);
  });

  test('of a leg beneath a coat lies a little beneath its hem', () => {
    const fit = fitOf(behind(picture(limb([150, 160], [150, 280], 20, 20)), trunk), false);
    expect(fit).toMatchObject({ ok: true });
    if (fit.ok) {
      expect(fit.x).toBeCloseTo(150, 0);
      expect(fit.y).toBeCloseTo(189, 0);
      expect(fit.radius).toBeCloseTo(20, 0);
    }
  });

  test('of a head without a neck lies a little within its own end, and of a neck a little beneath the head', () => {
    const design = draw(SIZE, SIZE, [{ shape: box(0, 0, SIZE, SIZE), colour: [...PAINT] }]);
    // The head comes down to 70, over the body.
    const body = picture(box(110, 40, 230, 200));
    const head = picture(limb([150, 20], [150, 50], 20, 20));
    const ofHead = limbStretch(ownEdge(head, [], paper), { x: 150, y: 65 }, { x: 150, y: 30 }, 40);
    if (!ofHead) throw new Error('not seen');
    const own = fitRoot({ design, limb: head, body, inFront: true, later: [], stretch: ofHead, swivel: true });
    expect(own).toMatchObject({ ok: true });
    if (own.ok) expect([Math.round(own.x), Math.round(own.y)]).toEqual([150, 64]);

    const neck = behind(picture(limb([150, 62], [150, 110], 10, 10)), head);
    const ofNeck = limbStretch(ownEdge(neck, [head], paper), { x: 150, y: 70 }, { x: 150, y: 100 }, 20);
    if (!ofNeck) throw new Error('not seen');
    const onNeck = fitRoot({
      design,
      limb: neck,
      body: head,
      inFront: false,
      later: [],
      stretch: ofNeck,
      swivel: true,
    });
    expect(onNeck).toMatchObject({ ok: true });
    if (onNeck.ok) expect([Math.round(onNeck.x), Math.round(onNeck.y)]).toEqual([150, 67]);
  });
});

test('a disc is no larger than the paint about it', () => {
  const face = picture(circle(150, 150, 40));
  expect(clearance([face], { x: 150, y: 150 }, 30)).toBe(30);
  expect(clearance([face], { x: 150, y: 150 }, 60)).toBeCloseTo(40, 0);
  expect(clearance([face], { x: 160, y: 150 }, 60)).toBeCloseTo(30, 0);
  const far = placeAt({ x: 0, y: 0, ux: 1, uy: 0, half: 1, slope: 0, residual: 0, seenFrom: 0, isTold: true }, 12);
  expect(clearance([face], far, 10)).toBeLessThan(5);
});
