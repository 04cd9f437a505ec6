import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import { removePart } from '../document/removal.js';
import { DiffBuilder } from '../document/diff.js';
import { partOf } from '../document/family.js';
import { changeJoint } from '../joints/joint-edits.js';
import { copyRows } from '../document/tables.js';
import type { CharacterDoc, PoseRow } from '../document/rows.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { bendsOf, poseOf } from './pose.js';
import { anglesWithin, dropPose, keepPose, keptPose, notInView, renamePose } from './pose-edits.js';

const start = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 })).doc;
const turned = partOf(start, start.pieces.find(({ id }) => id === start.joints[0].childId) ?? start.pieces[0]).id;
const wave = { name: 'wave', angles: { [turned]: 12.345 }, root: { x: 3, y: -2 }, drawingIds: [] };
const kept = (doc: CharacterDoc, pose: Parameters<typeof keepPose>[1], id = 'p') =>
  applyDiff(doc, keepPose(doc, pose, id));

test('a pose is kept by parts and stands again as it stood', () => {
  const doc = kept(start, wave);
  expect(keptPose(doc.poses[0])).toEqual({ angles: { [turned]: 12.35 }, root: { x: 3, y: -2 } });
  expect(bendsOf(doc, 'v', keptPose(doc.poses[0]))).toEqual({ j: 12.35 });
  fc.assert(
    fc.property(fc.integer({ min: -100, max: 100 }), (angle) => {
      const wide = applyDiff(start, changeJoint(start, 'j', { rangeLow: -100, rangeHigh: 100 }));
      const bends: Record<string, number> = angle === 0 ? {} : { j: angle };
      const pose = poseOf(wide, bends, { x: 1, y: 0 });
      expect(bendsOf(wide, 'v', keptPose(kept(wide, { ...pose, name: 'any', drawingIds: [] }).poses[0]))).toEqual(
        bends,
      );
    }),
  );
});

test('the same name changes the pose that bears it; another name is its own', () => {
  const once = kept(start, wave);
  const again = kept(once, { ...wave, name: ' Wave ', angles: { [turned]: 5 } }, 'q');
  expect(again.poses.map(({ id, name, angles }) => [id, name, angles])).toEqual([['p', 'Wave', [5]]]);
  const two = kept(again, { ...wave, name: 'sit' }, 'q');
  expect(two.poses.map(({ name }) => name).sort()).toEqual(['Wave', 'sit']);
  expect(() => renamePose(two, 'q', 'wave')).toThrow(/There is a pose Wave already/);
  expect(applyDiff(two, renamePose(two, 'q', 'kneel')).poses.find(({ id }) => id === 'q')?.name).toBe('kneel');
  expect(applyDiff(two, dropPose(two, 'q')).poses).toHaveLength(1);
});

test('what is no pose is refused with a sentence', () => {
  const refused: [Parameters<typeof keepPose>[1], RegExp][] = [
    [{ ...wave, name: ' – ' }, /needs a name/],
    [{ ...wave, angles: {}, root: { x: 0, y: 0 } }, /Nothing is turned/],
    [{ ...wave, angles: { gone: 4 } }, /no longer there/],
    [{ ...wave, angles: { [turned]: Number.NaN } }, /no number/],
    [{ ...wave, drawingIds: ['gone'] }, /no longer there/],
  ];
  for (const [pose, words] of refused) expect(() => keepPose(start, pose, 'p')).toThrow(words);
  expect(() => dropPose(start, 'p')).toThrow(/no longer there/);
});

test('a pose without its joint is told, and turns nothing; without its part it goes', () => {
  const doc = kept(start, wave);
  const [pose] = doc.poses;
  const loose = { ...doc, joints: [] };
  expect([notInView(doc, 'v', pose), notInView(loose, 'v', pose)]).toEqual([[], [turned]]);
  expect(bendsOf(loose, 'v', keptPose(pose))).toEqual({});
  const diff = new DiffBuilder();
  removePart(doc, doc.parts.find(({ id }) => id === turned) ?? doc.parts[0], null, diff);
  expect(diff.build().removed.map(({ table }) => table)).toContain('pose');
});

test('in a package angles keep within the range of every view that has the joint', () => {
  const doc = kept(start, { ...wave, angles: { [turned]: 70 } });
  const narrow = applyDiff(doc, changeJoint(doc, 'j', { rangeLow: -10, rangeHigh: 25 }));
  expect(anglesWithin(narrow, ['v'], narrow.poses[0])).toEqual({ [turned]: 25 });
  expect(anglesWithin(narrow, ['another'], narrow.poses[0])).toEqual({});
});

test('a copy of a character has poses of its own parts', () => {
  let count = 0;
  const rows = copyRows(kept(start, wave), { id: 'copy' }, () => `new ${count++}`);
  const pose = rows.find(({ table }) => table === 'pose') as PoseRow;
  expect(rows.filter(({ table }) => table === 'part').map(({ id }) => id)).toContain(pose.partIds[0]);
  expect(pose.partIds[0]).not.toBe(turned);
});
