import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { changeJoint } from '../joints/joint-edits.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { addOrderChange } from '../stack/order-by-pose.js';
import { faultsInMotion, motionFaultsKey } from './faults-in-motion.js';
import { NO_FAULTS } from './motion-faults.js';
import { poseOf } from './pose.js';

const start = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const { art } = start;
const wide = applyDiff(start.doc, changeJoint(start.doc, 'j', { rangeLow: -90, rangeHigh: 90 }));
const [back, front] = drawOrder(wide, 'v').map(({ id }) => id);
const posed = (...angles: number[]) => ({ poses: angles.map((angle) => poseOf(wide, { j: angle })) });

test('a limb that is rounded is nowhere bare; at rest nothing is', () => {
  expect(faultsInMotion(wide, 'v', art, posed(0, 40, -60, 90))).toEqual({ ...NO_FAULTS, measured: ['j'] });
});

test('without its rounded end what lies beneath is seen bare, in the frames that turn it, the more the farther', () => {
  const sheets = art.pieces.get(back);
  const bare = {
    ...art,
    pieces: new Map([...art.pieces, [back, { ...sheets, face: sheets?.face ?? null, under: null, overlap: null }]]),
  };
  const found = faultsInMotion(wide, 'v', bare, posed(0, 20, 60, 90)).bare;
  expect([...new Set(found.map(({ pieceId }) => pieceId))]).toEqual([back]);
  expect(found.every(({ frame }) => frame > 0)).toBe(true);
  const areas = found.map(({ area }) => area);
  expect(areas).toEqual([...areas].sort((a, b) => a - b));
  // A card that comes to lie behind lets all of it be seen.
  const change = { id: 'o', jointId: 'j', low: 10, high: 90, movedIds: [front], place: 'behind' as const, atId: back };
  const behind = applyDiff(wide, addOrderChange(wide, change));
  expect(faultsInMotion(behind, 'v', bare, posed(0, 20)).bare[0].area).toBeGreaterThanOrEqual(areas[0]);
});

test('its key goes by all that the answer depends on', () => {
  const key = (of: typeof wide, amount = 1) => motionFaultsKey(of, 'v', {}, 'nod', { fps: 24, amount });
  const narrow = applyDiff(wide, changeJoint(wide, 'j', { rangeHigh: 30 }));
  const named = { ...wide, parts: wide.parts.map((part) => ({ ...part, group: 'leg' })) };
  const turned = { ...wide, views: wide.views.map((view) => ({ ...view, key: 'side' })) };
  const soft = { points: [60, 20, 60, 60, 60, 90], stiffness: [0, 0, 0] };
  const bends = { ...wide, pieces: wide.pieces.map((piece) => ({ ...piece, soft })) };
  const keys = [key(wide), key(wide, 0.5), key(narrow), key(named), key(turned), key(bends)];
  expect(new Set(keys).size).toBe(keys.length);
  expect(key({ ...wide })).toBe(keys[0]);
});
