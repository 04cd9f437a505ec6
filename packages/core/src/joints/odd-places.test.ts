import { cutPart, jointedLimb, rawCharacter, withRounding } from '../testing/jointed.js';
import { box, draw, inside } from '../testing/drawing.js';
import { drawLimb } from '../testing/limbs.js';
import { compareAtRest } from '../cut/rest-match.js';
import { applyDiff, isEmptyDiff } from '../document/diff.js';
import { fitBetween } from './fit-between.js';
import { chainJoints, fitAllJoints, fitByHand, placeFitted } from './place-fitted.js';

const SKIN = [220, 187, 170] as const;
const COAT = [170, 102, 68] as const;
const [width, height] = [200, 200];

/** Two boxes of different paint, each a part. */
function twoBoxes(a: Parameters<typeof box>, b: Parameters<typeof box>) {
  const design = draw(width, height, [
    { shape: box(...a), colour: SKIN },
    { shape: box(...b), colour: COAT },
  ]);
  const torso = cutPart(rawCharacter(design), 'torso', inside(width, height, box(...a)), {
    group: 'torso',
    side: null,
    part: null,
    index: null,
  });
  return cutPart(torso, 'upper', inside(width, height, box(...b)));
}
let made = 0;
const newId = () => `joint ${++made}`;

test('a border of three pixels is too little to fit a disc to: that is said, with its place, and by fit-all too', () => {
  const { doc, art } = twoBoxes([20, 20, 80, 80], [80, 77, 140, 137]);
  const fit = fitBetween(doc, 'upper', 'torso', art);
  expect(fit).toMatchObject({ ok: false, code: 'unsure', sentence: expect.stringMatching(/too little of a limb/) });
  if (!fit.ok) expect(Math.hypot((fit.place?.x ?? 0) - 80, (fit.place?.y ?? 0) - 78)).toBeLessThan(20);
  const all = fitAllJoints(doc, 'v', art, newId);
  expect([all.made, isEmptyDiff(all.diff)]).toEqual([0, true]);
  expect(all.notes).toEqual([expect.stringMatching(/^arm_A_upper is left: Where arm_A_upper and torso touch/)]);
});

test('pieces that touch nowhere are named', () => {
  const { doc, art } = twoBoxes([20, 20, 80, 80], [100, 20, 160, 80]);
  expect(fitBetween(doc, 'upper', 'torso', art)).toMatchObject({
    code: 'do-not-touch',
    sentence: 'arm_A_upper and torso do not touch each other.',
  });
});

/** Two boxes 40 px apart, and a third piece over part of what lies between them. */
function twoBeneath(beard: Parameters<typeof box>) {
  const { doc, art } = twoBoxes([60, 20, 140, 80], [60, 120, 140, 190]);
  const shape = inside(width, height, box(...beard));
  const over = draw(width, height, [{ shape: box(...beard), colour: [240, 240, 230] }]);
  const design = { ...art.design, data: art.design.data.slice() };
  for (let i = 0; i < shape.data.length; i++)
    if (shape.data[i] > 0) design.data.set(over.data.subarray(i * 4, i * 4 + 4), i * 4);
  const uncut = { doc, art: { ...art, design } };
  return cutPart(uncut, 'beard', shape, { group: 'beard', side: null, part: null, index: null });
}

test('what meets wholly beneath a beard gets a disc halfway, which fit-all leaves for the hand to look at', () => {
  const { doc, art } = twoBeneath([70, 70, 130, 130]);
  const fit = fitBetween(doc, 'upper', 'torso', art);
  expect(fit).toMatchObject({ ok: true, confidence: expect.closeTo(0.25) });
  if (!fit.ok) return;
  expect(Math.hypot(fit.x - 100, fit.y - 100)).toBeLessThan(3);
  expect(fit.radius).toBeGreaterThan(14);
  const placed = applyDiff(doc, placeFitted(doc, newId(), 'upper', 'torso', fit, true));
  expect(compareAtRest(placed, 'v', withRounding(placed, art)).differing).toBe(0);
  expect(fitAllJoints(doc, 'v', art, newId).notes).toContainEqual(
    expect.stringMatching(/^arm_A_upper is left: its sides are not clear enough/),
  );
});

test('where what lies between two pieces is not wholly covered, they do not touch', () => {
  const { doc, art } = twoBeneath([70, 90, 130, 130]);
  expect(fitBetween(doc, 'upper', 'torso', art)).toMatchObject({ ok: false, code: 'do-not-touch' });
});

test('a disc drawn on nothing, or off the canvas, is refused; one on paint is what the hand meant', () => {
  const { art } = twoBoxes([20, 20, 80, 80], [80, 20, 140, 80]);
  const by = (x: number, y: number, radius: number) => fitByHand({ x, y, radius }, 'upper', 'torso', art);
  expect(by(20, 180, 12)).toMatchObject({ ok: false, code: 'on-nothing', place: { x: 20, y: 180 } });
  expect(by(-5, 40, 12)).toMatchObject({ ok: false, code: 'outside' });
  expect(by(1e300, 40, 12)).toMatchObject({ ok: false, code: 'outside' });
  expect(by(NaN, 40, 12)).toMatchObject({ ok: false, code: 'outside' });
  expect(by(80, 50, 22)).toMatchObject({ ok: true, x: 80, y: 50, radius: 22, confidence: 1, kind: 'hinge' });
});

test('a chain over pieces of which two do not touch makes nothing, and says which', () => {
  const { doc, art } = twoBoxes([20, 20, 80, 80], [100, 20, 160, 80]);
  expect(() => chainJoints(doc, ['torso', 'upper'], art, newId)).toThrow(/do not touch/);
});

test('fit-all of what is jointed already, or of one piece, makes nothing', () => {
  const jointed = jointedLimb(drawLimb({ width: 40, angle: 0, line: 4 }));
  const again = () => fitAllJoints(jointed.doc, 'v', jointed.art, newId);
  expect(again).toThrow(/has its joint already/);
  const one = cutPart(rawCharacter(jointed.art.design), 'all', inside(width, height, box(0, 0, width, height)));
  expect(() => fitAllJoints(one.doc, 'v', one.art, newId)).toThrow();
});
