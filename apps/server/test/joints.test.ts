import { compareBitmaps, composite } from '@limber-sheaf/core';
import { decodePng, isDrawn, readOpenRaster } from '@limber-sheaf/formats';
import { call, inProduction, packageOf } from './server-under-test';
import { box, jointOf, pieceOf, twoArms } from './two-arms';

const { server, ask, production } = inProduction('Ebb');
const arms = () => twoArms(ask, production());

test('fit all takes the plan at its word: what only moves along is left, and said', async () => {
  const { view } = await arms();
  const all = await ask('POST', `/views/${view}/joints/fit-all`);
  expect(all.doc.joints).toHaveLength(4);
  expect(all.notes?.join(' ')).toMatch(/eyes moves with what it hangs from, by the plan/);
});

/** Events of a character until one of a kind has come. */
async function eventOf(id: string, kind: string, signal: AbortSignal): Promise<Record<string, unknown>> {
  const answer = await fetch(`${server.address}/api/characters/${id}/events`, { signal });
  const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  for (;;) {
    const { value, done } = (await reader?.read()) ?? { value: undefined, done: true };
    if (done) throw new Error('the events ended');
    text += value ?? '';
    const found = new RegExp(`event: ${kind}\\n(?:id: .*\\n)?data: (.*)\\n`).exec(text);
    if (found) return JSON.parse(found[1]) as Record<string, unknown>;
  }
}

test('fit all tells how far it is while it is under way', async () => {
  const { id, view } = await arms();
  const over = new AbortController();
  const told = eventOf(id, 'progress', over.signal);
  await ask('POST', `/views/${view}/joints/fit-all`);
  expect(await told).toMatchObject({
    characterId: id,
    actor: 'tester',
    value: expect.any(Number) as number,
    doing: expect.stringMatching(/arm|head|eyes/) as string,
  });
  over.abort();
});

test('fit all that is stopped changes nothing', async () => {
  const { id, view } = await arms();
  const stop = new AbortController();
  const asked = fetch(`${server.address}/api/views/${view}/joints/fit-all`, {
    method: 'POST',
    headers: { 'x-actor': 'tester', 'content-type': 'application/json' },
    body: '{}',
    signal: stop.signal,
  });
  stop.abort();
  await expect(asked).rejects.toThrow();
  const { doc, undo } = await ask('GET', `/characters/${id}`);
  expect(doc.joints).toEqual([]);
  expect(undo).not.toMatch(/Fit and round/);
});

test('a stroke over a limb gives a chain of joints, as one edit', async () => {
  const { id, view, doc } = await arms();
  const pieceIds = ['upper', 'lower', 'hand'].map((part) => pieceOf(doc, part, 'A'));
  const made = await ask('POST', `/views/${view}/joints/chain`, { pieceIds });
  expect(made.undo).toBe('Fit and round a chain of 2 joints');
  expect(made.doc.joints.map((j) => [Math.round(j.x), Math.round(j.y), j.rounded]).sort()).toEqual([
    [50, 120, true],
    [50, 220, true],
  ]);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.joints).toEqual([]);
  const apart = await ask('POST', `/views/${view}/joints/chain`, {
    pieceIds: [pieceIds[0], pieceOf(doc, 'hand', 'B')],
  });
  expect(apart).toMatchObject({
    code: expect.any(String) as string,
    sentence: expect.stringMatching(/touch/) as string,
  });
});

