import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import { partOf } from '../document/family.js';
import type { CharacterDoc, Ease } from '../document/rows.js';
import { copyRows } from '../document/tables.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { motionFaultsKey } from './faults-in-motion.js';
import { dropMotion, keepMotion, stepsOfMotion, type MotionStep } from './motion-edits.js';
import { motionFrames, motionsFor, ownMotion } from './motions.js';
import { dropPose, keepPose } from './pose-edits.js';
import { bendsOf } from './pose.js';

const start = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 })).doc;
const turned = partOf(start, start.pieces.find(({ id }) => id === start.joints[0].childId) ?? start.pieces[0]).id;
const posed = [
  ['up', 20],
  ['down', -10],
].reduce((doc, [name, angle]) => {
  const pose = { name: String(name), angles: { [turned]: Number(angle) }, root: { x: 0, y: 0 }, drawingIds: [] };
  return applyDiff(doc, keepPose(doc, pose, String(name)));
}, start);
const step = (poseId: string | null, seconds = 1, ease: Ease = 'even'): MotionStep => ({ poseId, seconds, ease });
const kept = (doc: CharacterDoc, steps: readonly MotionStep[], name = 'beckon', id = 'm') =>
  applyDiff(doc, keepMotion(doc, { name, steps }, id));
const angles = (doc: CharacterDoc, fps: 12 | 24 | 30 = 24) => {
  const { poses } = motionFrames(doc, 'v', ownMotion(doc.motions[0]), { fps, amount: 1, late: false });
  return poses.map((pose) => bendsOf(doc, 'v', pose)[start.joints[0].id] ?? 0);
};

test('a motion goes from pose to pose in the times it was given, and from the last back to the first', () => {
  const doc = kept(posed, [step(null, 0.5), step('up', 1), step('down', 0.5)]);
  const seen = angles(doc);
  expect(seen).toHaveLength(48);
  expect([seen[0], seen[12], seen[36]]).toEqual([0, 20, -10]);
  // Half a second from rest to 20°, a second to -10°, half of one back.
  expect(seen[6]).toBeCloseTo(10, 6);
  expect(seen[24]).toBeCloseTo(5, 6);
  expect(seen[42]).toBeCloseTo(-5, 6);
  const listed = motionsFor(doc, 'v').find(({ key }) => key === ownMotion(doc.motions[0]));
  expect(listed).toMatchObject({ word: 'beckon', seconds: 2, lacks: null });
});

test('how it goes: evenly, softly out and in, or all at once', () => {
  const half = (ease: Ease) => angles(kept(posed, [step(null, 1, ease), step('up', 1, ease)])).slice(0, 24);
  expect(half('even')[6]).toBeCloseTo(5, 6);
  expect(half('soft')[6]).toBeCloseTo((20 * (1 - Math.cos(Math.PI / 4))) / 2, 6);
  expect(new Set(half('sudden'))).toEqual(new Set([0]));
});

test('whatever its times, it begins where its round ends, and never leaves what lies between its poses', () => {
  const some = fc.record({
    poseId: fc.constantFrom(null, 'up', 'down'),
    seconds: fc.double({ min: 0.1, max: 2, noNaN: true }),
    ease: fc.constantFrom<Ease>('even', 'soft', 'sudden'),
  });
  fc.assert(
    fc.property(
      fc.array(some, { minLength: 2, maxLength: 8 }),
      fc.constantFrom<12 | 24 | 30>(12, 24, 30),
      (steps, fps) => {
        fc.pre(new Set(steps.map(({ poseId }) => poseId)).size > 1);
        const doc = kept(posed, steps);
        const seen = angles(doc, fps);
        const first = steps[0].poseId === 'up' ? 20 : steps[0].poseId === 'down' ? -10 : 0;
        expect(seen[0]).toBeCloseTo(first, 6);
        expect(seen.every((angle) => angle >= -10 - 1e-9 && angle <= 20 + 1e-9)).toBe(true);
        expect(stepsOfMotion(doc.motions[0]).map(({ poseId }) => poseId)).toEqual(steps.map(({ poseId }) => poseId));
      },
    ),
    { numRuns: 40 },
  );
});

test('a pose that goes leaves its motions; one that would go nowhere goes with it', () => {
  const doc = kept(kept(posed, [step(null), step('up'), step('down')]), [step(null), step('up')], 'nudge', 'n');
  const left = applyDiff(doc, dropPose(doc, 'up'));
  expect(left.motions.map(({ name, poseIds, seconds }) => [name, poseIds, seconds.length])).toEqual([
    ['beckon', [null, 'down'], 2],
  ]);
  expect(applyDiff(left, dropMotion(left, 'm')).motions).toEqual([]);
});

test('the same name changes the motion that bears it; a copy of the character keeps it with its own poses', () => {
  const doc = kept(kept(posed, [step(null), step('up')]), [step('down'), step(null), step('up')], ' Beckon ', 'other');
  expect(doc.motions.map(({ id, name, poseIds }) => [id, name, poseIds.length])).toEqual([['m', 'Beckon', 3]]);
  let ids = 0;
  const rows = copyRows(doc, { id: 'copy' }, () => `fresh ${++ids}`);
  const poses = rows.filter((row) => row.table === 'pose').map(({ id }) => id);
  const motion = rows.find((row) => row.table === 'motion');
  expect(motion?.table === 'motion' && motion.poseIds.map((id) => id === null || poses.includes(id))).toEqual([
    true,
    true,
    true,
  ]);
});

test('what it shows is found again for the same motion, and anew for other times', () => {
  const keyOf = (doc: CharacterDoc) => motionFaultsKey(doc, 'v', {}, ownMotion(doc.motions[0]), { fps: 24, amount: 1 });
  const doc = kept(posed, [step(null), step('up')]);
  expect(keyOf(kept(posed, [step(null), step('up')], 'beckon', 'another id'))).toBe(keyOf(doc));
  expect(keyOf(kept(posed, [step(null), step('up', 2)]))).not.toBe(keyOf(doc));
});

test('what is no motion is refused in a sentence', () => {
  const refused: [string, MotionStep[], RegExp][] = [
    [' – ', [step(null), step('up')], /needs a name/],
    ['one', [step('up')], /2 to 8 poses/],
    ['nine', Array.from({ length: 9 }, () => step('up')), /2 to 8 poses/],
    ['still', [step('up'), step('up')], /nothing moves/],
    ['gone', [step(null), step('gone')], /no longer there/],
    ['long', [step(null, 11), step('up')], /0.1 to 10 s/],
    ['never', [step(null, Number.NaN), step('up')], /0.1 to 10 s/],
  ];
  for (const [name, steps, words] of refused) expect(() => keepMotion(posed, { name, steps }, 'x')).toThrow(words);
  expect(() => dropMotion(posed, 'gone')).toThrow(/no longer there/);
});
