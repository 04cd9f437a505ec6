import { applyDiff } from '../document/diff.js';
import { renamePart } from '../names/rename-part.js';
import { setParent } from '../stack/stack-edits.js';
import { changeJoint } from '../joints/joint-edits.js';
import { drawLimb } from '../testing/limbs.js';
import { planFrom } from '../plan/plan.js';
import { cutPart, jointedLimb, rawCharacter } from '../testing/jointed.js';
import { fillLoop } from '../raster/polygon.js';
import type { Check, CheckId } from '../document/view-check.js';
import { checkView, viewMeasures, viewMeasuresInTurn } from './checks.js';

const limb = drawLimb({ width: 36, angle: 24, line: 4 });
const failing = (checks: readonly Check[]): CheckId[] => checks.filter((check) => !check.ok).map((check) => check.id);

test('a rounded limb holds every check, and tells how far it is while it works', () => {
  const { doc, art } = jointedLimb(limb);
  const told: [number, string][] = [];
  const { checks, joints } = checkView(doc, 'v', art, (share, what) => void told.push([share, what]));
  expect(failing(checks)).toEqual([]);
  expect(joints[0].cleanRange).toEqual([-10, 130]);
  expect(told[0]).toEqual([0, 'Rest match']);
  expect(told.map(([, what]) => what)).toContain('Sweep of elbow A');
  expect(told.at(-1)?.[1]).toBe('What motions show');
  expect(told.map(([share]) => share)).toEqual(told.map(([share]) => share).sort((a, b) => a - b));
});

test('what is measured is the same list in turns, with room between them, and known at once the second time', async () => {
  const { doc } = jointedLimb(limb);
  const sheets = {};
  let pauses = 0;
  const pause = () => Promise.resolve(pauses++);
  const keys = (await viewMeasuresInTurn(doc, 'v', sheets, pause)).map(({ key }) => key);
  expect(keys).toEqual(viewMeasures({ ...doc }, 'v', {}).map(({ key }) => key));
  expect(pauses).toBeGreaterThan(8);
  const before = pauses;
  expect((await viewMeasuresInTurn(doc, 'v', sheets, pause)).map(({ key }) => key)).toEqual(keys);
  expect(pauses).toBe(before);
});

test('a butt joint fails, and its finding says where, how much, and what would mend it', () => {
  const { doc, art } = jointedLimb(limb, false);
  const { checks } = checkView(doc, 'v', art);
  // Without its round end, what is behind has no paint beneath either.
  expect(failing(checks)).toEqual(['joints-clean', 'hidden-paint']);
  const [finding] = checks.find((check) => check.id === 'joints-clean')?.findings ?? [];
  expect(finding.sentence).toMatch(
    /^Elbow A is clean from -?\d° to \d° of -10° to 130°; \d+ px of daylight at worst\. Round both ends\.$/,
  );
  expect(Math.hypot((finding.place?.x ?? 0) - doc.joints[0].x, (finding.place?.y ?? 0) - doc.joints[0].y)).toBeLessThan(
    doc.joints[0].radius,
  );
});

test('what is uncut is counted as offcuts, and the rest still matches', () => {
  const raw = rawCharacter(limb.design);
  const top = fillLoop(
    [0, 0, limb.design.width, 0, limb.design.width, limb.design.height / 2, 0, limb.design.height / 2],
    limb.design,
  );
  const { doc, art } = cutPart(raw, 'upper', top);
  const { checks } = checkView(doc, 'v', art);
  expect(failing(checks)).toEqual(['offcuts']);
  const offcuts = checks.find((check) => check.id === 'offcuts');
  expect(offcuts?.figure).toBe(doc.views[0].designArea - doc.pieces[0].face.area);
  expect(offcuts?.findings[0].sentence).toContain('beside arm_A_upper');
});

test('two names that meet, a part that hangs from nothing, and a pivot beside the limb are each found', () => {
  const { doc, art } = jointedLimb(limb);
  const upper = doc.parts.find((part) => part.part === 'upper')?.id ?? '';
  const lower = doc.parts.find((part) => part.part === 'lower')?.id ?? '';
  const check = (changed: typeof doc) => failing(checkView(changed, 'v', art).checks);
  const named = applyDiff(doc, renamePart(doc, upper, { group: 'arm A', side: null, part: 'lower', index: null }));
  expect(
    check({ ...named, parts: named.parts.map((p) => ({ ...p, group: 'mast', side: null, part: null })) }),
  ).toContain('names');
  expect(check(applyDiff(doc, setParent(doc, [lower], null)))).toEqual(expect.arrayContaining(['family', 'pivots']));
  expect(check(applyDiff(doc, changeJoint(doc, 'j', { x: 4, y: 4 })))).toContain('pivots');
});

test('one pixel drawn otherwise than the design breaks the rest match, and says where', () => {
  const { doc, art } = jointedLimb(limb);
  const sheets = art.pieces.get('lower');
  const drawn = sheets?.clean ?? sheets?.face;
  if (!sheets?.face || !drawn) throw new Error('no face');
  const at = drawn.data.findIndex((v, i) => i % 4 === 3 && v === 255) - 3;
  const data = drawn.data.slice();
  data[at] ^= 0x80;
  const pieces = new Map(art.pieces).set('lower', { ...sheets, clean: { ...drawn, data } });
  const [rest] = checkView(doc, 'v', { ...art, pieces }).checks;
  expect(rest).toMatchObject({ id: 'rest-match', ok: false, figure: 1 });
  expect(rest.findings[0].place).toBeDefined();
});

test('of a view that nothing is cut in nothing holds, and its finding says where to begin', () => {
  const { doc, art } = rawCharacter(limb.design);
  const { checks } = checkView(doc, 'v', art);
  expect(checks.filter(({ ok }) => ok)).toEqual([]);
  expect(new Set(checks.flatMap(({ findings }) => findings.map(({ sentence }) => sentence)))).toEqual(
    new Set(['Nothing is cut in this view yet. Begin in Cut.']),
  );
});

test('planned parts that are not there, and planned joints that are not made, are found once a plan is set', () => {
  const { doc, art } = jointedLimb(limb);
  const standard = planFrom('people-standard');
  const arm = standard.parts.filter(({ group, side }) => group === 'arm' && side === 'A');
  const family = doc.parts.map((part) => (part.part === 'lower' ? { ...part, parentId: 'part-upper' } : part));
  const plan = { ...standard, parts: arm };
  const planned = { ...doc, parts: family, joints: [], character: { ...doc.character, plan } };
  const found = (of: typeof doc, id: CheckId) => checkView(of, 'v', art).checks.find((check) => check.id === id);
  expect(found(planned, 'family')).toMatchObject({
    ok: false,
    figure: 2,
    of: 3,
    findings: [{ sentence: 'Planned and not there: hand A. Cut it, or take it out of the plan.' }],
  });
  expect(found(planned, 'pivots')).toMatchObject({
    ok: false,
    of: 1,
    findings: [{ sentence: 'arm_A_lower has no joint, and turns by the plan. Place one in Joints.' }],
  });
  // Nobody has asked for the parts of a plan that was never set.
  expect(found({ ...planned, character: doc.character }, 'family')?.ok).toBe(true);
});
