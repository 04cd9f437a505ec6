import { numberAlike } from './number-alike.js';
import { applyDiff } from '../document/diff.js';
import { labelFor, nameFor, type NameTokens } from '../document/naming.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { planFrom } from '../plan/plan.js';
import { findInNames } from './name-findings.js';
import { nameUses } from './name-uses.js';
import type { OrderChangeRow } from '../document/rows.js';
import { renameParts } from './rename-parts.js';
import { onOtherSide, replacedIn } from './swap-sides.js';

const tokens = (
  group: string,
  side: 'A' | 'B' | null = null,
  part: string | null = null,
  index: number | null = null,
): NameTokens => ({ group, side, part, index });
const { doc } = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const [first, second] = doc.parts;
const named = (of: typeof doc) => of.parts.map((part) => nameFor(part, of.character.scheme));

test('two names may change places; ids stay', () => {
  const swapped = renameParts(doc, [
    { partId: first.id, tokens: second },
    { partId: second.id, tokens: first },
  ]);
  const after = applyDiff(doc, swapped);
  expect(named(after).slice(0, 2)).toEqual(named(doc).slice(0, 2).reverse());
  expect(after.parts.map(({ id }) => id)).toEqual(doc.parts.map(({ id }) => id));
});

test.each<[string, NameTokens, RegExp]>([
  ['two that would meet', { ...second }, /Two parts would be named/],
  [
    'also where letter case alone differs',
    { ...second, group: second.group.toUpperCase() },
    /Two parts would be named/,
  ],
  ['a reserved word', tokens('design'), /kept for other uses/],
  ['nothing', tokens('…'), /has no name/],
  ['a name without end', tokens('x'.repeat(90)), /longer than/],
])('a renaming is refused as a whole for %s', (_, to, sentence) => {
  const third = { partId: second.id, tokens: second };
  expect(() => renameParts(doc, [third, { partId: first.id, tokens: to }])).toThrow(sentence);
  expect(() => renameParts(doc, [{ partId: 'gone' as never, tokens: to }])).toThrow(/no longer there/);
});

test('sides are swapped and texts replaced in what a name is made of', () => {
  expect(onOtherSide(tokens('arm', 'A', 'lower'))).toEqual(tokens('arm', 'B', 'lower'));
  expect(onOtherSide(tokens('head'))).toEqual(tokens('head'));
  expect(replacedIn(tokens('arm', 'A', 'lower'), 'lower', 'fore')).toEqual(tokens('arm', 'A', 'fore'));
  expect(replacedIn(tokens('arm', 'A', 'lower'), 'leg', 'x')).toBeNull();
  expect(replacedIn(tokens('arm'), 'arm', '')).toBeNull();
  expect(replacedIn(tokens('arm'), '', 'x')).toBeNull();
});

test('left-over copies, the same picture twice and sides that mirror wrongly are found, with a mend where there is one', () => {
  expect(findInNames(doc, 'v')).toEqual([]);
  const copy = applyDiff(
    doc,
    renameParts(doc, [{ partId: first.id, tokens: tokens(`${second.group} copy 2`, second.side, second.part) }]),
  );
  const [found, ...others] = findInNames(copy, 'v');
  expect([found.kind, others]).toEqual(['copy', []]);
  expect(found.mend && labelFor(found.mend.tokens)).toBe(labelFor({ ...second, index: 2 }));
  expect(applyDiff(copy, renameParts(copy, found.mend ? [found.mend] : [])).parts[0]).toMatchObject({
    group: second.group,
    index: 2,
  });

  const twins = { ...doc, pieces: doc.pieces.map((piece) => ({ ...piece, face: doc.pieces[0].face })) };
  expect(findInNames(twins, 'v').map(({ kind }) => kind)).toEqual(['twin']);
  const sided = applyDiff(doc, renameParts(doc, [{ partId: first.id, tokens: tokens('arm', 'A') }]));
  const mirrored = {
    ...sided,
    character: { ...doc.character, scheme: { ...doc.character.scheme, sides: 'left-right' as const } },
  };
  expect(findInNames(mirrored, 'v').map(({ kind }) => kind)).toEqual(['mirrored']);
});

test('what the plan lacks is told in one sentence, and what it does not know piece by piece', () => {
  const plan = planFrom('people-standard');
  const planned = { ...doc, character: { ...doc.character, plan } };
  const found = findInNames(planned, 'v').filter(({ kind }) => kind === 'missing');
  expect(found).toHaveLength(1);
  expect(found[0].sentence).toMatch(/^The plan has \d+ parts without a piece: /);
  const few = { ...plan, parts: plan.parts.slice(0, 1) };
  const own = findInNames({ ...doc, character: { ...doc.character, plan: few } }, 'v');
  expect(own.filter(({ kind }) => kind === 'unplanned').map(({ pieceId }) => pieceId)).toHaveLength(doc.pieces.length);
  expect(own[0].sentence).toMatch(/, and no piece is that\.$/);
});

test('what would bear one name is numbered in its order, and nothing else is touched', () => {
  const patch = (part: string | null, index: number | null) => ({ group: 'patch', side: null, part, index });
  expect(numberAlike([patch('a', null), patch('b', null), patch('a', null), patch('a', 7)])).toEqual([
    ...[patch('a', 1), null, patch('a', 2), patch('a', 3)],
  ]);
  expect(numberAlike([patch('a', null), patch('a', null)], 11)).toEqual([patch('a', 11), patch('a', 12)]);
  expect(numberAlike([patch('a', 1), patch('a', 2), patch('b', null)])).toEqual([null, null, null]);
});

test('what uses a name in a package is told: pictures, what hangs from it, changes of the draw order', () => {
  const [joint] = doc.joints;
  const upper = doc.pieces.find(({ id }) => id === joint.parentId);
  const lower = doc.pieces.find(({ id }) => id === joint.childId);
  if (!upper || !lower) throw new Error('no limb');
  const lowerName = nameFor(doc.parts.find(({ id }) => id === lower.partId) ?? first, doc.character.scheme);
  expect(nameUses(doc, upper.partId)).toEqual(['picture and layer in the front view', `${lowerName} hangs from it`]);
  const change: OrderChangeRow = {
    ...{ table: 'orderChange', id: 'o', version: 1, viewId: 'v', jointId: joint.id, low: 30, high: 60, rank: 0 },
    ...{ movedIds: [lower.id], place: 'behind', atId: upper.id },
  };
  const posed = { ...doc, orderChanges: [change] };
  expect(nameUses(posed, lower.partId)).toEqual(['picture and layer in the front view', '1 change of the draw order']);
  const many = {
    ...doc,
    parts: doc.parts.concat([1, 2, 3, 4].map((n) => ({ ...first, id: `p${n}`, index: n, parentId: upper.partId }))),
  };
  expect(nameUses(many, upper.partId)[1]).toMatch(/, .*, .*, 2 more hang from it$/);
  expect(nameUses(doc, 'gone' as never)).toEqual([]);
});
