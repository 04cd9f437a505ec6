import type { BendMeasure, JointRow, Sweep } from '@limber-sheaf/core';
import { bend } from '../../testing/bend';
import { findingOf, fitWord, foulStretches, isShortOfRange, worstAngle } from './joint-words';

const range = { rangeLow: -20, rangeHigh: 60, wantedLow: 0, wantedHigh: 0 };
const joint = { radius: 50, lineWidth: 6, ...range, rounded: false } as JointRow;
const sweep = (bends: BendMeasure[], cleanRange: [number, number] | null): Sweep => ({ bends, cleanRange });

test('a clean joint has no finding, and is not short of its range', () => {
  const clean = sweep(
    [-20, 0, 20, 40, 60].map((angle) => bend(angle)),
    [-20, 60],
  );
  expect(findingOf(joint, clean, 'elbow A')).toBeNull();
  expect(isShortOfRange(joint, clean)).toBe(false);
  // Where nothing is wrong, the farthest bend is the one to look at.
  expect(worstAngle(clean)).toBe(60);
});

test('a finding says what is wrong, from which angle, how much at worst, and what would mend it', () => {
  const torn = sweep(
    [bend(-20), bend(0), bend(20), bend(40, { daylight: 90 }), bend(60, { daylight: 214.4 })],
    [-20, 20],
  );
  expect(findingOf(joint, torn, 'elbow A')).toEqual({
    sentence: 'Daylight at elbow A from 40°, 214 px at worst. Round both ends.',
    angle: 60,
  });
  expect(isShortOfRange(joint, torn)).toBe(true);
  expect(worstAngle(torn)).toBe(60);
  const rounded = { ...joint, rounded: true };
  const stray = sweep([bend(-20, { strayLine: 30 }), bend(0), bend(10, { strayLine: 9 }), bend(60)], [0, 0]);
  expect(findingOf(rounded, stray, 'knee B')?.sentence).toBe('Stray line at knee B from 10°, 30 px at worst.');
  expect(foulStretches(rounded, stray)).toEqual([
    [-20, -20],
    [10, 10],
  ]);
});

test('what stays within the limits is no fault, and art without a line has no broken line', () => {
  const almost = sweep([bend(0), bend(30, { daylight: 2.4, brokenLine: 12, strayLine: 4 })], [0, 30]);
  expect(findingOf(joint, almost, 'elbow A')).toBeNull();
  const broken = sweep([bend(0), bend(30, { brokenLine: 80 })], [0, 0]);
  expect(findingOf(joint, broken, 'elbow A')?.sentence).toMatch(/^Broken line/);
  expect(findingOf({ ...joint, lineWidth: 0 }, broken, 'elbow A')).toBeNull();
});

test('a border that opens beside the disc is a fault as well', () => {
  const open = sweep([bend(-20, { torn: 33 }), bend(0)], [0, 0]);
  expect(findingOf(joint, open, 'knee A')?.sentence).toMatch(/^Torn border at knee A from -20°, 33 px/);
});

test('not known yet is not short; not even clean at rest is', () => {
  expect(isShortOfRange(joint, null)).toBe(false);
  expect(isShortOfRange(joint, sweep([bend(0, { daylight: 900 })], null))).toBe(true);
});

test('a fit says how sure it is', () => {
  expect([1, 0.97, 0.6, 0.11].map(fitWord)).toEqual([
    'by hand',
    'sure · 97 %',
    'fair · 60 %',
    'unsure: look closely · 11 %',
  ]);
});
