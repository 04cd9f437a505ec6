import { applyDiff } from '../document/diff.js';
import { changeJoint } from '../joints/joint-edits.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { rigEntry, uncutEntry } from './rig-entry.js';

const limb = jointedLimb(drawLimb({ width: 44, angle: 0, line: 6 }));
const BOUNDS = { x: 10, y: 20, width: 30, height: 40 };

const entryWith = (change: Parameters<typeof changeJoint>[2]) => {
  const doc = applyDiff(limb.doc, changeJoint(limb.doc, 'j', change));
  const piece = doc.pieces.find(({ id }) => id === 'lower');
  if (!piece) throw new Error('no lower piece');
  return rigEntry(doc, piece, BOUNDS, [
    { jointId: 'j', cleanRange: [-20, 60], worst: { angle: 0 } as never, discBare: 0 },
  ]);
};

test('a joint leaves with its pivot, its range and what is clean of it', () => {
  const { joint, pivot, parent, kind, bounds } = entryWith({ rangeLow: -30, rangeHigh: 90 });
  const [row] = limb.doc.joints;
  expect(pivot).toEqual({ x: row.x, y: row.y });
  expect(joint).toMatchObject({ kind: 'hinge', discOn: 'both', radius: row.radius, range: [-30, 90] });
  expect(joint?.cleanRange).toEqual([-20, 60]);
  expect({ parent, kind, bounds }).toEqual({ parent: 'arm_A_upper', kind: 'face', bounds: BOUNDS });
});

test.each([
  ['back', 'back'],
  ['front', 'front'],
  ['both', 'both'],
  ['none', 'none'],
  ['under', 'none'],
] as const)('an outline on %s is %s for the rigger: one beneath both is a piece of its own', (outlineOn, told) => {
  expect(entryWith({ outlineOn }).joint?.outlineOn).toBe(told);
});

test('looseness leaves in pixels: at most a quarter of the line', () => {
  const [{ lineWidth }] = limb.doc.joints;
  expect(entryWith({ looseness: 0 }).joint?.looseness).toBe(0);
  expect(entryWith({ looseness: 1 }).joint?.looseness).toBeCloseTo(lineWidth / 4, 1);
  expect(entryWith({ looseness: 0.4 }).joint?.looseness).toBeCloseTo(lineWidth / 10, 1);
});

test('a root has no pivot, and what is uncut moves with nothing', () => {
  const upper = limb.doc.pieces.find(({ id }) => id === 'upper');
  if (!upper) throw new Error('no upper piece');
  expect(rigEntry(limb.doc, upper, BOUNDS, [])).toMatchObject({ parent: null, pivot: null, joint: null });
  expect(uncutEntry('view 1', BOUNDS)).toMatchObject({ id: 'view 1', name: 'uncut', kind: 'uncut', parent: null });
});
