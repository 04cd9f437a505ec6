import { applyDiff } from '../document/diff.js';
import { pieceById } from '../document/find.js';
import { changeJoint } from '../joints/joint-edits.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { followLate, looseJoints } from './follow-late.js';
import { poseOf, type Pose } from './pose.js';

const start = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 })).doc;
const wide = applyDiff(start, changeJoint(start, 'j', { rangeLow: -60, rangeHigh: 60 }));
const { partId } = pieceById(wide, 'lower');
/** The lower part hangs like hair. */
const loose = {
  ...wide,
  parts: wide.parts.map((part) => (part.id === partId ? { ...part, group: 'hair', part: 'back' } : part)),
};
const FPS = 24;
/** The character goes to and fro, px. */
const swayed = (by: number, frames = 48): Pose[] =>
  Array.from({ length: frames }, (_, i) => ({
    angles: {},
    root: { x: by * Math.sin((2 * Math.PI * i) / frames), y: 0 },
  }));
const swingOf = (poses: readonly Pose[]) => poses.map(({ angles }) => angles[partId] ?? 0);

test('what hangs loosely swings against the way it is moved, later, and leads from the last frame into the first', () => {
  expect(looseJoints(loose, 'v').map(({ id }) => id)).toEqual(['j']);
  const swing = swingOf(followLate(loose, 'v', swayed(30), FPS));
  expect(Math.max(...swing)).toBeGreaterThan(0.3);
  const steps = swing.map((angle, i) => Math.abs(swing[(i + 1) % swing.length] - angle));
  // No step is larger than the others: there is no seam.
  expect(steps.at(-1)).toBeLessThanOrEqual(Math.max(...steps.slice(0, -1)) + 1e-9);
  expect(swing.reduce((sum, angle) => sum + angle, 0)).toBeCloseTo(0, 6);
  const twice = swingOf(followLate(loose, 'v', swayed(60), FPS));
  expect(Math.max(...twice)).toBeCloseTo(2 * Math.max(...swing), 6);
});

test('it solves the pendulum: stepped on by small times for long, it swings alike', () => {
  const frames = 48;
  const swing = swingOf(followLate(loose, 'v', swayed(30, frames), FPS));
  // The same pendulum, stepped (semi-implicit Euler), with what the function finds by its own lengths taken from its answer.
  const joint = loose.joints[0];
  const { face } = pieceById(loose, 'lower');
  const middle = { x: face.x + face.width / 2 - joint.x, y: face.y + face.height / 2 - joint.y };
  const length = 2 * Math.hypot(middle.x, middle.y);
  const own = 2 * Math.PI * 1.7 * Math.sqrt(loose.views[0].height / 7 / length);
  const across = -middle.y / (length / 2);
  const [turn, step] = [(2 * Math.PI * FPS) / frames, 1 / 24000];
  let [angle, pace] = [0, 0];
  const stepped: number[] = [];
  for (let k = 0; k < 24000 * 20; k++) {
    const t = k * step;
    if (k >= 24000 * 18 && k % 1000 === 0) stepped.push((angle * 180) / Math.PI);
    const sped = -30 * turn * turn * Math.sin(turn * t);
    pace += step * (-2 * 0.35 * own * pace - own * own * angle - (sped * across) / length);
    angle += step * pace;
  }
  for (const [i, one] of swing.entries()) expect(Math.abs(one - stepped[i])).toBeLessThan(0.05);
});

test('nothing moves that is still, is turned by the motion, or does not hang loosely; ranges are kept', () => {
  expect(swingOf(followLate(loose, 'v', swayed(0), FPS)).every((angle) => angle === 0)).toBe(true);
  expect(followLate(wide, 'v', swayed(30), FPS)).toEqual(swayed(30));
  const turned = swayed(30).map(({ root }) => poseOf(loose, { j: 9 }, root));
  expect(followLate(loose, 'v', turned, FPS)).toEqual(turned);
  const narrow = applyDiff(loose, changeJoint(loose, 'j', { rangeLow: -2, rangeHigh: 2 }));
  expect(swingOf(followLate(narrow, 'v', swayed(900), FPS)).every((angle) => Math.abs(angle) <= 2)).toBe(true);
});
