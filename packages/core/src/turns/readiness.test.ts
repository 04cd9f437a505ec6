import { createPlaced, cropPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { compositeOverMutable } from '../raster/composite.js';
import { TROUPE, drawMember } from '../testing/troupe/index.js';
import { adult, person } from '../testing/troupe/person.js';
import { connectedRegions, coverageOf } from '../raster/mask.js';
import { mapOwners } from '../cut/owners.js';
import { figuresOnSheet } from './cut-sheet.js';
import { coveredParts } from './covered-parts.js';
import { oddFigure, readiness, type PoseFinding } from './readiness.js';

const SKETCH = adult('Rill', { width: 4, colour: [38, 32, 46] }, [
  [232, 186, 150],
  [120, 160, 90],
  [62, 84, 120],
  [70, 60, 60],
]);
type Arm = readonly [number, number, number];

/** A figure in a pose: degrees from hanging straight down, by stretch of each arm; how far apart its hips are, and how stout it is. */
function pose(a: Arm, b: Arm, { hips = 32, stout = 1, spread = 3 } = {}): PlacedBitmap {
  const { arms, trunk } = SKETCH;
  const legs: Arm = [spread, spread / 3, 12];
  return drawMember(
    person({
      ...SKETCH,
      width: 760,
      x: 380,
      hips,
      trunk: { ...trunk, shoulders: trunk.shoulders * stout, hem: trunk.hem * stout },
      arms: { ...arms, A: a, B: b },
      legs: { ...SKETCH.legs, A: legs, B: legs },
    }),
  ).design;
}
const flat = { isPerson: true, isFlat: true };
function poseOf(design: PlacedBitmap, known = flat): PoseFinding[] {
  const found = connectedRegions(coverageOf(design));
  return readiness(design, found, figuresOnSheet(found, design.width), known);
}
const kinds = (design: PlacedBitmap, known = flat) => poseOf(design, known).map(({ kind }) => kind);

const RELAXED: Arm = [18, 14, 10];
const POSES: [string, () => PlacedBitmap, PoseFinding['kind'][]][] = [
  ['an A-pose', () => pose(RELAXED, RELAXED), []],
  ['a wide A-pose', () => pose([40, 38, 36], [40, 38, 36]), []],
  ['a T-pose', () => pose([90, 90, 90], [90, 90, 90]), []],
  ['both elbows bent', () => pose([24, 100, 104], [24, 100, 104]), []],
  ['arms raised', () => pose([130, 134, 136], [130, 134, 136]), []],
  ['a stout A-pose', () => pose([30, 26, 24], [30, 26, 24], { stout: 1.25 }), []],
  ['a slim A-pose', () => pose(RELAXED, RELAXED, { stout: 0.85 }), []],
  ['arms along the body', () => pose([3, 1, 0], [3, 1, 0]), ['arms-touch']],
  ['arms along a stout body', () => pose([6, 2, 0], [6, 2, 0], { stout: 1.25 }), ['arms-touch']],
  ['arms on the thighs', () => pose([2, -2, -4], [2, -2, -4]), ['arms-touch']],
  ['legs together', () => pose(RELAXED, RELAXED, { hips: 20, spread: 0 }), ['legs-touch']],
  ['legs crossed', () => pose(RELAXED, RELAXED, { hips: 22, spread: -6 }), ['legs-touch']],
  ['one arm up', () => pose([128, 124, 124], RELAXED), ['uneven']],
  ['one arm out', () => pose([90, 90, 90], [14, 8, 4]), ['uneven']],
  ['a pointing arm', () => pose([110, 100, 100], RELAXED), ['uneven']],
];

test.each(POSES)('%s', (_, draw, expected) => {
  expect(kinds(draw())).toEqual(expected);
});

test('a figure that the canvas cuts off is told with the side, and where', () => {
  const whole = pose(RELAXED, RELAXED);
  const cut = (rect: Partial<PlacedBitmap>) => {
    const cropped = cropPlaced(whole, { x: 0, y: 0, width: whole.width, height: whole.height, ...rect });
    return poseOf(cropped, { isPerson: true, isFlat: false });
  };
  expect(cut({}).map(({ kind }) => kind)).toEqual([]);
  expect(cut({ height: 480 }).map(({ sentence }) => sentence)).toEqual([
    'The figure is cropped by the canvas below. Ask for all of it, with room around.',
  ]);
  expect(cut({ x: 300 })[0].sentence).toMatch('on the left');
  expect(cut({ y: 60, height: 540 })[0].sentence).toMatch('above');
});

test('two figures on one canvas are told; a blank canvas and a dot say nothing', () => {
  const one = pose(RELAXED, RELAXED);
  const both = createPlaced({ x: 0, y: 0, width: one.width * 2, height: one.height });
  compositeOverMutable(both, one);
  compositeOverMutable(both, { ...one, x: one.width });
  expect(kinds(both, { isPerson: true, isFlat: false })).toEqual(['several-figures']);
  const blank = createPlaced({ x: 0, y: 0, width: 60, height: 60 });
  expect(kinds(blank)).toEqual([]);
  blank.data.set([9, 9, 9, 255], (30 * 60 + 30) * 4);
  expect(kinds(blank)).toEqual([]);
});

test('an animal, and a view from the side, are not asked for air beside their limbs', () => {
  const close = pose([3, 1, 0], [3, 1, 0]);
  expect(kinds(close, { isPerson: false, isFlat: true })).toEqual([]);
  expect(kinds(close, { isPerson: true, isFlat: false })).toEqual([]);
});

test('a design that is too small for its closest shot is told before it is cut', () => {
  const design = pose(RELAXED, RELAXED);
  const shot = { part: 'head//', share: 60, frame: 1080 };
  expect(poseOf(design, { ...flat, shot } as typeof flat).map(({ kind }) => kind)).toEqual(['too-small']);
  expect(poseOf(design, { ...flat, shot: { ...shot, share: 10 } } as typeof flat)).toEqual([]);
});

/** A picture of one colour. */
function block(x: number, y: number, width: number, height: number): PlacedBitmap {
  const one = createPlaced({ x, y, width, height });
  one.data.fill(255);
  return one;
}

/** What is told of parts that lie over one another, back to front. */
function told(...laid: readonly (readonly [PlacedBitmap, group: string, part?: string])[]): string[] {
  const faces = laid.map(([face]) => face);
  const parts = laid.map(([, group, part = null]) => ({ group, part }));
  const owners = mapOwners(faces, { x: 0, y: 0, width: 90, height: 90 });
  return coveredParts(faces, parts, owners).map(({ sentence }) => sentence);
}

test('hair that lies over an eye is told, with what to ask for; beside it, it is not', () => {
  const head = [block(10, 10, 60, 60), 'head'] as const;
  const eyes = [block(20, 20, 16, 16), 'eyes'] as const;
  expect(told(head, eyes, [block(36, 10, 10, 40), 'hair'])).toEqual([
    'The hair lies over the eyes. Ask for the face drawn whole, with the hair on a layer of its own.',
  ]);
  expect(told(head, eyes, [block(50, 10, 10, 40), 'hair'])).toEqual([]);
});

test('a thing in a closed hand is told; a hand over the trunk is not', () => {
  const hand = [block(30, 20, 20, 20), 'arm', 'hand'] as const;
  expect(told([block(10, 20, 20, 30), 'lantern'], hand)).toEqual([
    'A hand holds the lantern. Ask for hand and lantern on layers of their own, each drawn whole.',
  ]);
  expect(told([block(10, 20, 20, 30), 'torso'], hand)).toEqual([]);
});

/** A picture turned over. */
function turnedOver(design: PlacedBitmap): PlacedBitmap {
  const rows = Array.from({ length: design.height }, (_, y) =>
    design.data.subarray(y * design.width * 4, (y + 1) * design.width * 4),
  );
  const over = { ...design, data: new Uint8Array(design.data.length) };
  rows.forEach((row, y) => over.data.set(row, (design.height - 1 - y) * design.width * 4));
  return over;
}

test('of the troupe nobody stands on the head, and turned over all who stand on two legs are told', () => {
  const told = { upright: [] as string[], over: [] as string[] };
  for (const make of TROUPE) {
    const { name } = make();
    const { design } = drawMember(make());
    if (oddFigure(design, true)) told.upright.push(name);
    if (oddFigure(turnedOver(design), true)?.kind === 'upside-down') told.over.push(name);
  }
  // A moth, whose wings show like legs, and a goat from the side, are told neither way.
  const others = TROUPE.map((make) => make().name).filter((name) => !['Dusk', 'Sedge'].includes(name));
  expect(told).toEqual({ upright: [], over: others });
  expect(oddFigure(turnedOver(drawMember(TROUPE[0]()).design), false)).toBeNull();
});

test('two on one canvas are told, and a dot or a blank canvas is nothing', () => {
  const one = pose(RELAXED, RELAXED);
  const two = createPlaced({ x: 0, y: 0, width: 2 * one.width, height: one.height });
  compositeOverMutable(two, one);
  compositeOverMutable(two, { ...one, x: one.width });
  expect(oddFigure(two, true)).toMatchObject({
    kind: 'several-figures',
    sentence: expect.stringMatching(/^2 figures stand on one canvas/) as string,
  });
  expect(oddFigure(createPlaced({ x: 0, y: 0, width: 60, height: 60 }), true)).toBeNull();
});
