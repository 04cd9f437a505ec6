import { ownersAtRest } from '../cut/owners.js';
import { drawOrder } from '../document/family.js';
import { maskArea } from '../raster/mask.js';
import { coverageOf } from '../raster/mask.js';
import { box, draw, inside } from '../testing/drawing.js';
import { cutPart, jointedLimb, rawCharacter } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { drawHidden, shapeOfJoints } from './hidden-piece.js';

const SIZE = 160;
const plain = (group: string) => ({ group, side: null, part: null, index: null });
const LEGS = box(50, 100, 110, 150);
const COAT = box(40, 40, 120, 110);

function coatOverLegs() {
  const design = draw(SIZE, SIZE, [
    { shape: LEGS, colour: [60, 70, 120] },
    { shape: COAT, colour: [200, 150, 70] },
  ]);
  let made = cutPart(rawCharacter(design), 'legs', inside(SIZE, SIZE, LEGS), plain('legs'));
  made = cutPart(made, 'coat', inside(SIZE, SIZE, COAT), plain('coat'));
  return { ...made, owners: ownersAtRest(made.doc, 'v', made.art) };
}

const { doc, art, owners } = coatOverLegs();
const HIP = { colour: [60, 70, 120] as const, line: { width: 4, colour: [30, 30, 40] as const } };

test('a hip beneath a coat is painted where the coat hides it, with its own line, and nowhere else', () => {
  // Reaches over both sides of the coat by 20 px.
  const made = drawHidden({ ...HIP, loop: [20, 70, 140, 70, 140, 95, 20, 95] }, owners, art.design);
  if (!made.ok) throw new Error(made.sentence);
  const { x, y, width, height, data } = made.beneath;
  expect([x, width]).toEqual([40, 80]);
  // Half of the line lies outside its contour.
  expect([y, height]).toEqual([68, 29]);
  const at = (px: number, py: number) => [...data.subarray(((py - y) * width + px - x) * 4).subarray(0, 4)];
  expect(at(80, 82)).toEqual([60, 70, 120, 255]);
  expect(at(80, 70)).toEqual([30, 30, 40, 255]);
  expect(maskArea(coverageOf(made.beneath))).toBe(80 * 29);
});

test('the inside of a mouth is darker the deeper it lies', () => {
  const made = drawHidden({ ...HIP, shade: 0.5, loop: [50, 60, 110, 60, 110, 100, 50, 100] }, owners, art.design);
  if (!made.ok) throw new Error(made.sentence);
  const { x, y, width, data } = made.beneath;
  const lightAt = (px: number) => data[((80 - y) * width + px - x) * 4 + 2];
  const across = [54, 58, 62, 66, 70].map(lightAt);
  expect(across).toEqual([...across].sort((a, b) => b - a));
  expect(lightAt(80)).toBeCloseTo(60, -1);
  expect(across[0]).toBeGreaterThan(100);
});

test('it lies directly behind the hindmost of what hides it', () => {
  const [first, second] = drawOrder(doc, 'v');
  const index = (loop: number[]) => {
    const made = drawHidden({ ...HIP, loop }, owners, art.design);
    return made.ok ? made.index : made.code;
  };
  expect(index([60, 60, 100, 60, 100, 80, 60, 80])).toBe(doc.pieces.indexOf(second));
  expect(index([60, 90, 100, 90, 100, 140, 60, 140])).toBe(doc.pieces.indexOf(first));
});

test.each([
  ['beside the character', [2, 2, 30, 2, 30, 30, 2, 30]],
  ['of a few pixels', [60, 60, 64, 60, 64, 64, 60, 64]],
])('a shape %s is refused', (_, loop) => {
  expect(drawHidden({ ...HIP, loop }, owners, art.design)).toMatchObject({ ok: false, code: 'not-hidden' });
});

test('the shape of some joints holds all of their discs and no more', () => {
  const limb = jointedLimb(drawLimb({ width: 40, angle: 0, line: 4 }));
  const [joint] = limb.doc.joints;
  const other = { ...joint, id: 'other', x: joint.x + 60, radius: 12 };
  const of = { ...limb.doc, joints: [joint, other] };
  const loop = shapeOfJoints(of, ['lower']) ?? [];
  const xs = loop.filter((_, i) => i % 2 === 0);
  const ys = loop.filter((_, i) => i % 2 === 1);
  expect(Math.min(...xs)).toBeCloseTo(joint.x - joint.radius, 3);
  expect(Math.max(...xs)).toBeCloseTo(joint.x + 72, 3);
  expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(2 * joint.radius, 3);
  expect(shapeOfJoints(of, ['nobody'])).toBeNull();
});