test('a finished limb is copied to the other side, mirrored; linked, it stays in step', async () => {
  const { id, view } = await arms();
  let { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const elbow = jointOf(doc, 'lower', 'A');
  await ask('PATCH', `/joints/${elbow.id}`, { rangeLow: -20, rangeHigh: 100, reach: 12 });
  const copied = await ask('POST', `/joints/${elbow.id}/copy`, { link: true });
  expect(copied.summary ?? copied.undo).toMatch(/Link elbow A to elbow B, wrist B|Link elbow A to/);
  expect(jointOf(copied.doc, 'lower', 'B')).toMatchObject({
    rangeLow: -100,
    rangeHigh: 20,
    reach: 12,
    twinId: elbow.id,
  });
  ({ doc } = await ask('PATCH', `/joints/${jointOf(copied.doc, 'lower', 'B').id}`, { looseness: 0.5 }));
  expect(jointOf(doc, 'lower', 'A').looseness).toBe(0.5);
  ({ doc } = await ask('DELETE', `/joints/${elbow.id}/link`));
  expect(doc.joints.filter((j) => j.twinId === elbow.id)).toEqual([]);
  const onto = await ask('POST', `/joints/${elbow.id}/copy`, { ontoId: jointOf(doc, 'hand', 'A').id, link: false });
  expect(jointOf(onto.doc, 'hand', 'A')).toMatchObject({ rangeLow: -20, rangeHigh: 100 });
  expect((await ask('POST', `/characters/${id}/undo`)).doc.joints).toHaveLength(4);
});

test('a joint whose disc a cut has changed is fitted again, one placed by hand stays; both are said', async () => {
  const { view, doc } = await arms();
  await ask('POST', `/views/${view}/joints/fit-all`);
  // The hand takes 20 px more of the lower arm: the wrist moves up with the cut.
  const grown = await ask('POST', `/views/${view}/cut/take`, {
    targets: [{ pieceId: pieceOf(doc, 'hand', 'A'), mask: box(20, 200, 60, 20) }],
  });
  expect(jointOf(grown.doc, 'hand', 'A').y).toBeCloseTo(200, 0);
  expect(grown.notes?.join(' ')).toMatch(/Wrist A was fitted again/);
  const wrist = jointOf(grown.doc, 'hand', 'B');
  await ask('DELETE', `/joints/${wrist.id}`);
  await ask('POST', `/views/${view}/joints`, {
    pieceId: wrist.childId,
    otherId: wrist.parentId,
    disc: { x: 270, y: 222, radius: 26 },
  });
  const kept = await ask('POST', `/views/${view}/cut/take`, {
    targets: [{ pieceId: pieceOf(doc, 'hand', 'B'), mask: box(240, 210, 60, 10) }],
  });
  expect(jointOf(kept.doc, 'hand', 'B')).toMatchObject({ x: 270, y: 222, radius: 26 });
  expect(kept.notes?.join(' ')).toMatch(/Wrist B stays where it was/);
});

test('kind, reach, colours and folds are set by hand; a slide is not swept', async () => {
  const { view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const elbow = jointOf(doc, 'lower', 'A');
  const set = await ask('PATCH', `/joints/${elbow.id}`, {
    kind: 'slide',
    lineColour: [1, 2, 3],
    fillColour: [200, 100, 50],
    foldsOut: true,
  });
  expect(jointOf(set.doc, 'lower', 'A')).toMatchObject({
    kind: 'slide',
    lineColour: [1, 2, 3],
    fillColour: [200, 100, 50],
  });
  const { body } = await call<{ joints: { jointId: string }[] }>(server, 'GET', `/views/${view}/checks`);
  expect(body.joints).toHaveLength(3);
  for (const bad of [{ kind: 'ball' }, { lineColour: [1, 2] }, { fillColour: [0, 0, 300] }, { reach: -2 }])
    expect((await ask('PATCH', `/joints/${elbow.id}`, bad)).code).toBe('bad-request');
  expect((await ask('PATCH', `/joints/${elbow.id}`, { reach: 3000 })).code).toBe('bad-disc');
  expect((await ask('POST', `/joints/${elbow.id}/copy`, { ontoId: elbow.id, link: false })).code).toBe(
    'not-two-joints',
  );
});

test('what is wanted beyond the range is checked with it; the package tells the range alone', async () => {
  const { id, view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const elbow = jointOf(doc, 'lower', 'A');
  await ask('PATCH', `/joints/${elbow.id}`, { rounded: false, rangeLow: 0, rangeHigh: 0, reach: 10, taper: 0.5 });
  const joints = async () => {
    const { body } = await call<{ checks: { id: string; findings: { jointId: string; sentence: string }[] }[] }>(
      server,
      'GET',
      `/views/${view}/checks`,
    );
    const check = body.checks.find((each) => each.id === 'joints-clean');
    return check?.findings.filter(({ jointId }) => jointId === elbow.id).map(({ sentence }) => sentence);
  };
  expect(await joints()).toEqual([]);
  await ask('PATCH', `/joints/${elbow.id}`, { wantedHigh: 70 });
  expect(await joints()).toEqual([
    expect.stringMatching(/^Elbow A is clean from 0° to \d+° of the wanted 0° to 70°; /),
  ]);
  const { rig } = await packageOf(server, id);
  const entry = rig.views[0].pieces.find(({ name }) => name === 'arm_A_lower');
  expect(entry?.joint?.range).toEqual([0, 0]);
  await ask('POST', `/characters/${id}/undo`);
  expect(await joints()).toEqual([]);
  for (const bad of [{ wantedHigh: 300 }, { wantedLow: null }, { taper: 2 }, { taper: '1' }])
    expect((await ask('PATCH', `/joints/${elbow.id}`, bad)).code).toBe('bad-request');
  expect((await ask('PATCH', `/joints/${elbow.id}`, { wantedLow: 20 })).code).toBe('bad-range');
});

test('a line under all lies beneath the fills in the package too; made thicker it is told, and undone it is gone', async () => {
  const { id, view, doc } = await arms();
  const [upper, lower] = ['upper', 'lower'].map((part) => pieceOf(doc, part, 'A'));
  const placed = await ask('POST', `/views/${view}/joints`, { pieceId: lower, otherId: upper, round: true });
  const elbow = jointOf(placed.doc, 'lower', 'A');
  const under = await ask('PATCH', `/joints/${elbow.id}`, { outlineOn: 'under', lineMore: 0 });
  expect(Object.keys(under.sheets).filter((id) => under.sheets[id].line)).toEqual(
    expect.arrayContaining([upper, lower]),
  );

  const { rig, files } = await packageOf(server, id);
  expect(rig.checks.find((c) => c.id === 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  const { pieces, drawOrder } = rig.views[0];
  const arm = drawOrder.filter((name) => /^arm_A_(upper|lower)/.test(name));
  expect(arm.slice(0, 2).sort()).toEqual(['arm_A_lower_line_under', 'arm_A_upper_line_under']);
  const line = pieces.find((p) => p.name === 'arm_A_lower_line_under');
  expect(pieces.find((p) => p.name === 'arm_A_lower')?.joint).toMatchObject({ outlineOn: 'none', looseness: 0 });
  expect(line).toMatchObject({
    kind: 'line-under',
    parent: 'arm_A_lower',
    joint: null,
    image: 'front/arm_A_lower_line_under.png',
  });
  expect(new Set(pieces.map((p) => p.id)).size).toBe(pieces.length);
  // Drawn over one another the images are the design, and the layered file has the same layers in the same order.
  const images = pieces
    .filter(isDrawn)
    .map((p) => ({ ...decodePng(files.get(p.image) ?? new Uint8Array()), ...p.bounds }));
  const whole = decodePng(files.get('front/design.png') ?? new Uint8Array());
  expect(compareBitmaps(composite(whole.width, whole.height, images), whole).largest).toBeLessThanOrEqual(1);
  const ora = readOpenRaster(files.get(`${rig.character.code}_front.ora`) ?? new Uint8Array());
  expect(ora.layers.map((l) => l.name)).toEqual(drawOrder);

  await ask('PATCH', `/joints/${elbow.id}`, { lineMore: 4 });
  const rest = async () =>
    (
      await call<{ checks: { id: string; ok: boolean; findings: { sentence: string }[] }[] }>(
        server,
        'GET',
        `/views/${view}/checks`,
      )
    ).body.checks.find((c) => c.id === 'rest-match');
  const told = await rest();
  expect(told?.ok).toBe(false);
  expect(told?.findings[0].sentence).toMatch(/line under elbow A is not as thick as it was drawn/);
  await ask('POST', `/characters/${id}/undo`);
  expect((await rest())?.ok).toBe(true);
  const back = await ask('POST', `/characters/${id}/undo`);
  expect(Object.values(back.sheets).filter((sheets) => sheets.line)).toEqual([]);
});
