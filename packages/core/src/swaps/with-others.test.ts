import { applyDiff } from '../document/diff.js';
import { removePart } from '../document/removal.js';
import { DiffBuilder } from '../document/diff.js';
import { copyRows, docOf } from '../document/tables.js';
import type { CharacterRow } from '../document/rows.js';
import { composePiece, mergeSheets } from '../document/compose-piece.js';
import { createPlaced, paintArea, type PlacedBitmap } from '../raster/bitmap.js';
import { enlargeCanvas } from '../plan/enlarge-canvas.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { differencePicture } from './difference-picture.js';
import { drawnInstead, drawnOver } from './drawn-instead.js';
import { pressFlat, putPicture, remade, stepsOf } from './making-edits.js';
import { isMadeOf, lookOf, toRemake } from './remake.js';
import { endsApart, jointMeasures, jointOfSet, withSameEnd } from './same-end.js';
import { changeSetRules, linkedSets, partnerOf, unlinkedOf, withPartners } from './set-rules.js';
import { addDrawings, changeChart, moveDrawing, renameInChart, startSet, type FreshDrawing } from './swap-edits.js';

const limb = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const [upper, lower] = limb.doc.pieces;
const picture = { blob: 'a'.repeat(64), x: 10, y: 20, width: 8, height: 6, area: 40 };
const fresh = (prefix: string, shape: string, more: Partial<FreshDrawing> = {}): FreshDrawing => ({
  ...{
    drawingId: `${prefix} ${shape}`,
    drawingViewId: `${prefix} ${shape} v`,
    shape,
    mood: 'neutral',
    picture,
    marks: [],
  },
  ...more,
});
/** Two sets with the same chart: a at the upper piece, b at the lower one. */
function twoSets() {
  let doc = limb.doc;
  for (const [piece, id] of [
    [upper, 'a'],
    [lower, 'b'],
  ] as const)
    doc = applyDiff(doc, startSet(doc, piece.id, { setId: id, drawingId: `${id} rest` }, 'mouth'));
  doc = applyDiff(doc, addDrawings(doc, 'a', 'v', [fresh('a', 'open'), fresh('a', 'closed')]));
  return applyDiff(doc, addDrawings(doc, 'b', 'v', [fresh('b', 'open')]));
}
const doc = twoSets();
const linked = applyDiff(doc, changeSetRules(doc, 'b', { linkedTo: 'a' }));
const setOf = (of: typeof doc, id: string) => of.swapSets.find((one) => one.id === id) ?? of.swapSets[0];

test('a linked set shows what goes with the other’s drawing, its default one where it has none, and says so', () => {
  expect(linkedSets(linked, setOf(linked, 'a')).map(({ id }) => id)).toEqual(['b']);
  expect(withPartners(linked, ['a open'])).toEqual(['a open', 'b open']);
  expect(withPartners(linked, ['a closed'])).toEqual(['a closed', 'b rest']);
  expect(withPartners(linked, ['a open', 'b rest'])).toEqual(['a open', 'b rest']);
  expect([...drawnInstead(linked, 'v', ['a open']).keys()].sort()).toEqual([upper.id, lower.id].sort());
  const open = linked.drawings.find(({ id }) => id === 'b open');
  expect(open && partnerOf(linked, setOf(linked, 'a'), open).id).toBe('a open');
  expect(unlinkedOf(linked, setOf(linked, 'b'), 'v')).toEqual([{ shape: 'closed', mood: 'neutral' }]);
  expect(unlinkedOf(linked, setOf(linked, 'a'), 'v')).toEqual([]);
});

