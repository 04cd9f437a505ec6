import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { changeJoint } from '../joints/joint-edits.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import type { JointChange } from '../joints/joint-fields.js';
import { maskArea } from '../raster/mask.js';
import { addOrderChange } from '../stack/order-by-pose.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { BEASTS } from '../testing/troupe/beasts.js';
import { onTheBench } from '../testing/troupe/index.js';
import { bareOfPiece } from './bare-of-piece.js';
import { pieceUnderKey, UNDER_CHECKS, underKey } from './checks.js';
import { findBare, type Bare } from './find-bare.js';
import { viewUnder, type KnownUnder } from './propose-under.js';
import { setEndsHere } from './under-edits.js';

const limb = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const { art } = limb;
// Its line under all, so that how wide that is tells where the rounded end leaves off.
const doc = applyDiff(limb.doc, changeJoint(limb.doc, 'j', { outlineOn: 'under' }));
const shapes = (of: typeof doc) =>
  [...viewUnder(of, 'v', art).shapes].map(([id, { hidden, ends }]) => [id, hidden.data.join(''), ends]);

test.each<[string, JointChange]>([
  ['a moved disc', { x: doc.joints[0].x + 3 }],
  ['a larger disc', { radius: doc.joints[0].radius + 2 }],
  ['an outline on the piece behind', { outlineOn: 'back' }],
  ['a thicker line', { lineWidth: doc.joints[0].lineWidth + 2 }],
  ['a disc on one piece alone', { discOn: 'child' }],
])('%s changes whole shapes, and so the key that what comes into view is kept under', (_, change) => {
  const changed = applyDiff(doc, changeJoint(doc, 'j', change));
  const [before, after] = [doc, changed].map((one) => JSON.stringify(shapes(one)));
  expect(before === after).toBe(false);
  expect(underKey(changed, 'v', {})).not.toBe(underKey(doc, 'v', {}));
});

test('of a piece only what lies over it, and what turns that apart from it, makes a difference', () => {
  const keys = (of: typeof doc) => drawOrder(of, 'v').map((_, index) => pieceUnderKey(of, 'v', {}, index));
  const [back, front] = keys(doc);
  const painted = (id: string) => {
    const beneath = { ...doc.pieces[0].face, blob: 'b'.repeat(64) };
    const sheets = { [id]: { overlap: null, under: beneath, clean: null, line: null } };
    return drawOrder(doc, 'v').map((_, index) => pieceUnderKey(doc, 'v', sheets, index));
  };
  const [first, last] = drawOrder(doc, 'v').map(({ id }) => id);
  expect(painted(first)).toEqual([expect.not.stringMatching(back), front]);
  expect(painted(last)).toEqual([expect.not.stringMatching(back), expect.not.stringMatching(front)]);
  // Nothing lies over the piece in front: how far the joint turns is nothing to it.
  expect(keys(applyDiff(doc, changeJoint(doc, 'j', { rangeHigh: 20 })))).toEqual([
    expect.not.stringMatching(back),
    front,
  ]);
});

test('a wider range, and the word that nothing is hidden, change the key as well; the same drawing has the same', () => {
  const key = underKey(doc, 'v', {});
  expect(underKey(applyDiff(doc, changeJoint(doc, 'j', { rangeHigh: 20 })), 'v', {})).not.toBe(key);
  expect(underKey(applyDiff(doc, setEndsHere(doc, 'upper', true)), 'v', {})).not.toBe(key);
  expect(underKey(applyDiff(doc, changeJoint(doc, 'j', { looseness: 0.4 })), 'v', {})).toBe(key);
});

test('what was looked at before is not looked at again, and comes to the same', () => {
  const pieces: KnownUnder['pieces'] = new Map();
  const look = (of: typeof doc) =>
    viewUnder(of, 'v', art, undefined, { keyOf: (index) => pieceUnderKey(of, 'v', {}, index), pieces });
  const first = look(doc);
  const again = look(doc);
  expect(again).toEqual(viewUnder(doc, 'v', art));
  expect(again.intoView.map((one, at) => one === first.intoView[at])).toEqual(again.intoView.map(() => true));
  const wider = applyDiff(doc, changeJoint(doc, 'j', { rangeHigh: 100 }));
  expect(look(wider)).toEqual(viewUnder(wider, 'v', art));
  expect(pieces.size).toBe(doc.pieces.length);
});

test('where the order changes by pose, what lies beneath at rest comes into view as far as it goes on', () => {
  const [back, front] = drawOrder(doc, 'v').map(({ id }) => id as string);
  const wide = applyDiff(doc, changeJoint(doc, 'j', { rangeLow: -5, rangeHigh: 90 }));
  const change = { id: 'o', jointId: 'j', low: 40, high: 90, movedIds: [front], place: 'behind' as const, atId: back };
  const changed = applyDiff(wide, addOrderChange(wide, change));
  const shownOf = (of: typeof doc) => {
    const { shapes, intoView } = viewUnder(of, 'v', art);
    const shown = intoView.find(({ pieceId }) => pieceId === back)?.shows.data.filter((v) => v > 0).length ?? 0;
    return { shown, hidden: maskArea(shapes.get(back)?.hidden ?? { width: 0, height: 0, data: new Uint8Array() }) };
  };
  const before = shownOf(wide);
  const after = shownOf(changed);
  expect(before.shown).toBeLessThan(before.hidden);
  expect(after).toEqual({ shown: after.hidden, hidden: before.hidden });
  expect(pieceUnderKey(changed, 'v', {}, 0)).not.toBe(pieceUnderKey(wide, 'v', {}, 0));
});

