import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { maskArea } from '../raster/mask.js';
import { box, draw, inside } from '../testing/drawing.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { crossesItself } from './carried.js';
import { viewUnder } from './propose-under.js';
import { carryContours } from './under-edits.js';

const SIZE = 200;
const plain = (group: string) => ({ group, side: null, part: null, index: null });
const COAT = box(60, 40, 140, 180);
const ARM = box(40, 60, 90, 160);

/** A coat of 80 px with an arm over its left side, 30 px of it, 100 px high. */
function coatAndArm() {
  const design = draw(SIZE, SIZE, [
    { shape: COAT, colour: [200, 150, 70] },
    { shape: ARM, colour: [90, 120, 170] },
  ]);
  let made = cutPart(rawCharacter(design), 'coat', inside(SIZE, SIZE, COAT), plain('coat'));
  made = cutPart(made, 'arm', inside(SIZE, SIZE, ARM), plain('arm'));
  return made;
}

const { doc, art } = coatAndArm();
const coat = drawOrder(doc, 'v')[0].id;
const shapeWith = (carried: Parameters<typeof carryContours>[2]) =>
  viewUnder(applyDiff(doc, carryContours(doc, coat, carried)), 'v', art).shapes.get(coat);

test('as proposed the coat’s side goes straight on beneath the arm', () => {
  const area = maskArea(shapeWith([])?.hidden ?? box0);
  expect(area).toBeGreaterThan(30 * 98);
  expect(area).toBeLessThan(30 * 102);
});

test('a line drawn from end to end is its contour, whichever way it was drawn and wherever it hangs over', () => {
  // In by 10 px halfway down: a waist.
  const waist = [60, 60, 70, 80, 70, 140, 60, 160];
  const back = [60, 160, 70, 140, 70, 80, 60, 60];
  const [one, other] = [waist, back].map((points) => shapeWith([{ kind: 'line', points }]));
  expect(maskArea(one?.hidden ?? box0)).toBeCloseTo(30 * 100 - 80 * 10, -2);
  expect(one?.hidden).toEqual(other?.hidden);
  expect(one?.dropped).toEqual([]);
  // Out beyond the arm nothing is hidden: there it does not go.
  const out = shapeWith([{ kind: 'line', points: [60, 60, 10, 80, 10, 140, 60, 160] }]);
  expect(maskArea(out?.hidden ?? box0)).toBeLessThanOrEqual(50 * 101);
});

test('a curve made by its handles keeps them, and its ends lie on the contour’s', () => {
  const shape = shapeWith([{ kind: 'curve', points: [62, 63, 75, 90, 75, 130, 58, 158] }]);
  const curve = shape?.bridges.find(({ drawn }) => drawn === 0)?.curve ?? [];
  expect(curve.slice(2, 6)).toEqual([75, 90, 75, 130]);
  expect(Math.hypot(curve[0] - 60, curve[1] - 60)).toBeLessThan(3);
});

test('a closed line of its own adds what lies in it; one that meets nothing is told', () => {
  const round = Array.from({ length: 24 }, (_, k) => (k / 24) * 2 * Math.PI).flatMap((angle) => [
    52 + 6 * Math.cos(angle),
    110 + 20 * Math.sin(angle),
  ]);
  const [before, after] = [[], [{ kind: 'line' as const, points: round }]].map((carried) => shapeWith(carried));
  expect(maskArea(after?.hidden ?? box0)).toBeGreaterThan(maskArea(before?.hidden ?? box0) + 150);
  const lost = shapeWith([
    { kind: 'line', points: [120, 50, 130, 60, 135, 100] },
    { kind: 'curve', points: [150, 10, 150, 20, 160, 30, 170, 30] },
  ]);
  expect(lost?.dropped).toEqual([0, 1]);
  expect(lost?.hidden).toEqual(before?.hidden);
});

test.each([
  ['that crosses itself', { kind: 'line' as const, points: [60, 60, 90, 100, 60, 100, 90, 60] }, /crosses itself/],
  ['beside the canvas', { kind: 'line' as const, points: [60, 60, 900, 100, 60, 160] }, /leaves the canvas/],
  ['of two points', { kind: 'line' as const, points: [60, 60, 60, 160] }, /3 to 1000 points/],
  ['with three handles', { kind: 'curve' as const, points: [60, 60, 70, 80, 60, 160] }, /a curve four/],
])('a contour %s is refused', (_, contour, sentence) => {
  expect(() => carryContours(doc, coat, [contour])).toThrow(sentence);
});

test('a line along one way never crosses itself; a bow tie does', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 2, maxLength: 30 }), (heights) => {
      expect(crossesItself(heights.flatMap((y, i) => [i * 3, y]))).toBe(false);
    }),
  );
  expect(crossesItself([0, 0, 10, 10, 10, 0, 0, 10])).toBe(true);
});

const box0 = { width: 0, height: 0, data: new Uint8Array() };
