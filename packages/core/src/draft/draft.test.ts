import { applyDiff, invertDiff } from '../document/diff.js';
import { LimberError } from '../errors.js';
import { drawOrder, partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { placeOf } from '../document/keys.js';
import type { CharacterDoc } from '../document/rows.js';
import { changeView } from '../document/view-edits.js';
import { changeCharacter } from '../document/view-edits.js';
import { partAddress } from '../plan/known-parts.js';
import { planFrom, planOf, switchPart } from '../plan/plan.js';
import { drawLimb } from '../testing/limbs.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import { layLimb, limbOrders } from '../stack/limb-order.js';
import { jointedLimb } from '../testing/jointed.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { doubtfulBorders } from './doubtful-borders.js';
import { draftedDoubts } from './drafted-doubts.js';
import { countCutDoubts, findDoubts, offcutOf, settleDoubt } from './find-doubts.js';

const { doc: jointed, art } = jointedLimb(drawLimb({ width: 36, angle: 0, line: 4 }));
const KEY = 'people-standard';
const plan = {
  ...planFrom(KEY),
  parts: planFrom(KEY).parts.filter(({ side, group }) => group === 'arm' && side === 'A'),
};
const planned = { ...jointed, character: { ...jointed.character, plan } };
const sure = new Map([['arm/lower/A', 0.3]]);
const drafted = applyDiff(planned, changeView(planned, 'v', { drafted: draftedDoubts(planned, 'v', art, sure) }));
const sentences = (doc = drafted) => findDoubts(doc, 'v', []).map(({ sentence }) => sentence);

test('a cut through one paint is doubtful, in the midst of it; one along a line is not', () => {
  const [border, ...others] = doubtfulBorders(planned, 'v', art);
  expect(others).toEqual([]);
  expect(new Set(border.pieces)).toEqual(new Set(['upper', 'lower']));
  expect(border.length).toBeGreaterThan(30);
  const { x, y } = planned.joints[0];
  expect(Math.hypot(border.place.x - x, border.place.y - y)).toBeLessThan(8);
  const design = { ...art.design, data: art.design.data.slice() };
  const down = Math.round(border.place.y);
  for (let row = down - 1; row <= down + 1; row++)
    for (let column = 0; column < design.width; column++)
      design.data.set([20, 16, 12], (row * design.width + column) * 4);
  expect(doubtfulBorders(planned, 'v', { ...art, design })).toEqual([]);
});

test('before a draft nothing is asked; after one, what was not found, what may be another, and what nothing tells apart', () => {
  expect(findDoubts(planned, 'v', [])).toEqual([]);
  expect(countCutDoubts(planned, 'v')).toBeNull();
  expect(sentences()).toEqual([
    'Not found: hand A. Cut it, or say that there is none.',
    'This may be lower arm A, or another part.',
    'Upper arm A is much larger or smaller than it usually is.',
    'Nothing in the design tells upper arm A and lower arm A apart: look whether the cut is where it should be.',
  ]);
  expect(countCutDoubts(drafted, 'v')).toBe(4);
});

test('what was not found of one heading is one question, answered for all of it; what is found meanwhile is asked no more', () => {
  const face = ['eyes', 'nose', 'mouth'].reduce(
    (plan, group) => switchPart(plan, { group, side: null, part: null, index: null }, true),
    planOf(drafted.character),
  );
  const blank = applyDiff(drafted, changeCharacter(drafted, { plan: face }));
  const [doubt, ...others] = findDoubts(blank, 'v', []);
  expect(doubt).toMatchObject({
    sentence: 'Not found: eyes; nose; mouth. Cut them, or say that there are none.',
    several: true,
    part: { group: 'eyes' },
  });
  expect(others.map(({ sentence }) => sentence)).toEqual(sentences());
  expect(countCutDoubts(blank, 'v')).toBe(5);
  const { summary, diff } = settleDoubt(blank, 'v', doubt.key, 'none');
  expect(summary).toBe('Not there: eyes; nose; mouth');
  expect(sentences(applyDiff(blank, diff))).toEqual(sentences());
  const noNose = {
    ...blank.character,
    plan: switchPart(face, { group: 'nose', side: null, part: null, index: null }, false),
  };
  expect(findDoubts({ ...blank, character: noNose }, 'v', [])[0].sentence).toMatch(/^Not found: eyes; mouth\./);
  expect(() => settleDoubt({ ...blank, character: noNose }, 'v', doubt.key, 'none')).toThrow('no doubt any more');
});

test('the same border of both sides is one question, and one answer settles both', () => {
  const { doc } = onTheBench(TROUPE[0]());
  const pieceAt = (address: string) => {
    const piece = doc.pieces.find((one) => partAddress(partOf(doc, one)) === address);
    if (!piece) throw new Error(address);
    return piece;
  };
  const faceOf = (address: string) => placeOf(pieceAt(address).face);
  const border = (parts: string[], size: number) => ({
    ...{ kind: 'border' as const, parts, faces: parts.map(faceOf), place: { x: size, y: size }, size },
  });
  const elbows = ['A', 'B'].map((side, at) => border([`arm/upper/${side}`, `arm/lower/${side}`], 90 - at));
  const knee = border(['leg/upper/A', 'leg/lower/A'], 40);
  const asked = applyDiff(doc, changeView(doc, 'v', { drafted: [knee, ...elbows] }));
  const cut = (one: CharacterDoc) => findDoubts(one, 'v', []).filter(({ key }) => key.startsWith('border'));
  const [first, second, ...others] = cut(asked);
  expect(others).toEqual([]);
  expect(first).toMatchObject({
    answers: ['right', 'more', 'less'],
    between: { first: pieceAt('arm/upper/A').id, second: pieceAt('arm/lower/A').id },
    place: { x: 90, y: 90 },
    also: [{ place: { x: 89, y: 89 }, pieceId: pieceAt('arm/upper/B').id }],
    several: true,
  });
  expect(first.sentence).toBe(
    'Nothing in the design tells upper arm A and lower arm A apart, nor upper arm B and lower arm B: look whether the cuts are where they should be.',
  );
  expect(second.sentence).toMatch(/tells upper leg A and lower leg A apart: look whether the cut is/);
  const { summary, diff } = settleDoubt(asked, 'v', first.key, 'right');
  expect(summary).toBe(
    'The cuts between upper arm A and lower arm A, and between upper arm B and lower arm B are right',
  );
  expect(applyDiff(asked, diff).views[0].drafted).toEqual([knee]);
  // Where one of them is cut otherwise, the other is still asked about.
  const moved = asked.pieces.map((piece) =>
    partAddress(partOf(asked, piece)) === 'arm/upper/A'
      ? { ...piece, face: { ...piece.face, x: piece.face.x + 1 } }
      : piece,
  );
  expect(cut({ ...asked, pieces: moved })[0].sentence).toMatch(/tells upper arm B and lower arm B apart: look/);
  expect(() => settleDoubt({ ...asked, pieces: moved }, 'v', first.key, 'right')).toThrow('no doubt any more');
});

test('that the design is no single figure on its feet is asked first, and can be said to be right', () => {
  const odd = { kind: 'upside-down' as const, parts: [], faces: [], place: { x: 40, y: 50 }, size: 0 };
  const left = drafted.views[0].drafted ?? [];
  const turned = applyDiff(drafted, changeView(drafted, 'v', { drafted: [...left, odd] }));
  const [first] = findDoubts(turned, 'v', []);
  expect(first).toMatchObject({ about: 'cut', place: { x: 40, y: 50 }, answers: ['right'] });
  expect(first.sentence).toMatch(/^The figure seems to stand on its head/);
  const { diff, summary } = settleDoubt(turned, 'v', first.key, 'right');
  expect(summary).toBe('The design is right as it is');
  expect(sentences(applyDiff(turned, diff))).toEqual(sentences());
});

test('what checks find comes after, what most depends on first; an offcut can be swept up', () => {
  const checks = [
    { id: 'hidden-paint', view: 'front', ok: false, figure: 9, unit: 'px', findings: [{ sentence: 'Bare.' }] },
    {
      id: 'offcuts',
      view: 'front',
      ok: false,
      figure: 4,
      unit: 'px',
      findings: [
        { sentence: '4 px lie beside torso in no piece. Sweep them up.', place: { x: 3, y: 4 }, sweeps: true },
      ],
    },
  ] as const;
  const doubts = findDoubts(
    drafted,
    'v',
    checks.map((check) => ({ ...check, findings: [...check.findings] })),
  );
  expect(doubts.slice(4).map(({ about, answers }) => [about, answers])).toEqual([
    ['offcuts', ['sweep']],
    ['hidden-paint', []],
  ]);
  expect(offcutOf(doubts, doubts[4].key)).toEqual({ x: 3, y: 4 });
  expect(() => offcutOf(doubts, doubts[5].key)).toThrow(LimberError);
});

test('an answer settles its doubt alone, and undoing asks again', () => {
  for (const { key, answers, sentence } of findDoubts(drafted, 'v', [])) {
    const { summary, diff } = settleDoubt(drafted, 'v', key, answers[0]);
    expect(summary).not.toBe('');
    const after = applyDiff(drafted, diff);
    expect(sentences(after)).toEqual(sentences().filter((one) => one !== sentence));
    expect(sentences(applyDiff(after, invertDiff(diff)))).toEqual(sentences());
    expect(() => settleDoubt(after, 'v', key, answers[0])).toThrow('That is no doubt any more');
    expect(() => settleDoubt(drafted, 'v', key, 'sweep')).toThrow('That is no answer');
  }
});

test('where nothing tells how limbs lie that is asked, and the answer lays all of a limb so', () => {
  const raw = onTheBench(TROUPE[0]());
  let made = 0;
  const fitted = applyDiff(raw.doc, fitAllJoints(raw.doc, 'v', raw.art, () => `joint ${made++}`).diff);
  const member = { doc: fitted, art: raw.art };
  const orders = limbOrders(member.doc, 'v', member.art).map((limb) => ({ ...limb, lead: null }));
  const left = draftedDoubts(member.doc, 'v', member.art, new Map(), orders).filter(({ kind }) => kind === 'order');
  const doc = applyDiff(member.doc, changeView(member.doc, 'v', { drafted: left }));
  const asked = findDoubts(doc, 'v', []).filter(({ answers }) => answers.includes('behind'));
  expect(asked.map(({ sentence }) => sentence).sort()).toEqual(
    ['arm', 'leg'].map((limb) => `Do upper ${limb} A and upper ${limb} B lie in front of torso, or behind it?`),
  );
  // Seen aslant, or where they lie otherwise, each is a question of its own.
  const aslant = { ...doc, views: doc.views.map((view) => ({ ...view, key: 'three-quarter' })) };
  const mixed = applyDiff(doc, layLimb(doc, pieceById(doc, 'arm/upper/A'), 'in-front'));
  const ofArms = (of: typeof doc) => findDoubts(of, 'v', []).filter(({ sentence }) => /^Does upper arm/.test(sentence));
  expect([ofArms(aslant).length, ofArms(mixed).length, ofArms(doc).length]).toEqual([2, 2, 0]);
  expect(findDoubts({ ...doc, joints: [] }, 'v', []).some(({ answers }) => answers.includes('behind'))).toBe(false);
  const arm = asked.find(({ sentence }) => / arm A /.test(sentence));
  if (!arm) throw new Error('no doubt about the arm');
  const places = (of: typeof doc) => {
    const order = drawOrder(of, 'v').map(({ id }) => id as string);
    return ['arm/upper/A', 'arm/hand/A', 'arm/upper/B'].map((id) => order.indexOf(id) > order.indexOf('torso//'));
  };
  expect(places(doc)).toEqual([false, false, false]);
  const forth = settleDoubt(doc, 'v', arm.key, 'in-front');
  expect(forth.summary).toBe('Upper arm A and upper arm B lie in front of torso');
  const after = applyDiff(doc, forth.diff);
  expect(places(after)).toEqual([true, true, true]);
  expect(findDoubts(after, 'v', []).map(({ key }) => key)).not.toContain(arm.key);
  expect(places(applyDiff(doc, settleDoubt(doc, 'v', arm.key, 'behind').diff))).toEqual([false, false, false]);
  expect(() => settleDoubt(doc, 'v', arm.key, 'right')).toThrow('That is no answer');
});

test('what a piece may be instead is offered by name, and taken: the piece and the plan change their part', () => {
  const [lower] = drafted.views[0].drafted ?? [];
  const unsure = { ...lower, kind: 'unsure' as const, others: ['tail//', 'arm/upper/A', 'beard//'] };
  const doc = applyDiff(drafted, changeView(drafted, 'v', { drafted: [unsure] }));
  const [doubt] = findDoubts(doc, 'v', []).filter(({ names }) => names);
  // What there is already is not offered.
  expect(doubt.names).toEqual([
    { address: 'tail//', word: 'tail' },
    { address: 'beard//', word: 'beard' },
  ]);
  const { summary, diff } = settleDoubt(doc, 'v', doubt.key, 'other', 'beard//');
  expect(summary).toBe('This is beard, not lower arm A');
  const after = applyDiff(doc, diff);
  expect(after.parts.map(({ group }) => group).sort()).toEqual(['arm', 'beard']);
  const groups = planOf(after.character).parts.map(({ group, part }) => `${group}/${part ?? ''}`);
  expect(groups).toContain('beard/');
  expect(groups).not.toContain('arm/lower');
  expect(findDoubts(after, 'v', []).some(({ names }) => names)).toBe(false);
  expect(applyDiff(after, invertDiff(diff))).toEqual(doc);
  for (const as of ['arm/upper/A', 'nothing', null])
    expect(() => settleDoubt(doc, 'v', doubt.key, 'other', as)).toThrow('That is no answer');
});

test('what is cut anew is not doubted any more', () => {
  const lower = drafted.pieces.find(({ id }) => id === 'lower');
  const recut = {
    ...drafted,
    pieces: drafted.pieces.map((piece) =>
      piece === lower ? { ...piece, face: { ...piece.face, blob: 'other' } } : piece,
    ),
  };
  expect(sentences(recut)).toEqual([
    'Not found: hand A. Cut it, or say that there is none.',
    'Upper arm A is much larger or smaller than it usually is.',
  ]);
});

test('a piece that may turn and has no joint is asked about; it may move along', () => {
  const family = drafted.parts.map((part) => (part.part === 'lower' ? { ...part, parentId: 'part-upper' } : part));
  const loose = { ...drafted, parts: family, joints: [] };
  const doubt = findDoubts(loose, 'v', []).find(({ about }) => about === 'joints');
  expect(doubt?.sentence).toBe('Lower arm A has no joint with upper arm A. Place one, or let it move along.');
  const after = applyDiff(loose, settleDoubt(loose, 'v', doubt?.key ?? '', 'along').diff);
  expect(findDoubts(after, 'v', []).some(({ about }) => about === 'joints')).toBe(false);
  expect(planOf(after.character).parts.find(({ part }) => part === 'lower')?.joint).toBeNull();
});

test('sides that differ, and parts in several places, are asked about once each', () => {
  const names = draftedDoubts(drafted, 'v', art, new Map()).filter(({ kind }) => kind !== 'border');
  expect(names.map(({ parts }) => parts[0])).toEqual([...new Set(names.map(({ parts }) => parts[0]))]);
  const wider = {
    ...drafted,
    character: {
      ...drafted.character,
      plan: switchPart(plan, { group: 'cap', side: null, part: null, index: null }, true),
    },
  };
  expect(sentences(wider)[0]).toContain('cap');
});
