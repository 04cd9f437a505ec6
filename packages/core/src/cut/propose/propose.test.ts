import { KNOWN_PARTS, type KnownPart } from '../../plan/known-parts.js';
import { createPlacedMask, coverageOf, type PlacedMask } from '../../raster/mask.js';
import type { Rgb } from '../../raster/colour.js';
import { box, circle, draw, inside, overlapShare, type Shape, type Stroke } from '../../testing/drawing.js';
import { bodyFrame, toBody } from './body-frame.js';
import { mirrorCut, settleBorder } from './mirror-cut.js';
import { proposeParts, type Proposal } from './propose-parts.js';

const INK: Rgb = [40, 30, 50];
const WIDTH = 200;
const HEIGHT = 360;

/** A part of the doll, and its shape with the outline. */
const DOLL: [string, Shape, Rgb][] = [
  ['leg/upper/A', box(64, 210, 98, 330), [52, 82, 120]],
  ['leg/upper/B', box(102, 210, 136, 330), [52, 82, 120]],
  ['leg/foot/A', box(52, 322, 98, 348), [90, 130, 100]],
  ['leg/foot/B', box(102, 322, 148, 348), [90, 130, 100]],
  ['arm/hand/A', circle(32, 226, 16), [236, 182, 150]],
  ['arm/hand/B', circle(168, 226, 16), [236, 182, 150]],
  ['torso//', box(60, 112, 140, 222), [226, 168, 60]],
  ['head//', circle(100, 64, 46), [236, 182, 150]],
];

function doll() {
  const strokes: Stroke[] = DOLL.flatMap(([, shape, colour]) => [
    { shape, colour: INK },
    { shape: (x, y) => shape(x, y) - 4, colour },
  ]);
  const arm: Rgb = [170, 70, 62];
  for (const side of [box(20, 120, 58, 224), box(142, 120, 180, 224)])
    strokes.splice(8, 0, { shape: side, colour: INK }, { shape: (x, y) => side(x, y) - 4, colour: arm });
  return draw(WIDTH, HEIGHT, strokes);
}

const parts = (addresses: string[]): KnownPart[] =>
  KNOWN_PARTS.filter((p) => addresses.includes(`${p.group}/${p.part ?? ''}/${p.side ?? ''}`));

function shapeOf(proposal: Proposal, part: number): PlacedMask {
  const mask = createPlacedMask({ x: 0, y: 0, width: proposal.width, height: proposal.height });
  for (let i = 0; i < mask.data.length; i++)
    if (proposal.labels[i] > 0 && proposal.shapes[proposal.labels[i] - 1].part === part) mask.data[i] = 255;
  return mask;
}

test('the body frame finds the axis, crown and floor of a standing figure', () => {
  const frame = bodyFrame(coverageOf(doll()));
  if (!frame) throw new Error('no figure');
  expect(frame.axisX).toBeCloseTo(100, 0);
  expect(Math.abs(frame.crownY - 18)).toBeLessThan(3);
  expect(toBody(frame, 100, 348).v).toBeCloseTo(3, 0);
  expect(toBody(frame, 32, 226).u).toBeLessThan(-0.5);
  expect(bodyFrame(coverageOf(draw(20, 20, [])))).toBeNull();
});

test('an outlined doll is proposed in its parts, each named for what it is', () => {
  const wanted = ['head//', 'torso//', 'arm/hand/A', 'arm/hand/B', 'leg/foot/A', 'leg/foot/B'];
  const named = parts([...wanted, 'arm/upper/A', 'arm/upper/B', 'leg/upper/A', 'leg/upper/B']);
  const proposal = proposeParts(doll(), named);
  for (const address of wanted) {
    const at = named.findIndex((p) => `${p.group}/${p.part ?? ''}/${p.side ?? ''}` === address);
    const shape = DOLL.find(([name]) => name === address)?.[1] as Shape;
    const own = inside(WIDTH, HEIGHT, shape);
    expect([address, overlapShare(shapeOf(proposal, at), own) > 0.7]).toEqual([address, true]);
  }
});