test('a chart is changed where it is led from, for both; links that would not do are refused', () => {
  const moods = ['neutral', 'happy', 'grim'];
  const changed = applyDiff(linked, changeChart(linked, 'a', { moods }));
  expect(changed.swapSets.map((one) => one.moods)).toEqual([moods, moods]);
  expect(() => changeChart(linked, 'b', { moods })).toThrow(/goes by the chart of/);
  expect(() => addDrawings(linked, 'b', 'v', [fresh('b', 'whistle')])).toThrow(/goes by the chart of/);
  const named = applyDiff(linked, renameInChart(linked, 'a', { what: 'shape', from: 'open', to: 'ajar' }));
  expect(named.drawings.filter(({ shape }) => shape === 'ajar').map(({ id }) => id)).toEqual(['a open', 'b open']);
  expect(() => changeSetRules(linked, 'a', { linkedTo: 'b' })).toThrow(/is linked to another set itself/);
  const lone = applyDiff(doc, addDrawings(doc, 'b', 'v', [fresh('b', 'whistle')]));
  expect(() => changeSetRules(lone, 'b', { linkedTo: 'a' })).toThrow(/has a drawing for whistle, neutral/);
  expect(() => changeSetRules(doc, 'b', { overPartId: 'nobody' })).toThrow(/no longer there/);
});

test('a copy of a character keeps its links among itself; a part that goes takes the rules that name it along', () => {
  const ruled = applyDiff(linked, changeSetRules(linked, 'a', { overPartId: lower.partId }));
  let next = 0;
  const copied = copyRows(ruled, { id: 'copy' }, () => `copy ${++next}`);
  const whole = docOf(
    copied.find((row): row is CharacterRow => row.table === 'character') as CharacterRow,
    (table) => copied.filter((row) => row.table === table) as never,
  );
  const [one, other] = ['a', 'b'].map((id) => whole.swapSets[ruled.swapSets.findIndex((set) => set.id === id)]);
  expect(other.linkedTo).toBe(one.id);
  expect(whole.parts.some(({ id }) => id === one.overPartId)).toBe(true);
  const diff = new DiffBuilder();
  const part = ruled.parts.find(({ id }) => id === lower.partId);
  if (part) removePart(ruled, part, null, diff);
  const gone = applyDiff(ruled, diff.build());
  expect(gone.swapSets.map(({ id, overPartId }) => [id, overPartId])).toEqual([['a', null]]);
});

test('a second picture is drawn before what the set says while its drawing shows, and moves along with it', () => {
  const withOver = applyDiff(doc, putPicture(doc, 'a open', 'v', { ...picture, x: 50 }, 'over'));
  const shown = drawnOver(withOver, 'v', ['a open']);
  expect(shown.map(({ at, of, picture: { x } }) => [at, of, x])).toEqual([[upper.id, upper.id, 50]]);
  expect(drawnOver(withOver, 'v', ['a closed'])).toEqual([]);
  const before = applyDiff(withOver, changeSetRules(withOver, 'a', { overPartId: lower.partId }));
  expect(drawnOver(before, 'v', ['a open']).map(({ at, of }) => [at, of])).toEqual([[lower.id, upper.id]]);
  const moved = applyDiff(withOver, moveDrawing(withOver, 'a open', 'v', 3, -2));
  expect(moved.drawingViews.find(({ drawingId }) => drawingId === 'a open')?.over).toMatchObject({ x: 53, y: 18 });
  const larger = applyDiff(
    withOver,
    enlargeCanvas(withOver, 'v', { left: 7, top: 5, right: 0, bottom: 0 }, { designBlob: 'd' }),
  );
  expect(larger.drawingViews.find(({ drawingId }) => drawingId === 'a open')?.over).toMatchObject({ x: 57, y: 25 });
});

/** The same sets, with half made of the default drawing and shut of half. */
function withMade() {
  const standing = doc.drawings.find(({ id }) => id === 'a rest') ?? doc.drawings[0];
  const steps = stepsOf([{ do: 'bend', handles: [1, 2, 3, 4], held: [] }]);
  const made = { madeOf: standing.id, steps, madeKey: lookOf(doc, standing, 'v', {}) };
  const first = applyDiff(doc, addDrawings(doc, 'a', 'v', [fresh('a', 'half', { made })]));
  const half = first.drawings.find(({ id }) => id === 'a half') ?? standing;
  const again = { madeOf: half.id, steps, madeKey: lookOf(first, half, 'v', {}) };
  return applyDiff(first, addDrawings(first, 'a', 'v', [fresh('a', 'small', { made: again })]));
}

