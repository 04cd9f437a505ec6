import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import type { CharacterDoc } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { changeJoint } from '../joints/joint-edits.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { carryOver } from './carry-over.js';

/** A limb that is jointed in one view, and cut in another, where it lies in the other order and has no joint yet. */
function twoViews(): { doc: CharacterDoc; art: ViewArt } {
  const { doc, art } = jointedLimb(drawLimb({ width: 60, angle: 12, line: 6 }));
  const [low, high] = drawOrder(doc, 'v').map(({ depth }) => depth);
  const there = doc.pieces.map((piece) => ({
    ...piece,
    id: `side ${piece.id}`,
    viewId: 'w',
    depth: piece.depth === low ? high : low,
  }));
  const pieces = new Map([...art.pieces].map(([id, { face }]) => [`side ${id}`, { face, overlap: null, under: null }]));
  const views = [...doc.views, { ...doc.views[0], id: 'w', key: 'side' }];
  return { doc: { ...doc, views, pieces: [...doc.pieces, ...there] }, art: { design: art.design, pieces } };
}

test('a view takes over order and range of another, and its joint is fitted to its own limb', () => {
  const { doc: plain, art } = twoViews();
  const doc = applyDiff(plain, changeJoint(plain, 'j', { rangeLow: -20, rangeHigh: 95, looseness: 0.4 }));
  const { diff, made } = carryOver(doc, 'v', 'w', art, () => 'made');
  const after = applyDiff(doc, diff);
  expect(made).toBe(1);
  const [there, here] = ['j', 'made'].map((id) => after.joints.find((joint) => joint.id === id));
  expect(here).toMatchObject({ viewId: 'w', childId: 'side lower', rangeLow: -20, rangeHigh: 95, looseness: 0.4 });
  expect(Math.hypot((here?.x ?? 0) - (there?.x ?? 0), (here?.y ?? 0) - (there?.y ?? 0))).toBeLessThan(1);
  const order = (viewId: string) => drawOrder(after, viewId).map(({ partId }) => partId);
  expect(order('w')).toEqual(order('v'));
  // Nothing of the other view is another for it.
  expect(after.joints.find(({ id }) => id === 'j')).toEqual(doc.joints[0]);
});

test('what has a joint already keeps it, and views without a part in common refuse', () => {
  const { doc, art } = twoViews();
  const once = applyDiff(doc, carryOver(doc, 'v', 'w', art, () => 'made').diff);
  const again = carryOver(once, 'v', 'w', art, () => 'other');
  expect(again.made).toBe(0);
  expect(applyDiff(once, again.diff).joints).toEqual(once.joints);
  const bare = { ...doc, pieces: doc.pieces.filter(({ viewId }) => viewId === 'v') };
  expect(() => carryOver(bare, 'v', 'w', art, () => 'made')).toThrow('no part in common');
});

test('the order alone is carried, or one part’s joint alone', () => {
  const { doc, art } = twoViews();
  const order = (after: CharacterDoc, viewId: string) => drawOrder(after, viewId).map(({ partId }) => partId);
  const laid = carryOver(doc, 'v', 'w', art, () => 'made', { joints: false });
  expect([laid.made, order(applyDiff(doc, laid.diff), 'w')]).toEqual([0, order(doc, 'v')]);
  const lower = doc.pieces.find(({ id }) => id === 'lower')?.partId ?? null;
  const one = carryOver(doc, 'v', 'w', art, () => 'made', { order: false, only: lower });
  expect([one.made, order(applyDiff(doc, one.diff), 'w')]).toEqual([1, order(doc, 'w')]);
  expect(carryOver(doc, 'v', 'w', art, () => 'made', { order: false, only: 'other' }).made).toBe(0);
});
