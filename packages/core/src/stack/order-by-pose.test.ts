import fc from 'fast-check';
import { deletePieces } from '../cut/cut-edits.js';
import { applyDiff } from '../document/diff.js';
import { drawOrder, drawSteps } from '../document/family.js';
import { orderAtPose } from '../document/order-at-pose.js';
import type { CharacterDoc, OrderChangeRow } from '../document/rows.js';
import { allRows, copyRows } from '../document/tables.js';
import { orderChangeEntries } from '../handoff/rig-entry.js';
import { deleteJoint } from '../joints/joint-edits.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { checkView } from '../handoff/checks.js';
import { addOrderChange, orderJumps, removeOrderChange, setOrderRange } from './order-by-pose.js';

const limb = jointedLimb(drawLimb({ width: 44, angle: 0, line: 6 }));
const [back, front] = drawOrder(limb.doc, 'v').map(({ id }) => id as string);
const FRESH = { id: 'o', jointId: 'j', low: 40, high: 90, movedIds: [front], place: 'behind' as const, atId: back };
const doc: CharacterDoc = {
  ...limb.doc,
  joints: limb.doc.joints.map((joint) => ({ ...joint, rangeLow: -60, rangeHigh: 120 })),
};
const changed = applyDiff(doc, addOrderChange(doc, FRESH));
const order = (of: CharacterDoc, angle: number) => orderAtPose(of, 'v', { j: angle }).map(({ id }) => id);

test('a piece lies elsewhere while its joint stands within the range, and nowhere else', () => {
  for (const angle of [-60, 0, 39.5, 90.5, 120]) expect(order(changed, angle)).toEqual([back, front]);
  for (const angle of [40, 65, 90]) expect(order(changed, angle)).toEqual([front, back]);
  // What is drawn follows, the line beneath all with it.
  const steps = drawSteps(changed, 'v', orderAtPose(changed, 'v', { j: 60 }));
  expect(steps.filter(({ sheet }) => sheet === 'piece').map(({ piece }) => piece.id)).toEqual([front, back]);
});

test('of several that hold, the last one made wins; one of the same pieces over the same angles takes its place', () => {
  const other = { ...FRESH, id: 'p', low: 60, high: 80, place: 'in-front' as const };
  const again = applyDiff(changed, addOrderChange(changed, other));
  expect(again.orderChanges.map(({ id }) => id)).toEqual(['p']);
  const apart = applyDiff(changed, addOrderChange(changed, { ...other, movedIds: [back], atId: front, low: 70 }));
  expect(apart.orderChanges).toHaveLength(2);
  expect([order(apart, 50), order(apart, 75)]).toEqual([
    [front, back],
    [front, back],
  ]);
});

test('whatever is changed, at any angle every piece is drawn once', () => {
  const change = fc.record({
    low: fc.integer({ min: 1, max: 60 }),
    span: fc.integer({ min: 1, max: 60 }),
    isBack: fc.boolean(),
    place: fc.constantFrom('behind' as const, 'in-front' as const),
  });
  fc.assert(
    fc.property(fc.array(change, { maxLength: 6 }), fc.integer({ min: -60, max: 120 }), (changes, angle) => {
      const made = changes.reduce((of, { low, span, isBack, place }, n) => {
        const [moved, at] = isBack ? [back, front] : [front, back];
        const fresh = { id: `o${n}`, jointId: 'j', low, high: low + span, movedIds: [moved], place, atId: at };
        return applyDiff(of, addOrderChange(of, fresh));
      }, doc);
      expect(order(made, angle).sort()).toEqual([back, front].sort());
      expect(order(made, 0)).toEqual([back, front]);
    }),
  );
});

test.each([
  ['beyond the joint’s range', { high: 121 }, /turns from -60° to 120°/],
  ['over rest', { low: -10 }, /At rest the draw order is the usual one/],
  ['that ends before it begins', { low: 95 }, /ends before it begins/],
  ['beside itself', { atId: front }, /behind or in front of itself/],
  ['of a piece that is gone', { movedIds: ['nobody'] }, /no longer there/],
])('a range %s is refused', (_, change, sentence) => {
  expect(() => addOrderChange(doc, { ...FRESH, ...change })).toThrow(sentence);
});

test('its range is set, and it is taken away; with its joint or its pieces it goes by itself', () => {
  const moved = applyDiff(changed, setOrderRange(changed, 'o', 50, 120));
  expect(order(moved, 110)).toEqual([front, back]);
  expect(() => setOrderRange(changed, 'o', 50, 121)).toThrow(/reaches beyond/);
  expect(() => setOrderRange(changed, 'nothing', 50, 60)).toThrow(/no longer there/);
  for (const diff of [removeOrderChange(changed, 'o'), deleteJoint(changed, 'j'), deletePieces(changed, [back])])
    expect(applyDiff(changed, diff).orderChanges).toEqual([]);
});

test('a copy of the character has changes of its own pieces and joints', () => {
  let n = 0;
  const rows = copyRows(changed, { id: 'copy' }, () => `fresh ${n++}`);
  const copy = rows.find((row): row is OrderChangeRow => row.table === 'orderChange') as OrderChangeRow;
  const ids = new Set(rows.map(({ id }) => id));
  expect([copy.jointId, copy.atId, ...copy.movedIds].every((id) => ids.has(id))).toBe(true);
  expect(allRows(changed).some(({ id }) => id === copy.movedIds[0])).toBe(false);
});

test('what overlaps is seen to jump as the order changes, and what does not is not', () => {
  const [change] = changed.orderChanges;
  const { jumps, better } = orderJumps(changed, limb.art, change);
  // It ends before the joint's range does: there it changes back.
  expect(jumps.map(({ angle }) => angle)).toEqual([40, 90]);
  // Two halves of one limb overlap in their disc at every angle: outline against fill.
  expect(jumps[0].area).toBeGreaterThan(0);
  expect(jumps[0].area).toBeLessThan(Math.PI * 40 ** 2);
  if (better) expect(better.area).toBeLessThan(jumps[0].area);
  // Of pieces without paint in common nothing is seen.
  const bare = { ...limb.art, pieces: new Map([...limb.art.pieces].filter(([id]) => id === front)) };
  expect(orderJumps(changed, bare, change)).toEqual({
    jumps: [
      { angle: 40, area: 0 },
      { angle: 90, area: 0 },
    ],
    better: null,
  });
});

test('a package tells them by name', () => {
  expect(orderChangeEntries(changed, 'v')).toEqual([
    { turns: 'arm_A_lower', from: 40, to: 90, move: [nameOf(front)], place: 'behind', at: nameOf(back) },
  ]);
});

const nameOf = (id: string) => (id === 'lower' ? 'arm_A_lower' : 'arm_A_upper');

test('a change that is seen to jump counts among the checks until it is taken away', () => {
  const checked = (of: CharacterDoc) => {
    const family = checkView(of, 'v', limb.art).checks.find(({ id }) => id === 'family');
    return { ...family, findings: family?.findings.map(({ sentence, bends }) => ({ sentence, bends })) };
  };
  const { ok, figure, of, findings } = checked(changed);
  expect({ ok, figure, of }).toEqual({ ok: false, figure: 1, of: 2 });
  expect(findings).toEqual([
    {
      sentence: expect.stringMatching(
        /^arm_A_lower is seen to jump behind arm_A_upper at (40|90)° of .*: [\d,]+ px change at once\./,
      ),
      bends: expect.any(Object),
    },
  ]);
  expect(checked(doc)).toMatchObject({ ok: true, figure: 2, of: 2, findings: [] });
});