test('a proposal covers the design and nothing else, also what has no part', () => {
  const design = doll();
  const { labels, shapes } = proposeParts(design, parts(['head//']));
  let open = 0;
  let outside = 0;
  for (let i = 0; i < labels.length; i++) {
    const solid = design.data[i * 4 + 3] === 255;
    if (solid && labels[i] === 0) open++;
    if (design.data[i * 4 + 3] === 0 && labels[i] > 0) outside++;
  }
  expect(outside).toBe(0);
  expect(open).toBeLessThan(0.02 * shapes.reduce((sum, shape) => sum + shape.area, 0));
  expect(proposeParts(draw(30, 30, []), parts(['head//'])).shapes).toEqual([]);
});

test('noise, a dot, a line and a page of one colour are proposed as what they are, without end or error', () => {
  let seed = 7;
  const chance = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
  const speckled: Stroke = { shape: () => (chance() < 0.5 ? 1 : -1), colour: [90, 60, 40] };
  const page: Stroke = { shape: () => 1, colour: [90, 60, 40] };
  const dot: Stroke = { shape: circle(100, 180, 1), colour: [90, 60, 40] };
  const line: Stroke = { shape: box(99, 0, 101, 360), colour: [90, 60, 40] };
  const animal = KNOWN_PARTS.filter(({ group }) => group !== 'arm');
  for (const stroke of [speckled, page, dot, line])
    for (const planned of [KNOWN_PARTS, animal]) {
      const { shapes } = proposeParts(draw(WIDTH, HEIGHT, [stroke]), planned);
      expect(shapes.length).toBeLessThan(2500);
    }
});

test('nothing is left to be proposed: shapes are found all the same, and none is named', () => {
  const { shapes } = proposeParts(doll(), []);
  expect(shapes.length).toBeGreaterThan(4);
  expect(shapes.every(({ part }) => part === null)).toBe(true);
});

test('the same cut is found on the other side, though it is drawn a little elsewhere', () => {
  const hand = (x: number, y: number): Stroke[] => [
    { shape: circle(x, y, 17), colour: INK },
    { shape: circle(x, y, 13), colour: [236, 182, 150] },
  ];
  const design = draw(WIDTH, HEIGHT, [
    { shape: box(70, 20, 130, 340), colour: [226, 168, 60] },
    ...hand(36, 200),
    ...hand(167, 204),
  ]);
  const found = mirrorCut(design, inside(WIDTH, HEIGHT, circle(36, 200, 17)), 100);
  if (!found.ok) throw new Error(found.sentence);
  expect(overlapShare(found.mask, inside(WIDTH, HEIGHT, circle(167, 204, 17)))).toBeGreaterThan(0.9);
  expect(found.match).toBeGreaterThan(0.7);
  const lopsided = draw(WIDTH, HEIGHT, hand(36, 200));
  expect(mirrorCut(lopsided, inside(WIDTH, HEIGHT, circle(36, 200, 17)), 100).ok).toBe(false);
});

test('a loop drawn roughly settles on the drawn edge', () => {
  const design = draw(120, 120, [
    { shape: box(0, 0, 120, 120), colour: [226, 168, 60] },
    { shape: circle(60, 60, 34), colour: INK },
    { shape: circle(60, 60, 29), colour: [236, 182, 150] },
  ]);
  const rough = inside(120, 120, (x, y) => circle(61, 59, 35)(x, y) + 4 * Math.sin(Math.atan2(y - 60, x - 60) * 5));
  const settled = settleBorder(design, rough, 10);
  const drawn = inside(120, 120, circle(60, 60, 34));
  expect(settled && overlapShare(settled, drawn)).toBeGreaterThan(0.93);
  expect(settled && overlapShare(settled, drawn)).toBeGreaterThan(overlapShare(rough, drawn));
});
