import fc from 'fast-check';
import { applyDiff, invertDiff } from '../document/diff.js';
import { allRows } from '../document/tables.js';
import { rawCharacter, jointedLimb } from '../testing/jointed.js';
import { draw, box } from '../testing/drawing.js';
import { drawLimb } from '../testing/limbs.js';
import { refused } from '../testing/refused.js';
import { VIEW_KEY, deleteView, refuseKey, renameView, replaceSheet, type FreshView } from './view-list.js';

const sheet = rawCharacter(draw(300, 200, [{ shape: box(10, 10, 90, 190), colour: [90, 120, 160] }])).doc;
const limb = jointedLimb(drawLimb({ width: 40, angle: 10, line: 4 })).doc;
/** The limb in a view, and all of it in another. */
const two = {
  ...limb,
  views: [...limb.views, { ...limb.views[0], id: 'w', key: 'side' }],
  pieces: [...limb.pieces, ...limb.pieces.map((piece) => ({ ...piece, id: `w ${piece.id}`, viewId: 'w' }))],
};
const cut = (id: string, key: string, width = 100): FreshView => ({
  ...{ id, key, floorY: 190 },
  sheet: { blob: `picture of ${key}`, x: 0, y: 0, width, height: 200, area: 900 },
});

test('a view is named in small letters, and as no other is; its own name it may keep', () => {
  for (const good of ['front', 'three-quarter', 'back2']) expect(() => refuseKey(two, `${good}x`, null)).not.toThrow();
  for (const bad of ['', 'Front', '2nd', 'a b', 'côté', '-side', 'x'.repeat(32)])
    expect(() => renameView(two, 'v', bad)).toThrow(refused('bad-name'));
  expect(() => renameView(two, 'v', 'side')).toThrow(refused('name-taken'));
  expect(() => renameView(two, 'w', 'side')).not.toThrow();
  fc.assert(
    fc.property(fc.stringMatching(VIEW_KEY), (key) => {
      const renamed = applyDiff(sheet, renameView(sheet, 'v', key));
      expect(renamed.views.map((view) => view.key)).toEqual([key]);
    }),
  );
});

test('a view goes with its pieces and joints; parts that another view draws stay, and undo brings all of it back', () => {
  const diff = deleteView(two, 'v');
  const left = applyDiff(two, diff);
  expect(left.views.map(({ key }) => key)).toEqual(['side']);
  expect(left.pieces.map(({ viewId }) => viewId)).toEqual(['w', 'w']);
  expect([left.joints, left.parts.length]).toEqual([[], two.parts.length]);
  const sorted = (doc: typeof two) => allRows(doc).sort((a, b) => (a.id < b.id ? -1 : 1));
  const ids = (doc: typeof two) => sorted(doc).map(({ table, id }) => [table, id]);
  expect(ids(applyDiff(left, invertDiff(diff)))).toEqual(ids(two));
  // With its last view a part has nothing that draws it.
  expect(() => deleteView(left, 'w')).toThrow(refused('last-view'));
});

test('a part that the deleted view alone drew goes with it', () => {
  const alone = { ...two, pieces: two.pieces.filter(({ id }) => id !== 'w lower') };
  const left = applyDiff(alone, deleteView(alone, 'v'));
  expect(left.parts.map(({ part }) => part)).toEqual(['upper']);
});

test('the views of a sheet come in its place, the first where the sheet stood', () => {
  const views = [cut('a', 'front'), cut('b', 'side', 80), cut('c', 'back')];
  const after = applyDiff(sheet, replaceSheet(sheet, 'v', views));
  expect(after.views.map(({ id, key, width, designBlob }) => [id, key, width, designBlob])).toEqual([
    ['v', 'front', 100, 'picture of front'],
    ['b', 'side', 80, 'picture of side'],
    ['c', 'back', 100, 'picture of back'],
  ]);
  expect(() => replaceSheet(sheet, 'v', [cut('a', 'side'), cut('b', 'side')])).toThrow(refused('name-taken'));
  expect(() => replaceSheet(limb, 'v', views)).toThrow(refused('cut-already'));
});
