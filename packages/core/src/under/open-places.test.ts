import { applyDiff } from '../document/diff.js';
import type { CharacterDoc } from '../document/rows.js';
import { placeJoint } from '../joints/joint-edits.js';
import { box, draw, inside, type Shape } from '../testing/drawing.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { findOpen } from './open-places.js';
import { viewUnder } from './propose-under.js';
import { carryContours, sayNothingAt, setEndsHere } from './under-edits.js';

const SIZE = 200;
const plain = (group: string) => ({ group, side: null, part: null, index: null });
const COAT = box(40, 40, 160, 180);

/** A coat with a patch on it that turns about its own top left corner; drawn at some place, 40 × 40 px. */
function patched(x: number, y: number) {
  const patch: Shape = box(x, y, x + 40, y + 40);
  const design = draw(SIZE, SIZE, [
    { shape: COAT, colour: [200, 150, 70] },
    { shape: patch, colour: [90, 120, 170] },
  ]);
  let made = cutPart(rawCharacter(design), 'coat', inside(SIZE, SIZE, COAT), plain('coat'));
  made = cutPart(made, 'patch', inside(SIZE, SIZE, patch), plain('patch'));
  const [coat, on] = ['coat', 'patch'].map((group) => {
    const part = made.doc.parts.find((one) => one.group === group);
    return made.doc.pieces.find(({ partId }) => partId === part?.id)?.id as string;
  });
  const fit = {
    kind: 'swivel' as const,
    discOn: 'child' as const,
    x: x + 4,
    y: y + 4,
    radius: 4,
    contacts: [
      { x, y },
      { x: x + 8, y },
    ] as [{ x: number; y: number }, { x: number; y: number }],
    axis: 0,
    lineWidth: 0,
    lineColour: [0, 0, 0] as const,
    fillColour: [90, 120, 170] as const,
    confidence: 1,
  };
  const jointed = applyDiff(made.doc, placeJoint(made.doc, 'j', on, coat, fit));
  const doc: CharacterDoc = {
    ...jointed,
    joints: jointed.joints.map((one) => ({ ...one, rangeLow: -90, rangeHigh: 90 })),
  };
  return { doc, art: made.art, coat };
}

const open = (doc: CharacterDoc, art: ReturnType<typeof patched>['art']) =>
  findOpen(doc, 'v', art, viewUnder(doc, 'v', art));

test('beneath a patch amid a coat that is to end there, a hole opens: once, with the angle that shows it', () => {
  const { doc, art, coat } = patched(90, 90);
  expect(open(doc, art)).toEqual([]);
  const ends = applyDiff(doc, setEndsHere(doc, coat, true));
  const [hole, ...others] = open(ends, art);
  expect(others).toEqual([]);
  expect(hole.area).toBeGreaterThan(1000);
  expect(hole.area).toBeLessThan(1700);
  expect(hole.turns).toEqual([{ jointId: 'j', angle: expect.any(Number) as number }]);
  expect(hole.place.x).toBeGreaterThan(90);
  expect(hole.place.y).toBeLessThan(130);
});

test('said to be nothing, or given to the coat, it is not asked about again', () => {
  const { doc, art, coat } = patched(90, 90);
  const ends = applyDiff(doc, setEndsHere(doc, coat, true));
  const [hole] = open(ends, art);
  expect(open(applyDiff(ends, sayNothingAt(ends, 'v', hole.place)), art)).toEqual([]);
  const given = applyDiff(doc, carryContours(doc, coat, [{ kind: 'line', points: hole.loop }]));
  expect(open(given, art)).toEqual([]);
  expect(() => sayNothingAt(ends, 'v', { x: -4, y: 3 })).toThrow(/not on the canvas/);
});

test('what opens towards the outside has but moved away', () => {
  const { doc, art, coat } = patched(10, 90);
  expect(open(applyDiff(doc, setEndsHere(doc, coat, true)), art)).toEqual([]);
});