test('what is made is stale when its original looks otherwise, and whatever is made of that with it', () => {
  const made = withMade();
  expect(toRemake(made, 'v', {})).toEqual([]);
  const painted = {
    ...made,
    pieces: made.pieces.map((piece) => (piece.id === upper.id ? { ...piece, face: { ...piece.face, x: 99 } } : piece)),
  };
  expect(toRemake(painted, 'v', {}).map(({ drawingId }) => drawingId)).toEqual(['a half', 'a small']);
  const key = lookOf(painted, painted.drawings.find(({ id }) => id === 'a rest') ?? painted.drawings[0], 'v', {});
  const done = applyDiff(painted, remade(painted, [{ id: 'a half v', picture: { ...picture, x: 11 }, key }]));
  // The second one is still to be done: what it is made of has changed now.
  expect(toRemake(done, 'v', {}).map(({ drawingId }) => drawingId)).toEqual(['a small']);
  const flat = applyDiff(made, pressFlat(made, 'a half', 'v'));
  expect(flat.drawingViews.find(({ id }) => id === 'a half v')).toMatchObject({ madeOf: null, steps: [], madeKey: '' });
  expect(() => pressFlat(flat, 'a half', 'v')).toThrow(/flat already/);
  expect([isMadeOf(made, 'v', 'a small', 'a half'), isMadeOf(made, 'v', 'a half', 'a small')]).toEqual([true, false]);
});

test('steps without what they need are refused', () => {
  expect(() => stepsOf([{ do: 'bend', handles: [1, 2, 3] }])).toThrow(/A bend has handles/);
  expect(() => stepsOf([{ do: 'part', line: [5, 5, 5, 5], up: 3 }])).toThrow(/no length/);
  expect(() => stepsOf([{ do: 'darken', line: [0, 0, 9, 0], reach: 0, by: 0.5 }])).toThrow(/Nothing would be darker/);
  expect(() => stepsOf(new Array(25).fill({ do: 'bend', handles: [1, 2, 3, 4] }))).toThrow(/at most 24 steps/);
});

test('a drawing with the default one’s end turns as that does; one that is cut off at the joint does not', () => {
  const started = applyDiff(limb.doc, startSet(limb.doc, lower.id, { setId: 'h', drawingId: 'h rest' }, 'hand'));
  const hand = applyDiff(started, addDrawings(started, 'h', 'v', [fresh('h', 'fist'), fresh('h', 'open')]));
  const set = setOf(hand, 'h');
  const joint = jointOfSet(hand, set, 'v');
  const sheets = limb.art.pieces.get(lower.id);
  const own = sheets && mergeSheets([sheets.line ?? null, composePiece(sheets)]);
  if (!joint || !own) throw new Error('no joint');
  // Only what lies farther than the joint's disc; and the same with the end given back.
  const stump: PlacedBitmap = { ...own, data: own.data.slice() };
  for (let y = 0; y < own.height; y++)
    for (let x = 0; x < own.width; x++)
      if (Math.hypot(own.x + x - joint.x, own.y + y - joint.y) < joint.radius + 3)
        stump.data[(y * own.width + x) * 4 + 3] = 0;
  const mended = withSameEnd(stump, own, joint) ?? stump;
  expect(paintArea(mended)).toBeGreaterThan(paintArea(stump));
  const art = {
    ...limb.art,
    drawings: new Map([
      ['h fist v', stump],
      ['h open v', mended],
    ]),
  };
  const proofs = jointMeasures(hand, set, 'v', {}).map(({ measure }) => measure(art));
  expect(proofs.length).toBe(3);
  const apart = endsApart(hand, set, 'v', proofs).map(({ drawingId }) => drawingId);
  expect(apart).toEqual(['h fist']);
});

test('a difference is nothing for the same, and counts what only one of two has', () => {
  const square = (x: number): PlacedBitmap => {
    const made = createPlaced({ x, y: 0, width: 10, height: 10 });
    made.data.fill(255);
    return made;
  };
  expect(differencePicture(square(0), square(0), [200, 0, 0]).area).toBe(0);
  const { picture: marked, area } = differencePicture(square(0), square(4), [200, 0, 0]);
  expect([area, marked.x, marked.width, paintArea(marked)]).toEqual([80, 0, 14, 80]);
});