test('where the order changes by pose, only what it moves matters from behind', () => {
  const [back, front] = drawOrder(doc, 'v');
  const third = { ...front, id: 'third', depth: front.depth + 1, face: { ...front.face, blob: 'c'.repeat(64) } };
  const three = { ...doc, pieces: [...doc.pieces, third] };
  const change = { id: 'o', jointId: 'j', low: 10, high: 20, place: 'behind' as const };
  const whenRepainted = (movedIds: string[], atId: string) => {
    const changed = applyDiff(three, addOrderChange(three, { ...change, movedIds, atId }));
    const beneath = { ...back.face, blob: 'b'.repeat(64) };
    const sheets = { [back.id]: { overlap: null, under: beneath, clean: null, line: null } };
    return [1, 2].map((at) => pieceUnderKey(changed, 'v', sheets, at) !== pieceUnderKey(changed, 'v', {}, at));
  };
  // The one at the very back is repainted: it matters to whoever may come to lie beneath it.
  expect(whenRepainted([front.id], 'third')).toEqual([true, false]);
  expect(whenRepainted(['third'], front.id)).toEqual([false, true]);
});

test('the check measures each piece alone: the same bare places as a look at the whole view', () => {
  const wide = applyDiff(doc, changeJoint(doc, 'j', { rangeLow: -60, rangeHigh: 60 }));
  const [hiddenPaint] = UNDER_CHECKS;
  const faces = new Map([...art.pieces].map(([id, { face }]) => [id, { face, overlap: null, under: null }]));
  const unpainted = { ...art, pieces: faces };
  const measures = hiddenPaint.measures(wide, 'v', {});
  const order = drawOrder(wide, 'v');
  const whole = findBare(wide, 'v', unpainted, viewUnder(wide, 'v', unpainted).intoView);
  const alone = order.map((_, index) => bareOfPiece(wide, 'v', unpainted, index)).filter((one) => one !== null);
  const inOrder = (all: Bare[]) => all.map(({ pieceId, area, place }) => ({ pieceId, area, place }));
  expect(inOrder(alone.sort((a, b) => b.area - a.area))).toEqual(inOrder(whole));
  expect(whole.length).toBeGreaterThan(0);
  const { figure, findings } = hiddenPaint.report(
    wide,
    'v',
    measures.map(({ measure }) => measure(unpainted)),
    [],
  );
  expect(figure).toBe(whole.reduce((sum, { area }) => sum + area, 0));
  expect(findings.map(({ pieceId }) => pieceId)).toEqual(whole.map(({ pieceId }) => pieceId));
  // A narrower range of the joint has only the piece measured again that it uncovers.
  const keys = hiddenPaint.measures(doc, 'v', {}).map(({ key }) => key);
  expect(measures.map(({ key }, index) => key === keys[index])).toEqual([false, true]);
});

test('a far leg whose root is hidden is built as the near one: what changes that one changes its key and its shape', () => {
  const [goat] = BEASTS;
  const raw = onTheBench(goat());
  let count = 0;
  const goatDoc = applyDiff(raw.doc, fitAllJoints(raw.doc, 'v', raw.art, () => `joint ${count++}`).diff);
  const far = drawOrder(goatDoc, 'v').findIndex(({ id }) => id === 'foreleg/upper/B');
  const near = goatDoc.joints.find(({ childId }) => childId === 'foreleg/upper/A');
  // Nobody sees where it turns, and so it has no joint of its own.
  expect(goatDoc.joints.some(({ childId }) => childId === 'foreleg/upper/B')).toBe(false);
  const higher = applyDiff(goatDoc, changeJoint(goatDoc, near?.id ?? '', { y: (near?.y ?? 0) - 12 }));
  const left = {
    ...goatDoc,
    parts: goatDoc.parts.map((part) => (part.side === 'A' ? { ...part, group: 'other' } : part)),
  };
  const known = [goatDoc, higher, left].map((of) => {
    const shape = viewUnder(of, 'v', raw.art).shapes.get('foreleg/upper/B');
    return [pieceUnderKey(of, 'v', {}, far), underKey(of, 'v', {}), shape ? maskArea(shape.hidden) : 0] as const;
  });
  for (const at of [0, 1]) expect(new Set(known.map((one) => one[at])).size).toBe(3);
  const [as, up, alone] = known.map(([, , area]) => area);
  expect(up).toBeGreaterThan(as);
  expect(as).toBeGreaterThan(2 * alone);
});
