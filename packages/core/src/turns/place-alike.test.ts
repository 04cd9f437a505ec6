import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import { partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, JointRow } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import { PEOPLE } from '../testing/troupe/people.js';
import { onTheBench } from '../testing/troupe/index.js';
import { facingOf, layUnfitted, placeLike, rangeFromSide } from './place-alike.js';

const fitted = ((): { doc: CharacterDoc; art: ViewArt } => {
  const { doc, art } = onTheBench(PEOPLE[0]());
  let made = 0;
  return { doc: applyDiff(doc, fitAllJoints(doc, 'v', art, () => `joint ${made++}`).diff), art };
})();

/** The same figure seen as a view of that key, its feet moved by so many px to the right. */
function seenFrom(key: string, feet: number, doc = fitted.doc): CharacterDoc {
  const isFoot = (id: string) => partOf(doc, pieceById(doc, id)).part === 'foot';
  return {
    ...doc,
    views: doc.views.map((view) => ({ ...view, key })),
    pieces: doc.pieces.map((piece) =>
      isFoot(piece.id) ? { ...piece, face: { ...piece.face, x: piece.face.x + feet } } : piece,
    ),
  };
}
const lowerOf = (doc: CharacterDoc, group: string): JointRow => {
  const found = doc.joints.find(({ childId }) => {
    const part = partOf(doc, pieceById(doc, childId));
    return part.group === group && part.part === 'lower' && part.side === 'A';
  });
  if (!found) throw new Error(`no lower ${group}`);
  return found;
};

test('a figure looks where its feet point, and nowhere where it has none', () => {
  expect(facingOf(seenFrom('side', 30), 'v')).toBe(1);
  expect(facingOf(seenFrom('side', -30), 'v')).toBe(-1);
  const footless = { ...fitted.doc, pieces: fitted.doc.pieces.filter(({ id }) => !id.includes('foot')) };
  expect(facingOf(footless, 'v')).toBe(0);
});

test('from the side knees bend backwards and elbows forwards, whichever way it looks; from in front they stay', () => {
  const bends = (doc: CharacterDoc, group: string, rangeLow: number, rangeHigh: number) => {
    const joint = { ...lowerOf(doc, group), rangeLow, rangeHigh };
    const range = rangeFromSide(doc, joint);
    return range ? [range.rangeLow, range.rangeHigh] : null;
  };
  const [right, left, front] = [seenFrom('side', 30), seenFrom('side', -30), seenFrom('front', 30)];
  // Clockwise takes a shin that hangs down to the left.
  expect(bends(right, 'leg', -5, 120)).toBeNull();
  expect(bends(right, 'leg', -120, 5)).toEqual([-5, 120]);
  expect(bends(left, 'leg', -5, 120)).toEqual([-120, 5]);
  expect(bends(right, 'arm', -5, 120)).toEqual([-120, 5]);
  expect(bends(left, 'arm', -5, 120)).toBeNull();
  expect(bends(front, 'leg', -120, 5)).toBeNull();
});

test('a range from the side is the range or its mirror, and is right from then on', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -170, max: 0 }),
      fc.integer({ min: 0, max: 170 }),
      fc.constantFrom(30, -30),
      fc.constantFrom('leg', 'arm'),
      (rangeLow, rangeHigh, feet, group) => {
        const doc = seenFrom('side', feet);
        const joint = { ...lowerOf(doc, group), rangeLow, rangeHigh };
        const range = rangeFromSide(doc, joint);
        if (!range) return;
        expect([range.rangeLow, range.rangeHigh]).toEqual([0 - rangeHigh, 0 - rangeLow]);
        expect(rangeFromSide(doc, { ...joint, ...range })).toBeNull();
      },
    ),
  );
});

/** The figure twice: in its view, and in another that is the same picture, with what joints it keeps there. */
function twice(keeps: (joint: JointRow) => JointRow | null): { doc: CharacterDoc; art: ViewArt } {
  const { doc, art } = fitted;
  const there = (id: string) => `w ${id}`;
  const joints = doc.joints.flatMap((joint) => {
    const kept = keeps(joint);
    const own = { id: there(joint.id), viewId: 'w', twinId: null };
    return kept ? [{ ...kept, ...own, childId: there(joint.childId), parentId: there(joint.parentId) }] : [];
  });
  const both: CharacterDoc = {
    ...doc,
    views: [...doc.views, { ...doc.views[0], id: 'w', key: 'back' }],
    pieces: [...doc.pieces, ...doc.pieces.map((piece) => ({ ...piece, id: there(piece.id), viewId: 'w' }))],
    joints: [...doc.joints, ...joints],
  };
  return {
    doc: both,
    art: { design: art.design, pieces: new Map([...art.pieces].map(([id, one]) => [there(id), one])) },
  };
}

test('a joint that was fitted alike stays where it is; one on something else is laid as in the other view', () => {
  const knee = lowerOf(fitted.doc, 'leg');
  const same = twice((joint) => joint);
  const here = same.doc.joints.find(({ id }) => id === `w ${knee.id}`) as JointRow;
  expect(placeLike(same.doc, knee, here, same.art)).toEqual({});
  // Twice as large: that was no knee.
  const off = placeLike(same.doc, knee, { ...here, radius: 2 * knee.radius, y: here.y + 40 }, same.art);
  expect(Math.abs((off.x ?? 0) - knee.x)).toBeLessThan(0.35 * knee.radius);
  expect(off.y).toBeCloseTo(knee.y, 0);
  expect(off.radius ?? 0).toBeLessThanOrEqual(knee.radius + 0.1);
});

test('joints that could not be fitted lie where they lie in the other view, are unsure, and are told', () => {
  const isLeg = (joint: JointRow) => partOf(fitted.doc, pieceById(fitted.doc, joint.childId)).group === 'leg';
  const { doc, art } = twice((joint) => (isLeg(joint) ? null : joint));
  let made = 0;
  const laid = layUnfitted(doc, 'v', 'w', art, () => `laid ${made++}`);
  const after = applyDiff(doc, laid.diff);
  const legs = fitted.doc.joints.filter(isLeg);
  expect([laid.made, laid.notes.length]).toEqual([legs.length, legs.length]);
  for (const there of legs) {
    const here = after.joints.find(({ childId }) => childId === `w ${there.childId}`) as JointRow;
    expect(Math.hypot(here.x - there.x, here.y - there.y)).toBeLessThan(0.35 * there.radius);
    expect(here.confidence).toBeLessThan(0.5);
  }
  expect(laid.notes.every((note) => note.includes('hardly shows here'))).toBe(true);
  // What has a joint is left alone.
  expect(layUnfitted(after, 'v', 'w', art, () => 'again').made).toBe(0);
});
